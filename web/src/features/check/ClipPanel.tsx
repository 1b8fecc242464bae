import { BODY_POINTS, type BodyPoint, type SeenFrame } from '@/clips/track';
import { fromView } from '@/pictures/still';
import { Button } from '@/ui/Button';
import { SIDES, type Side, sideWord } from '@/ui/SidePlate';
import type { ClipWork } from './useClip';

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

/** A clip while it is read: who is seen moving, how far it is, and the ways out. */
export function ClipPanel({
  work,
  onStop,
  onLeave,
  onSay,
}: {
  work: ClipWork;
  onStop: () => void;
  onLeave: () => void;
  onSay: (side: Side) => void;
}) {
  const { step } = work;
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
            : step.kind === 'pictures'
              ? 'Picking the moments'
              : `Watching the clip ${fromView[work.slot.view]}`}
        </p>
        {step.kind === 'asking' ? (
          <>
            <p className="text-copy text-soft">{step.sentence}</p>
            <div className="flex flex-wrap gap-2">
              {SIDES.map((side) => (
                <Button key={side} onClick={() => onSay(side)}>
                  The {sideWord(side)}
                </Button>
              ))}
              <Button kind="quiet" onClick={onLeave}>
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
                <Button kind="quiet" onClick={onLeave}>
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
