import { useEffect, useLayoutEffect, useRef, useState } from 'react';
import type { Schema } from '@/api/client';
import { rests } from '@/device/focus';
import { keep } from '@/device/kept';
import { PictureSource } from '@/pictures/PictureSource';
import { type Marking, PictureStage } from '@/pictures/PictureStage';
import {
  type Handle,
  has,
  isGuess,
  isMarked,
  type Landmark,
  nextPoint,
  type PlanPoint,
  type Point,
  type Slot,
  type Still,
} from '@/pictures/still';
import { Button } from '@/ui/Button';
import { NumberInput } from '@/ui/NumberInput';
import { ReadingLine } from '@/ui/ReadingLine';
import { SidePlate, sideWord } from '@/ui/SidePlate';
import { useUnits } from '@/ui/useUnits';
import { ClipSaid } from './ClipSaid';
import { leading } from './leading';
import type { Reading } from './useReading';

/** What a coach can do with the still that is up. */
export type StillActions = {
  onPoint: (key: string, handle: Handle, point: Point, undoable: boolean) => void;
  onAlter: (key: string, change: (still: Still) => Still) => void;
  /** Where the camera stood for a view, said by the coach. */
  onCamera: (view: Still['view'], camera: Schema['CameraDto']) => void;
  onRemove: (key: string) => void;
  /** The other rings are kept where they are: as points that the coach found right, or as guesses. */
  onAccept: (key: string, points: PlanPoint[], sure: boolean) => void;
};

