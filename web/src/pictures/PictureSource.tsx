import { type DragEvent, useEffect, useRef, useState } from 'react';
import type { Schema } from '@/api/client';
import { type Side, SidePlate, sideWord } from '@/ui/SidePlate';
import { CameraGuide } from './CameraGuide';
import { CameraPlace } from './CameraPlace';
import { liveCamera } from './camera';
import type { Moment, View } from './still';

const place: Record<View, string> = { side: 'in front', front: 'works, from the front', back: 'works, from behind' };

/** How to put the camera up; where it stands the plan says. */
const guide: Record<View, (camera: Schema['CameraDto'] | null) => string> = {
  side: () =>
    'From the side and level, knee high, the whole body in sight, from the same place for both sides. A tape on the floor across the stance tells how square it stands.',
  front: (camera) =>
    `From straight ahead and level${up(camera)}, both hips and the working foot in sight. A tape along the stance tells how square it stands.`,
  back: (camera) => `From straight behind and level${up(camera)}, both hips and the working heel in sight.`,
};

const up = (camera: Schema['CameraDto'] | null) => (camera ? `, ${Math.round(100 * camera.heightM)} cm high` : '');

const when: Record<Moment, string> = {
  bottom: 'Three repetitions; take the bottom of the third.',
  start: 'Standing still, before the way down.',
  firstSeen: 'On the way down, where something first goes wrong; half-way when nothing does.',
  halfUp: 'Half-way up.',
  top: 'At the top.',
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
  onLoose,
  title,
  ghost,
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
  onLoose: (picture: Schema['PictureView']) => void;
  title?: string;
  /** The last picture of this side: the camera shows it as a ghost. */
  ghost?: string | undefined;
}) {
  const file = useRef<HTMLInputElement>(null);
  const camera = useRef<HTMLInputElement>(null);
  const [over, setOver] = useState(false);
  const [guided, setGuided] = useState(false);
  const live = liveCamera();
  const pick = (files: FileList | null) => files?.[0] && onFile(files[0], false, false);

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
    if (consent) pick(event.dataTransfer.files);
  };

  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: dropping is one of several ways, the buttons are the others
    <div
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
          {view === 'side' && <CameraPlace />}
          <p className="text-copy text-soft">
            {guide[view](planned)} {when[moment]}
          </p>
          <div className="flex flex-wrap gap-2">
            <button
              type="button"
              onClick={() => (live ? setGuided(true) : camera.current?.click())}
              className={`min-h-11 rounded-[10px] px-4 font-semibold ${live ? '' : 'lg:hidden'} ${active ? 'max-lg:bg-act max-lg:text-act-ink lg:border lg:border-edge/60 lg:bg-paper' : 'border border-edge/60 bg-paper'}`}
            >
              Take picture
            </button>
            <button
              type="button"
              onClick={() => file.current?.click()}
              className={`min-h-11 rounded-[10px] px-4 font-semibold ${active && loose.length === 0 ? 'lg:bg-act lg:text-act-ink max-lg:border max-lg:border-edge/60 max-lg:bg-paper' : 'border border-edge/60 bg-paper'}`}
            >
              Choose a file
            </button>
            <span className="self-center text-small text-soft max-lg:hidden">or drop or paste one here</span>
          </div>
          {loose.length > 0 && (
            <div>
              <p className="mb-1.5 text-copy text-soft">Taken earlier, not marked yet:</p>
              <div className="flex gap-2 overflow-x-auto pt-0.5 pb-1">
                {loose.map((picture, i) => (
                  <button
                    key={picture.id}
                    type="button"
                    onClick={() => onLoose(picture)}
                    aria-label={`Use earlier picture ${i + 1} for the ${sideWord(side)} leg`}
                    className="shrink-0 overflow-hidden rounded-lg border-2 border-transparent hover:border-ink"
                  >
                    <img
                      src={`/api/pictures/${picture.id}`}
                      alt=""
                      width={picture.width}
                      height={picture.height}
                      className="h-30 w-auto"
                    />
                  </button>
                ))}
              </div>
            </div>
          )}
        </>
      ) : (
        <>
          <p className="text-body">May pictures of {clientName} be kept here? Ask once; for a minor, ask the guardian.</p>
          <button
            type="button"
            onClick={onConsent}
            className="min-h-11 self-start rounded-[10px] bg-act px-4 font-semibold text-act-ink"
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
        onClose={() => setGuided(false)}
        onTaken={(taken, line) => onFile(taken, true, line)}
      />
      <input
        ref={file}
        type="file"
        accept="image/png,image/jpeg,image/webp,image/heic"
        className="hidden"
        data-pick={side}
        onChange={(e) => pick(e.target.files)}
      />
      <input
        ref={camera}
        type="file"
        accept="image/*"
        capture="environment"
        className="hidden"
        onChange={(e) => pick(e.target.files)}
      />
    </div>
  );
}
