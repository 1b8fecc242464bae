import { Slider } from 'radix-ui';
import { useEffect, useRef, useState } from 'react';
import { LONGEST } from '@/clips/refusal';
import { BODY_POINTS, type BodyPoint, type ClipFacts, type People, type SeenFrame } from '@/clips/track';
import { fromView } from '@/pictures/still';
import { Button } from '@/ui/Button';
import { SIDES, sideWord } from '@/ui/SidePlate';
import type { Clip, ClipWork } from './useClip';

/** The bones that a reading shows while it goes on. */
const BONES: [BodyPoint, BodyPoint][] = [
  ['ear', 'rightShoulder'],
  ['ear', 'leftShoulder'],
  ['leftShoulder', 'rightShoulder'],
  ['leftShoulder', 'leftHip'],
  ['rightShoulder', 'rightHip'],
  ['leftHip', 'rightHip'],
  ['leftHip', 'leftKnee'],
  ['leftKnee', 'leftAnkle'],
  ['leftAnkle', 'leftHeel'],
  ['leftHeel', 'leftToe'],
  ['leftAnkle', 'leftToe'],
  ['rightHip', 'rightKnee'],
  ['rightKnee', 'rightAnkle'],
  ['rightAnkle', 'rightHeel'],
  ['rightHeel', 'rightToe'],
  ['rightAnkle', 'rightToe'],
];

/** Where the clip waits for the coach. */
const ASKS: ReadonlySet<ClipWork['step']['kind']> = new Set(['asking', 'elsewhere', 'who', 'waiting']);

/** A clip on its way into the look, and what waits for it. */
export function ClipPanel({ work, clip }: { work: ClipWork; clip: Clip }) {
  const panel = useRef<HTMLDivElement>(null);
  const asks = ASKS.has(work.step.kind) ? `${work.id} ${work.step.kind}` : null;
  // By keyboard the answer is under the hand once it is asked, where the hand is still at picking the clip; nothing else loses the focus.
  useEffect(() => {
    const held = document.activeElement;
    if (asks && (!held || held === document.body || held.closest('[data-picks]')))
      panel.current?.querySelector('button')?.focus({ preventScroll: true });
  }, [asks]);
  return (
    <div ref={panel}>
      <UnderWay work={work} clip={clip} />
      {clip.line.map(({ id, slot }) => (
        <p key={id} data-clip-in-line className="mb-2 flex items-center justify-between gap-2 text-copy">
          <span>
            Then the clip {fromView[slot.view]}, {sideWord(slot.side)}. It waits here.
          </span>
          <Button kind="quiet" className="shrink-0 whitespace-nowrap" onClick={() => clip.skip(id)}>
            Leave it out
          </Button>
        </p>
      ))}
    </div>
  );
}

