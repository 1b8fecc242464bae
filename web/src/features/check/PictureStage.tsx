import { type KeyboardEvent, type PointerEvent, useEffect, useLayoutEffect, useRef, useState } from 'react';
import type { Schema } from '@/api/client';
import { sideWord } from '@/ui/SidePlate';
import { verdictLine } from '@/ui/verdict';
import { pictureUrl } from './outbox';
import { guess, type Handle, inside, nextLandmark, type Point, type Still } from './still';

type Frame = { x: number; y: number; w: number; h: number };

const whole = (still: { width: number; height: number }): Frame => ({ x: 0, y: 0, w: still.width, h: still.height });

/**
 * A picture with its two points, the plumb line and the band. Tap places the next point, drag moves one, two fingers or
 * the wheel zoom, arrow keys nudge. While a point moves a loupe shows its surroundings in the corner the hand leaves free.
 */
export function PictureStage({
  still,
  last,
  reading,
  side,
  band,
  settled,
  upright,
  readOnly = false,
  ghost,
  onPoint,
  onUprightPlaced,
}: {
  still: Still;
  last?: Schema['StillDto'] | undefined;
  reading: Schema['StillView'] | undefined;
  side: Schema['SideView'] | null | undefined;
  band: Schema['BandView'] | undefined;
  settled: boolean;
  /** Whether the next two taps mark something upright. */
  upright: boolean;
  readOnly?: boolean;
  /** A picture to lay under this one, for taking the same place again. */
  ghost?: string | undefined;
  onPoint: (handle: Handle, point: Point, undoable: boolean) => void;
  onUprightPlaced: () => void;
}) {
  const svg = useRef<SVGSVGElement>(null);
  const [frame, setFrame] = useState<Frame>(() => whole(still));
  const [unit, setUnit] = useState(1);
  const [held, setHeld] = useState<Handle | null>(null);
  const [uprightStart, setUprightStart] = useState<Point | null>(null);
  const pointers = useRef(new Map<number, { x: number; y: number }>());
  const gesture = useRef<{ from: Frame; spread: number; centre: Point } | null>(null);
  const moved = useRef(false);

  useEffect(() => setFrame(whole(still)), [still.pictureId, still.width, still.height]);
  useEffect(() => {
    if (!upright) setUprightStart(null);
  }, [upright]);

  useLayoutEffect(() => {
    const element = svg.current;
    if (!element) return;
    const measure = () =>
      setUnit(Math.max(frame.w / Math.max(element.clientWidth, 1), frame.h / Math.max(element.clientHeight, 1)));
    measure();
    const watch = new ResizeObserver(measure);
    watch.observe(element);
    return () => watch.disconnect();
  }, [frame]);

  // React listens to the wheel passively; zooming must keep the page from scrolling.
  useEffect(() => {
    const element = svg.current;
    if (!element) return;
    const wheel = (event: WheelEvent) => {
      event.preventDefault();
      const at = toPicture(element, event);
      setFrame((f) => zoomed(f, Math.exp(event.deltaY * 0.0015), at, still));
    };
    element.addEventListener('wheel', wheel, { passive: false });
    return () => element.removeEventListener('wheel', wheel);
  }, [still]);

  const place: Record<Handle, Point | null> = {
    ankle: still.ankle,
    knee: still.knee,
    one: still.vertical?.one ?? uprightStart,
    other: still.vertical?.other ?? null,
  };
  const next = nextLandmark(still);

  const tap = (at: Point) => {
    if (readOnly) return;
    const point = inside(at, still);
    if (upright) {
      if (!uprightStart) return setUprightStart(point);
      onPoint('one', uprightStart, false);
      onPoint('other', point, true);
      setUprightStart(null);
      return onUprightPlaced();
    }
    if (next) onPoint(next, point, true);
  };

  const down = (event: PointerEvent<SVGSVGElement>) => {
    if (event.button !== 0 || !svg.current) return;
    svg.current.setPointerCapture(event.pointerId);
    pointers.current.set(event.pointerId, { x: event.clientX, y: event.clientY });
    moved.current = false;
    const handle = (event.target as Element).closest<SVGGElement>('[data-handle]')?.dataset.handle as Handle | undefined;
    if (handle && !readOnly && pointers.current.size === 1) {
      setHeld(handle);
      const at = place[handle];
      // The state before the drag is what an undo returns to.
      if (at) onPoint(handle, at, true);
    }
    if (pointers.current.size === 2) setHeld(null);
    gesture.current = startGesture(svg.current, frame, [...pointers.current.values()]);
  };

  const move = (event: PointerEvent<SVGSVGElement>) => {
    const start = pointers.current.get(event.pointerId);
    if (!start || !svg.current) return;
    if (Math.hypot(event.clientX - start.x, event.clientY - start.y) > 4) moved.current = true;
    if (held) return onPoint(held, inside(toPicture(svg.current, event), still), false);
    pointers.current.set(
      event.pointerId,
      moved.current || pointers.current.size > 1 ? { x: event.clientX, y: event.clientY } : start,
    );
    const g = gesture.current;
    if (!g) return;
    const now = startGesture(svg.current, frame, [...pointers.current.values()]);
    if (pointers.current.size === 2 && g.spread > 0) {
      moved.current = true;
      setFrame(zoomed(frame, g.spread / Math.max(now.spread, 1), now.centre, still));
      gesture.current = { ...now, spread: now.spread };
    } else if (moved.current && frame.w < still.width) {
      setFrame(bounded({ ...frame, x: frame.x - event.movementX * unit, y: frame.y - event.movementY * unit }, still));
    }
  };

  const up = (event: PointerEvent<SVGSVGElement>) => {
    if (!pointers.current.delete(event.pointerId) || !svg.current) return;
    if (held) setHeld(null);
    else if (!moved.current && pointers.current.size === 0 && event.type === 'pointerup') tap(toPicture(svg.current, event));
    gesture.current = startGesture(svg.current, frame, [...pointers.current.values()]);
  };

  const nudge = (handle: Handle, at: Point, placed: boolean) => (event: KeyboardEvent) => {
    const far = event.shiftKey ? 10 : 1;
    const by = { ArrowLeft: [-far, 0], ArrowRight: [far, 0], ArrowUp: [0, -far], ArrowDown: [0, far] }[event.key];
    if (!by && !(event.key === 'Enter' && !placed)) return;
    event.preventDefault();
    event.stopPropagation();
    onPoint(handle, inside({ x: at.x + (by?.[0] ?? 0), y: at.y + (by?.[1] ?? 0) }, still), true);
  };

  const name = (handle: Handle) =>
    handle === 'ankle' || handle === 'knee'
      ? `${sideWord(still.side)} ${handle}`
      : `upright mark, ${handle === 'one' ? 'one end' : 'other end'}`;
  const [focused, setFocused] = useState<Handle | null>(null);
  const loupe = held ?? focused;
  const loupeAt = loupe && (place[loupe] ?? (loupe === 'ankle' || loupe === 'knee' ? guess(still, loupe, last) : null));

  const handles: { handle: Handle; at: Point; placed: boolean }[] = [];
  if (!readOnly) {
    for (const landmark of ['ankle', 'knee'] as const)
      handles.push({ handle: landmark, at: place[landmark] ?? guess(still, landmark, last), placed: place[landmark] !== null });
    for (const end of ['one', 'other'] as const) {
      const at = place[end];
      if (at) handles.push({ handle: end, at, placed: true });
    }
  }

  return (
    <div className="relative h-full w-full overflow-hidden bg-ground-deep select-none">
      <svg
        ref={svg}
        viewBox={`${frame.x} ${frame.y} ${frame.w} ${frame.h}`}
        className={`block h-full w-full touch-none ${readOnly ? '' : next || upright ? 'cursor-crosshair' : held ? 'cursor-grabbing' : ''}`}
        onPointerDown={down}
        onPointerMove={move}
        onPointerUp={up}
        onPointerCancel={up}
        role="group"
        aria-label={`Picture of the ${sideWord(still.side)} leg in front`}
        data-stage={still.side}
      >
        <image href={pictureUrl(still.pictureId)} width={still.width} height={still.height} preserveAspectRatio="none" />
        {ghost && (
          <image
            href={ghost}
            width={still.width}
            height={still.height}
            preserveAspectRatio="none"
            opacity="0.28"
            pointerEvents="none"
          />
        )}
        <Instrument still={still} reading={reading} side={side} band={band} unit={unit} settled={settled} />
        {place.one && place.other && <Line a={place.one} b={place.other} unit={unit} colour="#e9c077" width={2} dash />}
        {uprightStart && (
          <circle cx={uprightStart.x} cy={uprightStart.y} r={5 * unit} fill="#e9c077" stroke="#111" strokeWidth={unit} />
        )}
        {handles.map(({ handle, at, placed }) => (
          <g
            key={handle}
            role="button"
            tabIndex={0}
            data-handle={handle}
            data-placed={placed}
            aria-label={`${name(handle)}${placed ? '' : ', not placed: Enter places it here'}. Arrow keys move it, Shift faster.`}
            onKeyDown={nudge(handle, at, placed)}
            onFocus={(e) => e.target.matches(':focus-visible') && setFocused(handle)}
            onBlur={() => setFocused(null)}
            className={`outline-none ${placed ? 'cursor-grab' : 'pointer-events-none'}`}
          >
            <circle cx={at.x} cy={at.y} r={24 * unit} fill="transparent" />
            <Ring
              at={at}
              unit={unit}
              placed={placed}
              small={handle === 'one' || handle === 'other'}
              strong={loupe === handle || next === handle}
            />
          </g>
        ))}
      </svg>
      {loupeAt && <Loupe still={still} at={loupeAt} unit={unit} frame={frame} />}
      {frame.w < still.width - 1 && (
        <button
          type="button"
          onClick={() => setFrame(whole(still))}
          className="absolute right-2 bottom-2 min-h-11 rounded-lg bg-spine/85 px-3 text-[13px] font-semibold text-spine-ink"
        >
          Whole picture
        </button>
      )}
    </div>
  );
}