/** One side on the bench: its picture with what is read on it, and under it, never over it, the reading. */
export function StillBench({
  standard,
  slot,
  label,
  stills,
  shown,
  stillViews,
  reading,
  asked,
  more,
  onMore,
  active,
  marking,
  onMarking,
  source,
  readOnly = false,
  over,
  overlays = [],
  onOver,
  ghost,
  actions,
  onActivate,
  onShow,
  onAnother,
}: {
  /** By what is judged, and which numbers lead. */
  standard: Schema['StandardView'];
  slot: Slot;
  label?: string;
  stills: Still[];
  /** Which of the stills is up; past the last one, a new picture is asked for. */
  shown: number;
  /** What is said of each of the stills, in their order. */
  stillViews: (Schema['StillView'] | undefined)[];
  reading: Reading;
  asked: PlanPoint[];
  /** How many more points could be placed for what is only noted, or null while they are asked for. */
  more?: number | null;
  onMore?: () => void;
  active: boolean;
  marking: Marking;
  onMarking: (marking: Marking) => void;
  source: React.ComponentProps<typeof PictureSource>;
  readOnly?: boolean;
  over?: Still | undefined;
  overlays?: { id: string; name: string }[];
  onOver?: (id: string) => void;
  ghost?: string | undefined;
  actions: StillActions;
  onActivate: () => void;
  onShow: (index: number) => void;
  onAnother: () => void;
}) {
  const still = stills[shown];
  const own = stillViews[shown];
  const { length } = useUnits();
  // While points are placed no row comes or goes: the picture would move away under the hand.
  const [holding, setHolding] = useState(false);
  const [placing, setPlacing] = useState<string | null>(null);
  useEffect(() => {
    if (!active) setPlacing(null);
  }, [active]);
  const resting = useRef(own);
  if (!holding && !(still && placing === still.key && nextPoint(still, asked))) resting.current = own;
  const calm = resting.current;
  const results = reading.view?.results.filter((r) => r.side === slot.side && r.moment === slot.moment) ?? [];
  return (
    <section
      data-asked={still && !readOnly ? (nextPoint(still, asked)?.landmark ?? '') : ''}
      aria-label={label ?? `${slot.side === 'left' ? 'Left' : 'Right'} leg in front`}
      onPointerDown={onActivate}
      onFocus={onActivate}
      className={`flex min-h-0 min-w-0 flex-col overflow-hidden rounded-2xl border bg-paper ${active ? 'border-ink' : 'border-hair'}`}
    >
      <div className="relative min-h-0 flex-1">
        {still ? (
          <PictureStage
            key={still.key}
            still={still}
            asked={asked}
            guesses={active ? reading.guesses : {}}
            reading={own}
            results={results}
            settled={reading.settled}
            marking={active ? marking : null}
            readOnly={readOnly}
            ghost={ghost}
            over={over}
            onPoint={(handle, point, undoable) => {
              setPlacing(still.key);
              actions.onPoint(still.key, handle, point, undoable);
            }}
            onMarked={() => onMarking(null)}
            onHold={setHolding}
          />
        ) : (
          <PictureSource {...source} />
        )}
        {still && (
          <div className="pointer-events-none absolute inset-x-2.5 top-2.5 flex items-start gap-2">
            <SidePlate side={slot.side} inverse />
            {label && <span className="rounded-md bg-spine/85 px-2 py-1 text-small font-semibold text-spine-ink">{label}</span>}
            {!readOnly && active && <Prompt still={still} asked={asked} marking={marking} reading={reading} actions={actions} />}
          </div>
        )}
      </div>
      {still && !readOnly && (
        <Tools
          lengths={standard.measures.some((m) => m.unit === 'centimetres' && m.views.includes(still.view))}
          still={still}
          stills={stills}
          shown={shown}
          active={active}
          marking={marking}
          onMarking={onMarking}
          overlays={overlays}
          over={over}
          onOver={onOver}
          more={still.clip ? null : (more ?? null)}
          onMore={onMore}
          rest={active ? asked.filter((p) => !still.points[p.landmark] && reading.guesses[p.landmark]) : []}
          actions={actions}
          onShow={onShow}
          onAnother={onAnother}
        />
      )}
      {still?.scale && !readOnly && (
        <label className="flex items-center gap-2 border-t border-hair px-3 py-1.5 text-copy">
          Marked length
          <NumberInput
            value={still.scale.centimetres ? length.from(still.scale.centimetres) : null}
            autoFocus={still.scale.centimetres === 0}
            live
            onSay={(said) =>
              actions.onAlter(still.key, (s) => ({ ...s, scale: s.scale && { ...s.scale, centimetres: length.to(said) } }))
            }
            onEmpty={() => actions.onAlter(still.key, (s) => ({ ...s, scale: s.scale && { ...s.scale, centimetres: 0 } }))}
            className="h-11 w-20 rounded-[10px] border border-edge bg-ground px-2 text-entry font-semibold"
          />
          {length.name}
          <Button kind="quiet" className="ml-auto" onClick={() => actions.onAlter(still.key, (s) => ({ ...s, scale: null }))}>
            Take it away
          </Button>
        </label>
      )}
      {still && !readOnly && (still.line || calm?.square) && (
        <FloorLineRow still={still} square={calm?.square ?? null} actions={actions} />
      )}
      {still && !readOnly && calm && (
        <Doubts still={still} doubts={calm.doubts} actions={actions} onLine={() => onMarking('line')} />
      )}
      {still?.clip && (
        <ClipSaid
          look={reading.view}
          view={slot.view}
          side={slot.side}
          noPelvis={asked.some((p) => PELVIS.includes(p.landmark) && !has(still, p.landmark))}
        />
      )}
      {/* As high as it will be with everything read: the picture keeps its size under the finger while points are placed. Before there is
          a picture there is nothing to keep, and the room goes to how to get one. */}
      {still && (
        <div
          className={`shrink-0 overflow-y-auto border-t border-hair px-3.5 py-2 ${slot.view === 'side' ? 'h-26 md:h-21' : 'h-32 md:h-[136px]'}`}
          aria-live="polite"
        >
          <Said standard={standard} slot={slot} still={still} own={own} reading={reading} asked={asked} />
        </div>
      )}
    </section>
  );
}

