import { type DragEvent, useEffect, useRef, useState } from 'react';
import type { Schema } from '@/api/client';
import { keep, readKept } from '@/device/kept';
import { type Side, SidePlate, sideWord } from '@/ui/SidePlate';
import { useUnits } from '@/ui/useUnits';
import { day, time } from '@/words/dates';
import type { Unit } from '@/words/units';
import { CameraGuide } from './CameraGuide';
import { CameraPlace } from './CameraPlace';
import { liveCamera } from './camera';
import { type Moment, type View, viewName } from './still';
import { type Counter, canFilm } from './useFilming';
import { nearest } from './waiting';

const place: Record<View, string> = { side: 'in front', front: 'works, from the front', back: 'works, from behind' };

/** How to put the camera up; where it stands the plan says. */
const guide: Record<View, (camera: Schema['CameraDto'] | null, length: Unit) => string> = {
  side: () =>
    'From the side and level, knee high, the whole body in sight, from the same place for both sides. A tape on the floor across the stance tells how square it stands.',
  front: (camera, length) =>
    `From straight ahead and level${up(camera, length)}, both hips and the working foot in sight. A tape along the stance tells how square it stands.`,
  back: (camera, length) => `From straight behind and level${up(camera, length)}, both hips and the working heel in sight.`,
};

const up = (camera: Schema['CameraDto'] | null, length: Unit) =>
  camera ? `, ${Math.round(length.from(100 * camera.heightM))} ${length.name} high` : '';

const when: Record<Moment, string> = {
  bottom: 'A picture is of the bottom of the third repetition.',
  start: 'Standing still, before the way down.',
  firstSeen: 'On the way down, where something first goes wrong; half-way when nothing does.',
  halfUp: 'Half-way up.',
  top: 'At the top.',
};

/** Opens the camera, or the files of the device, for a side. */
export type Openers = Partial<Record<Side, { camera: () => void; file: () => void } | undefined>>;
type Opener = (open: Openers[Side] | undefined) => void;

/** The time of day, and the day where it is not today's. */
const clock = (picture: Schema['PictureView']) => {
  const at = new Date(picture.at);
  return picture.today ? time(at) : `${day(picture.at)}, ${time(at)}`;
};

