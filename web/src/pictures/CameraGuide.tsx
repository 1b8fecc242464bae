import { Dialog } from 'radix-ui';
import { useEffect, useRef, useState } from 'react';
import type { Schema } from '@/api/client';
import { glimpse } from '@/clips/reading';
import { useKept } from '@/device/kept';
import { type Side, SidePlate, sideWord } from '@/ui/SidePlate';
import { useUnits } from '@/ui/useUnits';
import type { Unit } from '@/words/units';
import { snap, useAwake, useCamera, useCountdown, useRoll } from './camera';
import { fromView, type Moment, type View } from './still';
import { type Counter, type Filming, useFilming } from './useFilming';

/** Seconds between the tap and the picture, so that one coach alone can stand beside the client; a film never starts at once. */
const TIMERS = { picture: [0, 5, 10], film: [3, 5, 10] };
/** After so many repetitions a film stops by itself; 0 for by hand. */
const REPETITIONS = [3, 5, 1, 0];

const WHOLE: Record<View, string> = {
  side: 'Whole front leg in sight, nothing blurred?',
  front: 'Both hips and the working foot in sight, nothing blurred?',
  back: 'Both hips and the working heel in sight, nothing blurred?',
};

const WHEN: Record<Moment, string> = {
  bottom: 'At the bottom of the third repetition.',
  start: 'Standing still, before the way down.',
  firstSeen: 'On the way down, where something first goes wrong.',
  halfUp: 'Half-way up.',
  top: 'At the top.',
};

/**
 * Taking the picture or the film inside the page: what to aim at is drawn over the live picture (a line at the camera's height, a plumb
 * line, the bubble, where a tape on the floor lies), with a ghost of the last picture of this side to come back to the same
 * place. Taken, it is looked at once and used, with the floor line to tap at once if a tape lies there, or taken again.
 */