/** A clip while it is read: who is seen moving, how far it is, and the ways out. */
function UnderWay({ work, clip }: { work: ClipWork; clip: Clip }) {
  const { stop: onStop, leave: onLeave, say: onSay, from: onFrom, choose: onChoose, again: onAgain, watch: onWatch } = clip;
  const { step } = work;
  if (step.kind === 'trimming') return <Trim facts={step.facts} file={step.file} onWatch={onWatch} onLeave={onLeave} />;
  if (step.kind === 'who') return <Who people={step.people} onChoose={onChoose} onLeave={onLeave} />;
  const progress = step.kind === 'reading' ? step.progress : null;
  const done = step.kind === 'pictures' ? 1 : progress ? Math.min(1, progress.done / Math.max(1, progress.of)) : 0;
  return (
    <section
      aria-label="The clip"
      data-clip={step.kind}
      className="mb-2 flex items-stretch gap-4 rounded-2xl border border-ink bg-paper p-3"
    >
      <Mover seen={work.seen} size={progress?.size ?? null} />
      <div className="flex min-w-0 flex-1 flex-col justify-center gap-2">
        <p className="say text-head">
          {step.kind === 'asking'
            ? 'Which leg works?'
            : step.kind === 'elsewhere'
              ? 'From where is it filmed?'
              : step.kind === 'pictures'
                ? 'Picking the moments'
                : `Watching the clip ${fromView[work.slot.view]}`}
        </p>
        {step.kind === 'waiting' ? (
          <>
            <p className="text-copy text-soft">{step.sentence} The clip is read and stays on this page.</p>
            <div className="flex flex-wrap gap-2">
              <Button onClick={onAgain}>Try again</Button>
              <Button kind="quiet" onClick={onLeave}>
                Leave it out
              </Button>
            </div>
          </>
        ) : step.kind === 'elsewhere' ? (
          <>
            <p className="text-copy text-soft">{step.sentence}</p>
            <div className="flex flex-wrap gap-2">
              {step.views.map((view) => (
                <Button key={view} onClick={() => onFrom(view)}>
                  It is {fromView[view]}
                </Button>
              ))}
              <Button kind="quiet" className="max-sm:-ml-4" onClick={onLeave}>
                Leave it out
              </Button>
            </div>
          </>
        ) : step.kind === 'asking' ? (
          <>
            <p className="text-copy text-soft">{step.sentence}</p>
            <div className="flex flex-wrap gap-2">
              {SIDES.map((side) => (
                <Button key={side} onClick={() => onSay(side)}>
                  The {sideWord(side)}
                </Button>
              ))}
              <Button kind="quiet" className="max-sm:-ml-4" onClick={onLeave}>
                Leave it out
              </Button>
            </div>
          </>
        ) : (
          <>
            <div
              role="progressbar"
              aria-label="How far it is"
              aria-valuemin={0}
              aria-valuemax={100}
              aria-valuenow={Math.round(100 * done)}
              className="h-2 w-full overflow-hidden rounded-full bg-ground-deep"
            >
              <div className="h-full rounded-full bg-brass" style={{ width: `${100 * done}%` }} />
            </div>
            <p className="text-copy text-soft tabular-nums" role="status">
              {step.kind === 'pictures' ? 'Start and bottom of every repetition.' : saidOf(progress)}
            </p>
            {step.kind === 'reading' && (
              <div className="flex flex-wrap gap-2">
                <Button onClick={onStop} disabled={(progress?.done ?? 0) === 0}>
                  Enough, use it so far
                </Button>
                <Button kind="quiet" className="max-sm:-ml-4" onClick={onLeave}>
                  Leave it out
                </Button>
              </div>
            )}
          </>
        )}
      </div>
    </section>
  );
}

/** The stickers are being followed: their numbers come, and nothing is finished before. */
export function Following() {
  return (
    <p className="mb-2 rounded-xl border border-ink bg-paper px-3.5 py-2 text-copy" role="status" data-following>
      Following the two stickers through the clip. Each repetition gets its pelvic level.
    </p>
  );
}

/** A long clip: the stretch with the repetitions between two handles, with the frame at the handle that moves. */
function Trim({
  facts,
  file,
  onWatch,
  onLeave,
}: {
  facts: ClipFacts;
  file: Blob;
  onWatch: (from: number, to: number) => void;
  onLeave: () => void;
}) {
  const [range, setRange] = useState<[number, number]>([0, Math.min(facts.duration, LONGEST)]);
  const [src, setSrc] = useState('');
  const video = useRef<HTMLVideoElement>(null);
  useEffect(() => {
    const url = URL.createObjectURL(file);
    setSrc(url);
    return () => URL.revokeObjectURL(url);
  }, [file]);
  const move = ([from = 0, to = facts.duration]: number[]) => {
    const first = from !== range[0];
    // No longer than can be read: the other handle comes along.
    const kept: [number, number] = first ? [from, Math.min(to, from + LONGEST)] : [Math.max(from, to - LONGEST), to];
    setRange(kept);
    if (video.current) video.current.currentTime = first ? kept[0] : kept[1];
  };
  const said = (n: number) => `${n.toFixed(1)} s`;
  return (
    <section
      aria-label="The clip"
      data-clip="trimming"
      className="mb-2 flex items-stretch gap-4 rounded-2xl border border-ink bg-paper p-3"
    >
      <video ref={video} src={src} muted playsInline preload="auto" className="h-56 shrink-0 rounded-xl bg-ground-deep" />
      <div className="flex min-w-0 flex-1 flex-col justify-center gap-3">
        <p className="say text-head">Which repetitions?</p>
        <p className="text-copy text-soft tabular-nums">
          {Math.round(facts.duration)} s long. From {said(range[0])} to {said(range[1])}: three to six repetitions are enough.
        </p>
        <Slider.Root
          min={0}
          max={facts.duration}
          step={0.1}
          minStepsBetweenThumbs={10}
          value={range}
          onValueChange={move}
          className="relative flex h-11 touch-none items-center"
        >
          <Slider.Track className="relative h-2 flex-1 rounded-full bg-ground-deep">
            <Slider.Range className="absolute h-full rounded-full bg-brass" />
          </Slider.Track>
          {(['From', 'To'] as const).map((name, i) => (
            <Slider.Thumb
              key={name}
              aria-label={name}
              aria-valuetext={said(range[i] ?? 0)}
              className="block h-11 w-5 rounded-md border-2 border-ink bg-paper"
            />
          ))}
        </Slider.Root>
        <div className="flex flex-wrap gap-2">
          <Button onClick={() => onWatch(...range)}>Watch this stretch</Button>
          <Button kind="quiet" onClick={onLeave}>
            Leave it out
          </Button>
        </div>
      </div>
    </section>
  );
}