/** Where a picture comes from: the camera, a file, a drop, the clipboard, or one taken earlier and not used yet. */
export function PictureSource({
  side,
  view,
  moment,
  planned,
  active,
  loose,
  clientName,
  consent,
  onConsent,
  onFile,
  count,
  onLoose,
  title,
  ghost,
  opener,
}: {
  side: Side;
  view: View;
  moment: Moment;
  /** Where the plan has the camera. */
  planned: Schema['CameraDto'] | null;
  active: boolean;
  loose: Schema['PictureView'][];
  clientName: string;
  consent: boolean;
  onConsent: () => void;
  /** A file, whether it was taken by the guide on the screen, and whether the line on the floor is tapped next. */
  onFile: (file: Blob, guided: boolean, line: boolean) => void;
  /** Counts repetitions while they are filmed, where clips are taken here too. */
  count?: Counter;
  onLoose: (picture: Schema['PictureView']) => void;
  title?: string;
  /** The last picture of this side: the camera shows it as a ghost. */
  ghost?: string | undefined;
  /** Whoever holds it opens the camera or the files from elsewhere on the screen. */
  opener?: Opener;
}) {
  const file = useRef<HTMLInputElement>(null);
  const camera = useRef<HTMLInputElement>(null);
  const film = useRef<HTMLInputElement>(null);
  const [over, setOver] = useState(false);
  const [guided, setGuided] = useState<'picture' | 'film' | null>(null);
  const live = liveCamera();
  const clips = count !== undefined;
  const { length } = useUnits();
  // Said once on this device, and then gone on.
  const [plain] = useState(() => !isSecureContext && readKept('plain-http') === undefined);
  useEffect(() => {
    if (plain) keep('plain-http', true);
  }, [plain]);
  const pick = (input: HTMLInputElement) => {
    const chosen = input.files?.[0];
    if (chosen) onFile(chosen, false, false);
    // The same file can be chosen again after it was taken away.
    input.value = '';
  };
  const takeOne = () => (live ? setGuided('picture') : camera.current?.click());
  useEffect(() => {
    if (!opener || !consent) return;
    opener({ camera: () => (live ? setGuided('picture') : camera.current?.click()), file: () => file.current?.click() });
    return () => opener(undefined);
  }, [opener, consent, live]);

  useEffect(() => {
    if (!active || !consent) return;
    const paste = (event: ClipboardEvent) => {
      const item = [...(event.clipboardData?.items ?? [])].find((i) => i.kind === 'file');
      const blob = item?.getAsFile();
      if (blob) onFile(blob, false, false);
    };
    addEventListener('paste', paste);
    return () => removeEventListener('paste', paste);
  }, [active, consent, onFile]);

  const drop = (event: DragEvent) => {
    event.preventDefault();
    setOver(false);
    const [dropped] = event.dataTransfer.files;
    if (consent && dropped) onFile(dropped, false, false);
  };

  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: dropping is one of several ways, the buttons are the others
    <div
      data-picks
      onDragOver={(e) => {
        e.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={drop}
      className={`flex h-full min-h-64 flex-col [justify-content:safe_center] gap-3 overflow-y-auto p-5 ${over ? 'bg-pine-wash' : 'bg-ground-deep'}`}
    >
      <p className="say flex items-center gap-2.5 text-head">
        <SidePlate side={side} /> {title ?? `${side === 'left' ? 'Left' : 'Right'} leg ${place[view]}`}
      </p>
      {consent ? (
        <>
          {loose.length > 0 && (
            <div>
              <p className="mb-1.5 text-copy text-soft">Waiting, not marked yet:</p>
              <div className="flex gap-2 overflow-x-auto pt-0.5 pb-1">
                {nearest(loose, { side, view, moment }).map((picture, i) => (
                  <button
                    key={picture.id}
                    type="button"
                    onClick={() => onLoose(picture)}
                    className="shrink-0 rounded-lg border-2 border-transparent text-left hover:border-ink"
                  >
                    <img
                      src={`/api/pictures/${picture.id}`}
                      alt=""
                      width={picture.width}
                      height={picture.height}
                      className="h-26 w-auto rounded-t-md"
                    />
                    <span className="sr-only">{`Use earlier picture ${i + 1} for the ${sideWord(side)} leg, taken: `}</span>
                    <span className="flex items-center gap-1.5 px-0.5 pt-1 text-fine text-soft">
                      {picture.side && <SidePlate side={picture.side} size="s" />}
                      {picture.view && viewName[picture.view].toLowerCase()} {clock(picture)}
                    </span>
                  </button>
                ))}
              </div>
            </div>
          )}
          {view === 'side' && loose.length === 0 && <CameraPlace />}
          {plain && (
            <p className="text-copy text-slate" role="status">
              This page came over plain http: the browser gives it no camera of its own and lets the screen sleep. The device’s
              own camera takes the pictures.
            </p>
          )}
          <p className="text-copy text-soft">
            {guide[view](planned, length)} {clips ? 'Film three repetitions, or take one picture. ' : ''}
            {when[moment]}
          </p>
          <div className="flex flex-wrap gap-2">
            <button
              type="button"
              onClick={takeOne}
              className={`min-h-11 rounded-[10px] border border-edge bg-paper px-4 font-semibold hover:border-ink ${live ? '' : 'lg:hidden'}`}
            >
              Take picture
            </button>
            {clips && (
              <button
                type="button"
                onClick={() => (live && canFilm() ? setGuided('film') : film.current?.click())}
                className={`min-h-11 rounded-[10px] border border-edge bg-paper px-4 font-semibold hover:border-ink ${live ? '' : 'lg:hidden'}`}
              >
                Film
              </button>
            )}
            <button
              type="button"
              onClick={() => file.current?.click()}
              className="min-h-11 rounded-[10px] border border-edge bg-paper px-4 font-semibold hover:border-ink"
            >
              {clips ? 'Choose a clip or picture' : 'Choose a file'}
            </button>
            <span className="self-center text-small text-soft max-lg:hidden">or drop or paste one here</span>
          </div>
        </>
      ) : (
        <>
          <p className="text-body">May pictures of {clientName} be kept here? Ask once; for a minor, ask the guardian.</p>
          <button
            type="button"
            onClick={onConsent}
            className="min-h-11 self-start rounded-[10px] border border-edge bg-paper px-4 font-semibold hover:border-ink"
          >
            {clientName.split(' ')[0]} agrees
          </button>
        </>
      )}
      <CameraGuide
        side={side}
        view={view}
        moment={moment}
        planned={planned}
        open={guided}
        ghost={ghost}
        count={count}
        onClose={() => setGuided(null)}
        onTaken={(taken, line) => onFile(taken, true, line)}
      />
      <input
        ref={file}
        type="file"
        accept={`${clips ? 'video/*,' : ''}image/png,image/jpeg,image/webp,image/heic`}
        className="hidden"
        data-pick={side}
        onChange={(e) => pick(e.target)}
      />
      <input ref={film} type="file" accept="video/*" capture="environment" className="hidden" onChange={(e) => pick(e.target)} />
      <input
        ref={camera}
        type="file"
        accept="image/*"
        capture="environment"
        className="hidden"
        onChange={(e) => pick(e.target)}
      />
    </div>
  );
}