/** What no clip tells without stickers. */
const PELVIS: Landmark[] = ['workingPelvis', 'freePelvis'];
const NO_PELVIS =
  'For pelvic level, tap the two stickers once: they are followed through the clip. Or place the two points at start and bottom.';

const tenth = (n: number) => Math.round(10 * n) / 10;

/** A length or a distance in a row of tools. */
function Amount({ name, value, unit, onSay }: { name: string; value: number; unit: string; onSay: (value: number) => void }) {
  return (
    <label className="flex items-center gap-1.5">
      <NumberInput
        aria-label={name}
        value={value}
        onSay={(said) => said > 0 && onSay(said)}
        className="h-11 w-15 rounded-[10px] border border-edge bg-ground px-2 text-entry font-semibold"
      />
      {unit}
    </label>
  );
}

/** The line on the floor with its length, and what it said of the camera. */
function FloorLineRow({ still, square, actions }: { still: Still; square: string | null; actions: StillActions }) {
  const { length } = useUnits();
  return (
    <div className="flex flex-wrap items-center gap-x-3 gap-y-1 border-t border-hair px-3 py-1 text-copy" data-floor-line>
      {still.line && (
        <>
          <span>Floor line</span>
          <Amount
            name={`Length of the line on the floor, ${length.name}`}
            value={tenth(length.from(100 * still.line.metres))}
            unit={length.name}
            onSay={(said) => {
              const metres = length.to(said) / 100;
              keep('floor-line', metres);
              actions.onAlter(still.key, (s) => ({ ...s, line: s.line ? { ...s.line, metres } : null }));
            }}
          />
          <Button kind="quiet" onClick={() => actions.onAlter(still.key, (s) => ({ ...s, line: null }))}>
            Take it away
          </Button>
        </>
      )}
      {square && <p className="text-soft">{square}</p>}
    </div>
  );
}

/** Where the camera stood for the pictures of this view. */
function CameraSaid({ still, actions }: { still: Still; actions: StillActions }) {
  const { camera } = still;
  const { length, far } = useUnits();
  if (!camera) return null;
  const say = (change: Partial<Schema['CameraDto']>) => actions.onCamera(still.view, { ...camera, ...change });
  return (
    <fieldset className="flex flex-wrap items-center gap-x-3 gap-y-1 px-1.5 text-copy">
      <legend className="sr-only">Where the camera stood</legend>
      <Amount
        name={`Camera: ${far.name} away`}
        value={far.from(camera.distanceM)}
        unit={`${far.name} away`}
        onSay={(said) => say({ distanceM: far.to(said) })}
      />
      <Amount
        name={`Camera: ${length.name} above the floor`}
        value={tenth(length.from(100 * camera.heightM))}
        unit={`${length.name} high`}
        onSay={(said) => say({ heightM: length.to(said) / 100 })}
      />
      <label className="flex min-h-11 items-center gap-2">
        <input
          type="checkbox"
          checked={camera.guided}
          onChange={(e) => say({ guided: e.target.checked })}
          className="size-5 accent-(--pine)"
        />
        by the guide
      </label>
    </fieldset>
  );
}

