import { useGesture } from '@use-gesture/react';
import { type KeyboardEvent, useEffect, useRef, useState } from 'react';
import type { Schema } from '@/api/client';
import { sideWord } from '@/ui/SidePlate';
import type { Result } from '@/words/verdict';
import { DamagedPicture } from './DamagedPicture';
import { pictureUrl } from './pictures';
import { Casing, Skeleton } from './Skeleton';
import {
  type Guesses,
  type Handle,
  has,
  inside,
  isGuess,
  isMark,
  type Landmark,
  nextPoint,
  type PlanPoint,
  type Point,
  pointName,
  type Still,
} from './still';
import { type Frame, toPicture, useFrame } from './useFrame';

export type Marking = 'upright' | 'scale' | 'line' | null;

/**
 * A picture with the points on it and what is read between them. Tap places the next point, drag moves one, two fingers or
 * the wheel zoom, arrow keys nudge. While a point moves a loupe shows its surroundings in the corner the hand leaves free.
 */
export function PictureStage({
  still,
  asked,
  guesses,
  reading,
  results,
  settled,
  marking,
  readOnly = false,
  ghost,
  over,
  onPoint,
  onMarked,
  onHold,
}: {
  still: Still;
  /** The points asked for now, in the order a hand places them. */
  asked: PlanPoint[];
  guesses: Guesses;
  reading: Schema['StillView'] | undefined;
  /** What is read of this side at this moment. */
  results: Result[];
  settled: boolean;
  /** What the next two taps mark, if not points. */
  marking: Marking;
  readOnly?: boolean;
  /** A picture to lay under this one, for taking the same place again. */
  ghost?: string | undefined;
  /** Another still to lay over this one, ankle on ankle. */
  over?: Still | undefined;
  onPoint: (handle: Handle, point: Point, undoable: boolean) => void;
  onMarked: () => void;
  /** A point is under the finger now, or no more. */
  onHold?: ((held: boolean) => void) | undefined;
}) {
  const svg = useRef<SVGSVGElement>(null);
  const { frame, unit, close, showWhole, zoom, pan } = useFrame(svg, still);
  const [held, setHeld] = useState<Handle | null>(null);
  const [damaged, setDamaged] = useState<string | null>(null);
  const [mended, setMended] = useState(0);
  const [markStart, setMarkStart] = useState<Point | null>(null);

  useEffect(() => {
    if (!marking) setMarkStart(null);
  }, [marking]);

  // A touch that placed a point is over: whatever comes under the finger next, the other side's picture say, is not pressed by it.
  useEffect(() => {
    const stage = svg.current;
    const spent = (event: TouchEvent) => event.cancelable && event.preventDefault();
    stage?.addEventListener('touchend', spent);
    return () => stage?.removeEventListener('touchend', spent);
  }, []);

  const place = (handle: Handle): Point | null => {
    switch (handle) {
      case 'upright-one':
        return still.vertical?.one ?? null;
      case 'upright-other':
        return still.vertical?.other ?? null;
      case 'scale-one':
        return still.scale?.one ?? null;
      case 'scale-other':
        return still.scale?.other ?? null;
      case 'line-one':
        return still.line?.one ?? null;
      case 'line-other':
        return still.line?.other ?? null;
      default:
        return still.points[handle] ?? null;
    }
  };
  const next = readOnly ? null : nextPoint(still, asked);

  const tapped = (at: Point) => {
    if (readOnly) return;
    const point = inside(at, still);
    if (marking) {
      if (!markStart) return setMarkStart(point);
      onPoint(`${marking}-one`, markStart, true);
      onPoint(`${marking}-other`, point, false);
      setMarkStart(null);
      return onMarked();
    }
    if (next) onPoint(next.landmark, point, true);
  };

  const hold = (handle: Handle | null) => {
    setHeld(handle);
    onHold?.(handle !== null);
  };
  const handleOf = (event: Event) =>
    readOnly
      ? undefined
      : ((event.target as Element).closest<SVGGElement>('[data-handle]')?.dataset.handle as Handle | undefined);

  useGesture(
    {
      // The loupe is there as soon as a point is held, before it moves.
      onPointerDown: ({ event }) => {
        const handle = handleOf(event);
        if (handle && event.button === 0) hold(handle);
      },
      onPointerUp: () => hold(null),
      onPointerCancel: () => hold(null),
      onDrag: ({ event, xy, first, last, tap, delta, pinching, cancel }) => {
        const stage = svg.current;
        if (!stage) return;
        if (pinching) {
          hold(null);
          return cancel();
        }
        const handle = handleOf(event);
        const at = handle && place(handle);
        const here = toPicture(stage, xy);
        if (tap) {
          // A tap beside a point that stands close by was meant for the next one, not for that.
          const beside = !at || ((next || marking) && Math.hypot(here.x - at.x, here.y - at.y) > 7 * unit);
          if (event.type === 'pointerup' && beside) tapped(here);
        } else if (handle) {
          // Letting go moves nothing: the point stays where it was last seen under the finger.
          if (last && !first) return;
          // The state before the drag is what an undo returns to.
          if (first && at) onPoint(handle, at, true);
          onPoint(handle, inside(here, still), false);
        } else pan(...delta);
      },
      onPinch: ({ origin, delta: [nearer], offset: [scale], first }) => {
        // The first moment of a pinch only says where the fingers are.
        if (svg.current && !first) zoom((scale - nearer) / scale, toPicture(svg.current, origin));
      },
      onWheel: ({ event, delta: [, dy] }) => {
        // With Ctrl it is a pinch on a track pad.
        if (!svg.current || event.ctrlKey) return;
        event.preventDefault();
        zoom(Math.exp(dy * 0.0015), toPicture(svg.current, [event.clientX, event.clientY]));
      },
    },
    {
      target: svg,
      eventOptions: { passive: false },
      drag: { filterTaps: true, threshold: 4, tapsThreshold: 4, pointer: { keys: false } },
    },
  );

  const nudge = (handle: Handle, at: Point, placed: boolean) => (event: KeyboardEvent) => {
    const far = event.shiftKey ? 10 : 1;
    const by = { ArrowLeft: [-far, 0], ArrowRight: [far, 0], ArrowUp: [0, -far], ArrowDown: [0, far] }[event.key];
    if (!by && !(event.key === 'Enter' && !placed)) return;
    event.preventDefault();
    event.stopPropagation();
    onPoint(handle, inside({ x: at.x + (by?.[0] ?? 0), y: at.y + (by?.[1] ?? 0) }, still), true);
  };

  const name = (handle: Handle) =>
    isMark(handle)
      ? `${handle.startsWith('upright') ? 'upright mark' : handle.startsWith('line') ? 'line on the floor' : 'marked length'}, ${handle.endsWith('one') ? 'one end' : 'other end'}`
      : `${sideWord(still.side)} ${pointName[handle]}`;
  const [focused, setFocused] = useState<Handle | null>(null);
  const loupe = held ?? focused;
  const loupeAt = loupe && (place(loupe) ?? (isMark(loupe) ? null : (guesses[loupe] ?? null)));

  const handles: { handle: Handle; at: Point; placed: boolean }[] = [];
  if (!readOnly) {
    for (const [landmark, at] of Object.entries(still.points) as [Landmark, Point][])
      if (!isGuess(still, landmark)) handles.push({ handle: landmark, at, placed: true });
    for (const { landmark } of asked) {
      const at = still.points[landmark] ?? guesses[landmark];
      if (!has(still, landmark) && at) handles.push({ handle: landmark, at: inside(at, still), placed: false });
    }
    for (const end of ['upright-one', 'upright-other', 'scale-one', 'scale-other', 'line-one', 'line-other'] as const) {
      const at = place(end);
      if (at) handles.push({ handle: end, at, placed: true });
    }
  }

  return (
    <div className="relative h-full w-full overflow-hidden bg-ground-deep select-none">
      {damaged === still.pictureId && (
        <DamagedPicture
          pictureId={still.pictureId}
          onMended={() => {
            setDamaged(null);
            setMended((n) => n + 1);
          }}
        />
      )}
      <svg
        ref={svg}
        viewBox={`${frame.x} ${frame.y} ${frame.w} ${frame.h}`}
        className={`block h-full w-full touch-none ${readOnly ? '' : next || marking ? 'cursor-crosshair' : held ? 'cursor-grabbing' : ''}`}
        role="group"
        aria-label={`Picture of the ${sideWord(still.side)} leg in front`}
        data-arrive=""
        data-stage={still.side}
        data-view={still.view}
        data-moment={still.moment}
      >
        <image
          key={mended}
          href={pictureUrl(still.pictureId)}
          width={still.width}
          height={still.height}
          preserveAspectRatio="none"
          onError={() => setDamaged(still.pictureId)}
        />
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
        {over && <Over still={still} over={over} unit={unit} />}
        <Skeleton still={still} reading={reading} results={results} unit={unit} settled={settled} />
        {still.vertical && <Casing a={still.vertical.one} b={still.vertical.other} unit={unit} colour="#e9c077" width={2} dash />}
        {still.scale && <Casing a={still.scale.one} b={still.scale.other} unit={unit} colour="#b9d3dd" width={2} />}
        {still.line && <Casing a={still.line.one} b={still.line.other} unit={unit} colour="#e9c077" width={3} />}
        {markStart && <circle cx={markStart.x} cy={markStart.y} r={5 * unit} fill="#e9c077" stroke="#111" strokeWidth={unit} />}
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
              small={isMark(handle) || (still.clip?.moved === false && handle in still.clip.sds)}
              faint={!placed && next?.landmark !== handle}
              strong={loupe === handle || next?.landmark === handle}
            />
          </g>
        ))}
      </svg>
      {loupeAt && <Loupe still={still} at={loupeAt} unit={unit} frame={frame} />}
      {close && (
        <button
          type="button"
          onClick={showWhole}
          className="absolute right-2 bottom-2 min-h-11 rounded-lg bg-spine/85 px-3 text-small font-semibold text-spine-ink"
        >
          Whole picture
        </button>
      )}
    </div>
  );
}