/** The plumb line hanging onto the ankle, the accepted wedge, and the shin with its verdict. */
function Instrument({
  still,
  reading,
  side,
  band,
  unit,
  settled,
}: {
  still: Still;
  reading: Schema['StillView'] | undefined;
  side: Schema['SideView'] | null | undefined;
  band: Schema['BandView'] | undefined;
  unit: number;
  settled: boolean;
}) {
  const { ankle, knee } = still;
  if (!ankle) return null;
  const tilt = ((reading?.tiltDegrees ?? 0) * Math.PI) / 180;
  const ahead = still.facing === 'right' ? 1 : -1;
  const at = (degrees: number, r: number): Point => {
    const a = tilt + (ahead * degrees * Math.PI) / 180;
    return { x: ankle.x + Math.sin(a) * r, y: ankle.y - Math.cos(a) * r };
  };
  const shin = knee ? Math.hypot(knee.x - ankle.x, knee.y - ankle.y) : still.height * 0.24;
  const far = shin * 1.32;
  const near = shin * 0.5;
  const low = band ? (band.lowerDegrees ?? -60) : null;
  const high = band ? (band.upperDegrees ?? 62) : null;
  const colour = side && settled ? verdictLine[side.verdict] : '#f1eee6';
  // In a small picture the two numbers would run into each other; the reading below names the band anyway.
  const roomy = far > 105 * unit;
  const hook = at(0, far * 1.13);
  const bob = 9 * unit;
  const tip = at(0, 17 * unit);
  const shoulder = at(0, 17 * unit + bob * 2.6);
  const sideways = { x: Math.cos(tilt) * bob * 0.72, y: Math.sin(tilt) * bob * 0.72 };
  return (
    <g pointerEvents="none">
      {low !== null && high !== null && knee && (
        <>
          <path
            d={`M${xy(at(low, near))}L${xy(at(low, far))}A${far} ${far} 0 0 ${ahead === 1 ? 1 : 0} ${xy(at(high, far))}L${xy(at(high, near))}A${near} ${near} 0 0 ${ahead === 1 ? 0 : 1} ${xy(at(low, near))}Z`}
            fill="#f7f3e8"
            fillOpacity="0.26"
          />
          {band?.lowerDegrees != null && (
            <Edge
              a={at(low, near)}
              b={at(low, far)}
              label={at(low - 1.5, far * 1.06)}
              text={band.lowerDegrees}
              unit={unit}
              shown={roomy}
            />
          )}
          {band?.upperDegrees != null && (
            <Edge
              a={at(high, near)}
              b={at(high, far)}
              label={at(high + 1.5, far * 1.06)}
              text={band.upperDegrees}
              unit={unit}
              shown={roomy}
            />
          )}
        </>
      )}
      <Line a={hook} b={shoulder} unit={unit} colour="#e2a33c" width={2} />
      <path
        d={`M${shoulder.x - sideways.x} ${shoulder.y - sideways.y}L${shoulder.x + sideways.x} ${shoulder.y + sideways.y}L${tip.x} ${tip.y}Z`}
        fill="#e2a33c"
        stroke="#1a1408"
        strokeWidth={unit * 0.9}
        strokeLinejoin="round"
      />
      {knee && <Line a={ankle} b={knee} unit={unit} colour={colour} width={3.5} casing="#fdfbf5" />}
    </g>
  );
}