/** Several people in the clip: whoever is meant is tapped. */
function Who({ people, onChoose, onLeave }: { people: People; onChoose: (which: number) => void; onLeave: () => void }) {
  const [src, setSrc] = useState('');
  useEffect(() => {
    const url = URL.createObjectURL(people.picture);
    setSrc(url);
    return () => URL.revokeObjectURL(url);
  }, [people.picture]);
  const share = (n: number, of: number) => `${(100 * n) / of}%`;
  return (
    <section
      aria-label="The clip"
      data-clip="who"
      className="mb-2 flex items-stretch gap-4 rounded-2xl border border-ink bg-paper p-3"
    >
      <div
        className="relative h-72 shrink-0 overflow-hidden rounded-xl"
        style={{ aspectRatio: `${people.width} / ${people.height}` }}
      >
        {src && <img src={src} alt="" className="h-full w-full" />}
        {people.boxes.map((b, i) => (
          <button
            key={`${b.x} ${b.y}`}
            type="button"
            aria-label={`Person ${i + 1}`}
            onClick={() => onChoose(i)}
            className="absolute min-h-11 min-w-11 rounded-lg border-3 border-brass font-bold text-spine-ink"
            style={{
              left: share(b.x, people.width),
              top: share(b.y, people.height),
              width: share(b.width, people.width),
              height: share(b.height, people.height),
            }}
          >
            <span className="rounded bg-spine/85 px-2 py-0.5">{i + 1}</span>
          </button>
        ))}
      </div>
      <div className="flex min-w-0 flex-1 flex-col justify-center gap-2">
        <p className="say text-head">Who is it?</p>
        <p className="text-copy text-soft">{people.boxes.length} people are in this clip. Tap the one who is looked at.</p>
        <Button kind="quiet" className="self-start" onClick={onLeave}>
          Leave it out
        </Button>
      </div>
    </section>
  );
}

/** How far a reading is, with what is left of it. */
const saidOf = (progress: { done: number; of: number; left: number | null } | null) =>
  !progress
    ? 'Getting ready. The first clip on a device takes a few seconds longer.'
    : progress.left === null
      ? `${progress.done} of about ${progress.of} frames.`
      : `${progress.done} of about ${progress.of} frames, about ${Math.max(1, Math.round(progress.left))} s left. It stays on this device.`;

/** Who is seen, as lines. */
function Mover({ seen, size }: { seen: SeenFrame | null; size: { width: number; height: number } | null }) {
  const { width, height } = size ?? { width: 540, height: 960 };
  const at = (name: BodyPoint) => {
    const i = 3 * BODY_POINTS.indexOf(name);
    return seen ? { x: seen.points[i] ?? 0, y: seen.points[i + 1] ?? 0 } : null;
  };
  return (
    <svg
      viewBox={`0 0 ${width} ${height}`}
      className="h-36 shrink-0 rounded-xl bg-ground-deep"
      style={{ aspectRatio: `${width} / ${height}` }}
      aria-hidden="true"
    >
      {BONES.map(([from, to]) => {
        const [a, b] = [at(from), at(to)];
        return (
          a &&
          b && (
            <path
              key={`${from}-${to}`}
              d={`M${a.x} ${a.y}L${b.x} ${b.y}`}
              stroke={from.startsWith('left') && to.startsWith('left') ? 'var(--brass)' : 'var(--ink)'}
              strokeWidth={height / 64}
              strokeLinecap="round"
            />
          )
        );
      })}
    </svg>
  );
}