/** What is read of this side in this view: the instruments of the view, or why nothing can be read. */
function Said({
  standard,
  slot,
  still,
  own,
  reading,
  asked,
}: {
  standard: Schema['StandardView'];
  slot: Slot;
  still: Still;
  own: Schema['StillView'] | undefined;
  reading: Reading;
  asked: PlanPoint[];
}) {
  const lines = leading(standard, reading.view, slot);
  const left = asked.filter((p) => !has(still, p.landmark)).length;
  const guesses = asked.filter((p) => isGuess(still, p.landmark)).length;
  const guessed =
    guesses > 0 &&
    `${guesses} ${guesses === 1 ? 'point is a guess' : 'points are guesses'}: no verdict until you put ${guesses === 1 ? 'it' : 'each'} in place`;
  // What is wrong with a known length says nothing of an angle.
  const ofLength = own?.fault === 'scaleNotPositive' || own?.fault === 'scaleTooShort';
  if (own?.sentence && isMarked(still) && own.fault !== 'pointMissing' && (!ofLength || lines.length === 0))
    return <p className="pt-1 text-body font-semibold text-brick">{own.sentence}</p>;
  const noPelvis = still.clip != null && asked.some((p) => PELVIS.includes(p.landmark) && !has(still, p.landmark));
  if (lines.length > 0)
    return (
      <div className="grid gap-1">
        {lines.map((r) => (
          <ReadingLine key={r.measureId} reading={r} settled={reading.settled} large={lines.length === 1} />
        ))}
        {guessed && <p className="text-small text-soft">{guessed}</p>}
        {ofLength && own?.sentence && <p className="text-small font-semibold text-brick">{own.sentence}</p>}
      </div>
    );
  return (
    <p className="flex h-12 items-center gap-2 text-body text-soft">
      <SidePlate side={slot.side} size="s" />
      {noPelvis
        ? NO_PELVIS
        : left > 0
          ? guessed || `${left} ${left === 1 ? 'point' : 'points'} to place`
          : 'Nothing to read from these points.'}
    </p>
  );
}

/** What to tap next, with the ring that may already fit. */
function Prompt({
  still,
  asked,
  marking,
  reading,
  actions,
}: {
  still: Still;
  asked: PlanPoint[];
  marking: Marking;
  reading: Reading;
  actions: StillActions;
}) {
  const next = nextPoint(still, asked);
  const fits = next && !marking ? (still.points[next.landmark] ?? reading.guesses[next.landmark]) : undefined;
  useLayoutEffect(() => {
    if (!next || !fits) return;
    const press = (event: globalThis.KeyboardEvent) => {
      if (event.key !== 'Enter' || !rests(event.target)) return;
      event.preventDefault();
      actions.onPoint(still.key, next.landmark, fits, true);
    };
    addEventListener('keydown', press);
    return () => removeEventListener('keydown', press);
  }, [next, fits, still.key, actions]);
  const words =
    marking === 'upright'
      ? 'something upright: tap both ends'
      : marking === 'scale'
        ? 'a known length: tap both ends'
        : marking === 'line'
          ? still.view === 'side'
            ? 'a line on the floor across the stance, away from the camera: tap both ends'
            : 'a line on the floor along the stance, away from the camera: tap both ends'
          : next && still.clip && PELVIS.includes(next.landmark)
            ? `the sticker on ${next.where}`
            : next?.where;
  if (!words) return null;
  return (
    <div className="ml-auto md:max-w-[80%]">
      <p className="rounded-lg bg-spine/90 px-2.5 py-1.5 text-right text-small font-semibold text-spine-ink md:text-copy">
        {marking ? 'Mark ' : next?.more ? 'If you like: ' : 'Tap '}
        {words}
      </p>
    </div>
  );
}