/** Another still laid over this one: its ankle on this ankle, its shank as long as this one, turned over when it faces the other way. */
function Over({ still, over, unit }: { still: Still; over: Still; unit: number }) {
  const [a, k, b, j] = [still.points.ankle, still.points.knee, over.points.ankle, over.points.knee];
  if (!a || !k || !b || !j) return null;
  const size = Math.hypot(k.x - a.x, k.y - a.y) / Math.max(Math.hypot(j.x - b.x, j.y - b.y), 1);
  const same =
    still.view === 'side' ? still.facing === over.facing : (still.side === over.side) === (still.mirrored === over.mirrored);
  return (
    <g
      pointerEvents="none"
      transform={`translate(${a.x} ${a.y}) scale(${same ? size : -size} ${size}) translate(${-b.x} ${-b.y})`}
      data-over={over.pictureId}
    >
      <image
        href={pictureUrl(over.pictureId)}
        width={over.width}
        height={over.height}
        preserveAspectRatio="none"
        opacity="0.34"
      />
      <Skeleton still={over} reading={undefined} results={[]} unit={unit / size} settled colour="#b9d3dd" />
    </g>
  );
}

/** The ring around a point leaves the point itself in sight. */
function Ring({
  at,
  unit,
  placed,
  small,
  faint,
  strong,
}: {
  at: Point;
  unit: number;
  placed: boolean;
  small: boolean;
  faint: boolean;
  strong: boolean;
}) {
  const r = (small || faint ? 8 : placed && !strong ? 9 : 12) * unit;
  return (
    <g pointerEvents="none" opacity={faint ? 0.6 : placed ? 1 : 0.95}>
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