const xy = (p: Point) => `${p.x} ${p.y}`;

function Edge({
  a,
  b,
  label,
  text,
  unit,
  shown,
}: {
  a: Point;
  b: Point;
  label: Point;
  text: number;
  unit: number;
  shown: boolean;
}) {
  return (
    <>
      <Line a={a} b={b} unit={unit} colour="#fdfbf5" width={1.6} />
      {shown && (
        <text
          x={label.x}
          y={label.y}
          textAnchor="middle"
          fontSize={13 * unit}
          fontWeight="650"
          fill="#fdfbf5"
          stroke="#14201c"
          strokeWidth={3.4 * unit}
          strokeLinejoin="round"
          paintOrder="stroke"
        >
          {`${text}°`.replace('-', '−')}
        </text>
      )}
    </>
  );
}

/** A line that stays visible on light and on dark: its colour inside a casing. */
function Line({
  a,
  b,
  unit,
  colour,
  width,
  casing = 'rgb(18 26 23 / 0.62)',
  dash = false,
}: {
  a: Point;
  b: Point;
  unit: number;
  colour: string;
  width: number;
  casing?: string;
  dash?: boolean;
}) {
  return (
    <>
      <path d={`M${xy(a)}L${xy(b)}`} stroke={casing} strokeWidth={(width + 2.6) * unit} strokeLinecap="round" />
      <path
        d={`M${xy(a)}L${xy(b)}`}
        stroke={colour}
        strokeWidth={width * unit}
        strokeLinecap="round"
        strokeDasharray={dash ? `${8 * unit} ${6 * unit}` : undefined}
      />
    </>
  );
}