/** Slips that are probable, as questions with their mends. */
function Doubts({
  still,
  doubts,
  actions,
  onLine,
}: {
  still: Still;
  doubts: Schema['DoubtView'][];
  actions: StillActions;
  /** Taps the line on the floor next. */
  onLine: () => void;
}) {
  const [settled, setSettled] = useState<string[]>([]);
  const open = doubts.filter((d) => !settled.includes(d.kind));
  const [doubt] = open;
  if (!doubt) return null;
  const turn: Still['facing'] = still.facing === 'left' ? 'right' : 'left';
  const mends: Partial<Record<Schema['DoubtKind'], [string, (s: Still) => Still][]>> = {
    facingOtherWay: [
      ['Turn round', (s) => ({ ...s, facing: turn })],
      [`It is the ${still.side === 'left' ? 'right' : 'left'}`, (s) => ({ ...s, side: s.side === 'left' ? 'right' : 'left' })],
    ],
    otherLegOrMirrored: [
      ['Mirrored', (s) => ({ ...s, mirrored: !s.mirrored })],
      [`It is the ${still.side === 'left' ? 'right' : 'left'}`, (s) => ({ ...s, side: s.side === 'left' ? 'right' : 'left' })],
    ],
    otherView: [
      still.view === 'side'
        ? ['To the front', (s) => ({ ...s, view: 'front', points: {} })]
        : ['To the side', (s) => ({ ...s, view: 'side', points: {} })],
    ],
    wrongLeg: [
      [`It is the ${still.side === 'left' ? 'right' : 'left'}`, (s) => ({ ...s, side: s.side === 'left' ? 'right' : 'left' })],
    ],
  };
  return (
    <div className="border-t border-hair bg-slate-wash px-3.5 py-2 text-copy" role="status" data-doubt={doubt.kind}>
      <p className="font-semibold">{doubt.question}</p>
      <div className="mt-1.5 flex flex-wrap gap-2">
        {(mends[doubt.kind] ?? []).map(([name, change]) => (
          <Button key={name} onClick={() => actions.onAlter(still.key, change)}>
            {name}
          </Button>
        ))}
        {(doubt.kind === 'offAxis' || doubt.kind === 'floorLine') && (
          <Button onClick={onLine}>{still.line ? 'Tap the line again' : 'Tap the floor line'}</Button>
        )}
        <Button kind="quiet" onClick={() => setSettled((s) => [...s, doubt.kind])}>
          It is right as it is
        </Button>
      </div>
    </div>
  );
}