export function CameraGuide({
  side,
  view,
  moment,
  planned,
  open,
  ghost,
  count,
  onClose,
  onTaken,
}: {
  side: Side;
  view: View;
  moment: Moment;
  planned: Schema['CameraDto'] | null;
  /** What is taken, while it is open. */
  open: 'picture' | 'film' | null;
  /** Counts what is filmed, so that it stops by itself. */
  count: Counter | undefined;
  /** The last picture of this side, to take the same place again. */
  ghost: string | undefined;
  onClose: () => void;
  /** A picture, and whether the line on the floor is to be tapped on it next. */
  onTaken: (picture: Blob, line: boolean) => void;
}) {
  const [taken, setTaken] = useState<{ blob: Blob; url: string } | null>(null);
  const [failed, setFailed] = useState<string | null>(null);
  const [ghosted, setGhosted] = useState(true);
  const video = useRef<HTMLVideoElement>(null);
  const camera = useCamera(open !== null);
  const roll = useRoll(open !== null);
  useAwake(open !== null);
  const timers = TIMERS[open ?? 'picture'];
  const [kept, setSeconds] = useKept<number>('camera-timer', () => 0);
  const seconds = Math.max(kept, timers[0] ?? 0);
  const [asked, setAsked] = useKept<number>('film-repetitions', () => 3);

  useEffect(() => {
    if (video.current) video.current.srcObject = camera.stream;
  }, [camera.stream]);
  useEffect(() => () => void (taken && URL.revokeObjectURL(taken.url)), [taken]);

  const shoot = async () => {
    if (!video.current || video.current.videoWidth === 0) return;
    try {
      const blob = await snap(video.current);
      setFailed(null);
      setTaken({ blob, url: URL.createObjectURL(blob) });
    } catch (error) {
      setFailed(error instanceof Error ? error.message : String(error));
    }
  };
  const film = useFilming(camera.stream, video, asked > 0 ? asked : Number.POSITIVE_INFINITY, count, (filmed) => {
    onTaken(filmed, false);
    close();
  });
  const { left, begin, stop } = useCountdown(open !== null && !taken, () => (open === 'film' ? film.begin() : void shoot()));
  // What counts while it is filmed takes a while to get ready: it begins before it is needed.
  const counts = count !== undefined;
  useEffect(() => {
    if (open === 'film' && counts) void glimpse(null).catch(() => undefined);
  }, [open, counts]);
  const close = () => {
    stop();
    setTaken(null);
    onClose();
  };
  const problem = camera.problem ?? failed;
  return (
    <Dialog.Root open={open !== null} onOpenChange={(now) => !now && close()}>
      <Dialog.Portal>
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed inset-0 z-50 flex flex-col bg-[#101512] text-[#f1eee6]"
          onOpenAutoFocus={(e) => e.preventDefault()}
        >
          <div className="flex items-center gap-3 px-4 py-3">
            <SidePlate side={side} inverse />
            <Dialog.Title className="say flex-1 text-head">
              {taken
                ? WHOLE[view]
                : `${side === 'left' ? 'Left' : 'Right'} leg ${view === 'side' ? 'in front' : 'works'}, ${fromView[view]}`}
            </Dialog.Title>
            <Dialog.Close className="grid size-11 place-items-center rounded-lg text-title hover:bg-white/10" aria-label="Close">
              ×
            </Dialog.Close>
          </div>
          <div className="relative min-h-0 flex-1 overflow-hidden bg-black">
            <video ref={video} autoPlay playsInline muted className="absolute inset-0 h-full w-full object-contain" />
            {taken ? (
              <img
                src={taken.url}
                alt={`The ${sideWord(side)} leg as just taken`}
                className="absolute inset-0 h-full w-full bg-black object-contain"
              />
            ) : (
              <>
                {ghost && ghosted && (
                  <img
                    src={ghost}
                    alt=""
                    className="pointer-events-none absolute inset-0 h-full w-full object-contain opacity-35"
                  />
                )}
                {!problem && !film.filming && <Aim view={view} planned={planned} roll={roll} />}
                {film.filming && <Counted filming={film.filming} asked={asked} />}
                {left !== null && (
                  <p
                    role="timer"
                    className="absolute inset-0 grid place-items-center bg-black/35 text-poster font-semibold tabular-nums"
                  >
                    {left}
                  </p>
                )}
              </>
            )}
            {problem && (
              <p role="alert" className="absolute inset-x-6 top-1/3 rounded-xl bg-[#432620] p-4 text-entry">
                {problem}
              </p>
            )}
          </div>
          {taken ? (
            <div className="grid grid-cols-2 gap-3 p-4 pb-[max(1rem,env(safe-area-inset-bottom))] sm:grid-cols-3">
              <button
                type="button"
                onClick={() => setTaken(null)}
                className="min-h-16 rounded-xl border border-white/45 text-lead font-semibold"
              >
                Take it again
              </button>
              <button
                type="button"
                onClick={() => {
                  onTaken(taken.blob, true);
                  close();
                }}
                className="min-h-16 rounded-xl border border-white/45 px-2 text-entry font-semibold"
              >
                Use it, tap the tape
              </button>
              <button
                type="button"
                onClick={() => {
                  onTaken(taken.blob, false);
                  close();
                }}
                className="min-h-16 rounded-xl bg-[#dfa443] text-lead font-semibold text-[#1a1408] max-sm:order-first max-sm:col-span-2"
              >
                Use this picture
              </button>
            </div>
          ) : (
            <div className="grid grid-cols-[1fr_auto_1fr] items-center gap-3 p-4 pb-[max(1rem,env(safe-area-inset-bottom))]">
              <span className="flex flex-wrap items-center gap-2 justify-self-start text-small">
                {ghost && (
                  <button
                    type="button"
                    aria-pressed={ghosted}
                    onClick={() => setGhosted(!ghosted)}
                    className="min-h-11 rounded-lg border border-white/40 px-3 text-copy font-semibold aria-pressed:bg-white/15"
                  >
                    Ghost of last time
                  </button>
                )}
                {open === 'film' ? (
                  <button
                    type="button"
                    disabled={film.filming !== null}
                    onClick={() => setAsked(REPETITIONS[(REPETITIONS.indexOf(asked) + 1) % REPETITIONS.length] ?? 3)}
                    className="min-h-11 rounded-lg border border-white/40 px-3 text-left text-copy font-semibold disabled:opacity-50"
                  >
                    {asked === 0 ? 'Stop by hand' : asked === 1 ? 'Stop after 1 repetition' : `Stop after ${asked}`}
                  </button>
                ) : (
                  <span className="opacity-80">{WHEN[moment]}</span>
                )}
              </span>
              <button
                type="button"
                onClick={() =>
                  film.filming ? film.stop() : left !== null ? stop() : seconds > 0 ? begin(seconds) : void shoot()
                }
                disabled={!camera.stream}
                aria-label={
                  film.filming ? 'Stop filming' : left !== null ? 'Stop the timer' : open === 'film' ? 'Film' : 'Take the picture'
                }
                className="grid size-20 place-items-center rounded-full border-4 border-[#f1eee6] bg-[#dfa443] text-lead font-semibold text-[#1a1408] disabled:opacity-40"
              >
                {film.filming ? 'Stop' : open === 'film' ? (left === null ? 'Film' : '') : ''}
              </button>
              <span className="flex flex-wrap items-center justify-end gap-2 justify-self-end text-right text-small">
                <span className="opacity-80 max-sm:hidden">Same place for both sides.</span>
                <button
                  type="button"
                  onClick={() => setSeconds(timers[(timers.indexOf(seconds) + 1) % timers.length] ?? 0)}
                  disabled={film.filming !== null}
                  className="min-h-11 rounded-lg border border-white/40 px-3 text-copy font-semibold disabled:opacity-50"
                >
                  {seconds === 0 ? 'Timer off' : `Timer ${seconds} s`}
                </button>
              </span>
            </div>
          )}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

/** How many are done, large enough to be read by the client, and how long it goes on. */
function Counted({ filming, asked }: { filming: Filming; asked: number }) {
  return (
    <div className="pointer-events-none absolute top-3 left-3 flex items-end gap-2" data-filming>
      <p className="rounded-xl bg-black/60 px-4 pt-2 pb-3 text-poster leading-none font-semibold tabular-nums" role="status">
        {filming.counted}
        {asked > 0 && <span className="text-title opacity-80"> of {asked}</span>}
      </p>
      <p className="rounded-lg bg-black/60 px-2.5 py-0.5 text-lead font-semibold tabular-nums">{Math.floor(filming.seconds)} s</p>
    </div>
  );
}

/** What lies on the line at the camera's own height. From front and back that is no joint: it says how high it is. */
const level = (view: View, planned: Schema['CameraDto'] | null, length: Unit) =>
  view === 'side'
    ? 'knee on this line'
    : planned
      ? `${Math.round(length.from(100 * planned.heightM))} ${length.name} above the floor`
      : 'level';

/** What to bring where: the line at the camera's height, the client between the marks, the bubble in its middle, a tape that runs away from the camera. */
function Aim({ view, planned, roll }: { view: View; planned: Schema['CameraDto'] | null; roll: number | null }) {
  const { length } = useUnits();
  const centred = roll !== null && Math.abs(roll) < 0.18;
  const at = view === 'side' ? '56%' : '50%';
  return (
    <div className="pointer-events-none absolute inset-0" aria-hidden="true">
      <div className="absolute inset-x-0 border-t-2 border-dashed border-[#f1eee6]/70" style={{ top: at }} />
      <span
        className="absolute left-3 -translate-y-7 rounded bg-black/55 px-2 py-0.5 text-small font-semibold"
        style={{ top: at }}
      >
        {level(view, planned, length)}
      </span>
      <div className="absolute top-[6%] bottom-[22%] left-1/2 w-0.5 bg-[#dfa443]/80" />
      {/* The tape as a camera sees it that stands square: it runs straight away, shortened. */}
      <svg viewBox="0 0 60 40" className="absolute bottom-[11%] left-1/2 h-[11%] -translate-x-1/2" aria-hidden="true">
        <path d="M22 38 L27 3 H33 L38 38 Z" fill="#dfa443" fillOpacity="0.55" stroke="#f1eee6" strokeWidth="1.2" />
        <path d="M27.6 12 h4.8 M26.6 20 h6.8 M25.4 29 h9.2" stroke="#1a1408" strokeWidth="1" />
      </svg>
      <span className="absolute bottom-3 left-1/2 w-max max-w-[94%] -translate-x-1/2 rounded bg-black/55 px-2 py-0.5 text-center text-small font-semibold">
        Feet on the floor, three steps away. A tape here, {view === 'side' ? 'across' : 'along'} the stance, running away from
        you, tells how square you stand.
      </span>
      {roll !== null && (
        <div className="absolute top-3 left-1/2 h-7 w-36 -translate-x-1/2 rounded-full border-2 border-[#f1eee6]/80 bg-[#3a442c]/85">
          <span className="absolute top-0 bottom-0 left-[42%] w-0.5 bg-[#e3ecc6]" />
          <span className="absolute top-0 right-[42%] bottom-0 w-0.5 bg-[#e3ecc6]" />
          <span
            className={`absolute top-1 size-4 rounded-full ${centred ? 'bg-[#72c9a5]' : 'bg-[#f1eee6]'}`}
            style={{ left: `calc(${50 - roll * 42}% - 8px)` }}
          />
        </div>
      )}
    </div>
  );
}