/** The ring around a point leaves the point itself in sight. */
function Ring({
  at,
  unit,
  placed,
  small,
  strong,
}: {
  at: Point;
  unit: number;
  placed: boolean;
  small: boolean;
  strong: boolean;
}) {
  const r = (small ? 8 : 12) * unit;
  return (
    <g pointerEvents="none" opacity={placed ? 1 : 0.85}>
      <circle cx={at.x} cy={at.y} r={r} fill="none" stroke="rgb(18 26 23 / 0.7)" strokeWidth={(strong ? 5.5 : 4.5) * unit} />
      <circle
        cx={at.x}
        cy={at.y}
        r={r}
        fill="none"
        stroke={small ? '#e9c077' : '#fdfbf5'}
        strokeWidth={(strong ? 3.2 : 2.2) * unit}
        strokeDasharray={placed ? undefined : `${4 * unit} ${4 * unit}`}
      />
      {placed && <circle cx={at.x} cy={at.y} r={2.2 * unit} fill="#fdfbf5" stroke="#121a17" strokeWidth={0.9 * unit} />}
    </g>
  );
}

function Loupe({ still, at, unit, frame }: { still: Still; at: Point; unit: number; frame: Frame }) {
  const span = 70 * unit;
  const right = at.x < frame.x + frame.w / 2;
  return (
    <svg
      viewBox={`${at.x - span / 2} ${at.y - span / 2} ${span} ${span}`}
      className={`pointer-events-none absolute top-3 size-36 rounded-full border-4 border-spine-ink bg-[#20262a] shadow-lg max-sm:size-28 ${right ? 'right-3' : 'left-3'}`}
      aria-hidden="true"
    >
      <image href={pictureUrl(still.pictureId)} width={still.width} height={still.height} preserveAspectRatio="none" />
      <path
        d={`M${at.x - span} ${at.y}H${at.x - span * 0.06}M${at.x + span * 0.06} ${at.y}H${at.x + span}M${at.x} ${at.y - span}V${at.y - span * 0.06}M${at.x} ${at.y + span * 0.06}V${at.y + span}`}
        stroke="#fdfbf5"
        strokeWidth={span * 0.012}
      />
      <circle cx={at.x} cy={at.y} r={span * 0.012} fill="#e2a33c" />
    </svg>
  );
}

function toPicture(svg: SVGSVGElement, event: { clientX: number; clientY: number }): Point {
  const matrix = svg.getScreenCTM();
  if (!matrix) return { x: 0, y: 0 };
  const p = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse());
  return { x: p.x, y: p.y };
}

function startGesture(svg: SVGSVGElement, from: Frame, held: { x: number; y: number }[]) {
  const [a, b] = held;
  const middle = a && b ? { clientX: (a.x + b.x) / 2, clientY: (a.y + b.y) / 2 } : { clientX: a?.x ?? 0, clientY: a?.y ?? 0 };
  return { from, spread: a && b ? Math.hypot(a.x - b.x, a.y - b.y) : 0, centre: toPicture(svg, middle) };
}

function bounded(frame: Frame, still: { width: number; height: number }): Frame {
  return {
    ...frame,
    x: Math.min(Math.max(frame.x, 0), Math.max(still.width - frame.w, 0)),
    y: Math.min(Math.max(frame.y, 0), Math.max(still.height - frame.h, 0)),
  };
}

/** The frame scaled about a point of the picture, no wider than the whole and no narrower than a tenth of it. */
function zoomed(frame: Frame, factor: number, at: Point, still: { width: number; height: number }): Frame {
  const w = Math.min(still.width, Math.max(still.width / 10, frame.w * factor));
  const k = w / frame.w;
  return bounded({ x: at.x - (at.x - frame.x) * k, y: at.y - (at.y - frame.y) * k, w, h: frame.h * k }, still);
}