function Tools({
  lengths,
  still,
  stills,
  shown,
  active,
  marking,
  onMarking,
  overlays,
  over,
  onOver,
  more,
  onMore,
  rest,
  actions,
  onShow,
  onAnother,
}: {
  /** Whether anything that is read here is a length: a known length is for nothing else. */
  lengths: boolean;
  still: Still;
  stills: Still[];
  shown: number;
  active: boolean;
  marking: Marking;
  onMarking: (marking: Marking) => void;
  overlays: { id: string; name: string }[];
  over: Still | undefined;
  onOver: ((id: string) => void) | undefined;
  more: number | null;
  onMore: (() => void) | undefined;
  /** Points that are neither placed nor kept as guesses yet, where a guess is at hand. */
  rest: PlanPoint[];
  actions: StillActions;
  onShow: (index: number) => void;
  onAnother: () => void;
}) {
  const [rarer, setRarer] = useState(false);
  const toggle = (what: Exclude<Marking, null>) => {
    onMarking(marking === what ? null : what);
    // What is tapped next is on the picture: it gets the room.
    setRarer(false);
  };
  return (
    <>
      <div className="flex items-center gap-0.5 overflow-x-auto border-t border-hair px-1.5 py-1">
        {/* Which way somebody faces in a clip is found; whether its camera swaps left and right is not to be seen. */}
        {still.view === 'side' && !still.clip ? (
          <Tool
            onClick={() => actions.onAlter(still.key, (s) => ({ ...s, facing: s.facing === 'left' ? 'right' : 'left' }))}
            label={`Facing ${still.facing} in the picture: the toes point ${still.facing}. Turn round`}
          >
            {still.facing === 'right' ? 'Facing ' : '← facing '}
            <span className="max-sm:hidden">{still.facing}</span>
            {still.facing === 'right' ? ' →' : ''}
          </Tool>
        ) : (
          <Tool
            onClick={() => actions.onAlter(still.key, (s) => ({ ...s, mirrored: !s.mirrored }))}
            pressed={still.mirrored}
            label="Mirrored: the picture shows left and right swapped, as a selfie does"
          >
            Mirrored
          </Tool>
        )}
        <Tool
          onClick={() => toggle('upright')}
          pressed={marking === 'upright' && active}
          label={still.vertical ? 'Upright marked. Mark it again' : 'Mark upright'}
        >
          {still.vertical ? 'Upright ✓' : 'Upright'}
        </Tool>
        <Tool
          onClick={() => toggle('line')}
          pressed={marking === 'line' && active}
          label={
            still.line
              ? 'Floor line tapped. Tap it again'
              : 'Floor line: a tape or an edge under the client that runs away from the camera tells how square it stood'
          }
        >
          {still.line ? 'Floor line ✓' : 'Floor line'}
        </Tool>
        {more !== null && more > 0 && (
          <Tool onClick={() => onMore?.()} label={`+${more} pts: ${more} more points, for what is only noted`}>
            +{more} pts
          </Tool>
        )}
        {rest.length > 1 && (
          <Tool
            onClick={() => actions.onAccept(still.key, rest, true)}
            label="All points right: every ring lies where it belongs"
          >
            All points right
          </Tool>
        )}
        <span className="flex-1" />
        {stills.length > 1 &&
          stills.map((s, i) => (
            <Tool key={s.key} onClick={() => onShow(i)} pressed={i === shown} label={`${i + 1}: repetition`}>
              {i + 1}
            </Tool>
          ))}
        {isMarked(still) && stills.length < 5 && (
          <Tool onClick={onAnother} label={`+ rep: another repetition of the ${sideWord(still.side)}`}>
            + rep
          </Tool>
        )}
        <Tool
          onClick={() => setRarer(!rarer)}
          pressed={rarer}
          label="More: where the camera stood, a known length, another picture over this one, take it away"
        >
          More
        </Tool>
        <span className="max-sm:hidden">
          <Tool onClick={() => actions.onRemove(still.key)} label={`Take this picture of the ${sideWord(still.side)} away`}>
            ×
          </Tool>
        </span>
      </div>
      {rarer && (
        <div className="flex flex-wrap items-center gap-x-1 border-t border-hair px-1.5 py-1" data-rarer>
          {rest.length > 1 && Object.keys(still.points).length >= 2 && (
            <Tool
              onClick={() => actions.onAccept(still.key, rest, false)}
              label="Keep the other rings as guesses: no verdict until each is put in place"
            >
              As guesses
            </Tool>
          )}
          {lengths && (
            <Tool
              onClick={() => toggle('scale')}
              pressed={marking === 'scale' && active}
              label={still.scale ? 'Length marked. Mark it again' : 'Mark a known length'}
            >
              {still.scale ? 'Length ✓' : 'Length'}
            </Tool>
          )}
          {overlays.length > 0 && onOver && (
            <select
              aria-label="Lay another picture over this one"
              value={over ? (overlays.find((o) => o.id === over.key)?.id ?? '') : ''}
              onChange={(e) => onOver(e.target.value)}
              className={`h-11 w-[92px] shrink-0 rounded-lg bg-transparent px-1.5 text-small font-semibold hover:bg-ground ${over ? 'bg-spine! text-spine-ink!' : ''}`}
            >
              <option value="">Compare with…</option>
              {overlays.map((o) => (
                <option key={o.id} value={o.id}>
                  {o.name}
                </option>
              ))}
            </select>
          )}
          <CameraSaid still={still} actions={actions} />
          {/* On a phone the row above has no room for it. */}
          <span className="sm:hidden">
            <Tool onClick={() => actions.onRemove(still.key)} label={`Take this picture of the ${sideWord(still.side)} away`}>
              Take this picture away
            </Tool>
          </span>
        </div>
      )}
    </>
  );
}

function Tool({
  onClick,
  pressed,
  label,
  children,
}: {
  onClick: () => void;
  pressed?: boolean;
  label?: string;
  children: React.ReactNode;
}) {
  return (
    <Button
      kind="quiet"
      onClick={onClick}
      aria-pressed={pressed}
      aria-label={label}
      title={label}
      className={`min-w-11 shrink-0 whitespace-nowrap px-1.5! text-small! no-underline! hover:bg-ground ${pressed ? 'bg-spine! text-spine-ink!' : ''}`}
    >
      {children}
    </Button>
  );
}
