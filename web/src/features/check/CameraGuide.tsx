import { Dialog } from 'radix-ui';
import { useEffect, useRef, useState } from 'react';
import { type Side, SidePlate, sideWord } from '@/ui/SidePlate';
import { snap, useCamera, useRoll } from './camera';

/**
 * Taking the picture inside the page: what to aim at is drawn over the live picture (a line at knee height, a plumb line,
 * the bubble), with a ghost of the last picture of this side to come back to the same place. Taken, it is looked at once
 * and used or taken again.
 */
export function CameraGuide({
  side,
  open,
  ghost,
  onClose,
  onTaken,
}: {
  side: Side;
  open: boolean;
  /** The last picture of this side, to take the same place again. */
  ghost: string | undefined;
  onClose: () => void;
  onTaken: (picture: Blob) => void;
}) {
  const [taken, setTaken] = useState<{ blob: Blob; url: string } | null>(null);
  const [failed, setFailed] = useState<string | null>(null);
  const [ghosted, setGhosted] = useState(true);
  const video = useRef<HTMLVideoElement>(null);
  const camera = useCamera(open);
  const roll = useRoll(open);

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
  const close = () => {
    setTaken(null);
    onClose();
  };
  const problem = camera.problem ?? failed;
  return (
    <Dialog.Root open={open} onOpenChange={(now) => !now && close()}>
      <Dialog.Portal>
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed inset-0 z-50 flex flex-col bg-[#101512] text-[#f1eee6]"
          onOpenAutoFocus={(e) => e.preventDefault()}
        >
          <div className="flex items-center gap-3 px-4 py-3">
            <SidePlate side={side} inverse />
            <Dialog.Title className="say flex-1 text-[21px]">
              {taken
                ? 'Whole front leg in sight, nothing blurred?'
                : `${side === 'left' ? 'Left' : 'Right'} leg in front, from the side`}
            </Dialog.Title>
            <Dialog.Close className="grid size-11 place-items-center rounded-lg text-[24px] hover:bg-white/10" aria-label="Close">
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
                {!problem && <Aim roll={roll} />}
              </>
            )}
            {problem && (
              <p role="alert" className="absolute inset-x-6 top-1/3 rounded-xl bg-[#432620] p-4 text-[16px]">
                {problem}
              </p>
            )}
          </div>
          {taken ? (
            <div className="grid grid-cols-2 gap-3 p-4">
              <button
                type="button"
                onClick={() => setTaken(null)}
                className="min-h-16 rounded-xl border border-white/45 text-[17px] font-semibold"
              >
                Take it again
              </button>
              <button
                type="button"
                onClick={() => {
                  onTaken(taken.blob);
                  close();
                }}
                className="min-h-16 rounded-xl bg-[#dfa443] text-[17px] font-semibold text-[#1a1408]"
              >
                Use this picture
              </button>
            </div>
          ) : (
            <div className="grid grid-cols-[1fr_auto_1fr] items-center gap-3 p-4">
              {ghost ? (
                <button
                  type="button"
                  aria-pressed={ghosted}
                  onClick={() => setGhosted(!ghosted)}
                  className="min-h-11 justify-self-start rounded-lg border border-white/40 px-3 text-[14px] font-semibold aria-pressed:bg-white/15"
                >
                  Ghost of last time
                </button>
              ) : (
                <span className="text-[13.5px] opacity-80">At the bottom of the third repetition.</span>
              )}
              <button
                type="button"
                onClick={() => void shoot()}
                disabled={!camera.stream}
                aria-label="Take the picture"
                className="size-18 rounded-full border-4 border-[#f1eee6] bg-[#dfa443] disabled:opacity-40"
              />
              <span className="justify-self-end text-right text-[13.5px] opacity-80">Same place for both sides.</span>
            </div>
          )}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

/** What to bring where: the knee on the level line, the client between the marks, the bubble in its middle. */
function Aim({ roll }: { roll: number | null }) {
  const level = roll !== null && Math.abs(roll) < 0.18;
  return (
    <div className="pointer-events-none absolute inset-0" aria-hidden="true">
      <div className="absolute inset-x-0 top-[56%] border-t-2 border-dashed border-[#f1eee6]/70" />
      <span className="absolute top-[56%] left-3 -translate-y-7 rounded bg-black/55 px-2 py-0.5 text-[13px] font-semibold">
        knee on this line
      </span>
      <div className="absolute top-[6%] bottom-[10%] left-1/2 w-0.5 bg-[#dfa443]/80" />
      <span className="absolute bottom-3 left-1/2 -translate-x-1/2 rounded bg-black/55 px-2 py-0.5 text-[13px] font-semibold whitespace-nowrap">
        feet on the floor, three steps away
      </span>
      {roll !== null && (
        <div className="absolute top-3 left-1/2 h-7 w-36 -translate-x-1/2 rounded-full border-2 border-[#f1eee6]/80 bg-[#3a442c]/85">
          <span className="absolute top-0 bottom-0 left-[42%] w-0.5 bg-[#e3ecc6]" />
          <span className="absolute top-0 right-[42%] bottom-0 w-0.5 bg-[#e3ecc6]" />
          <span
            className={`absolute top-1 size-4 rounded-full ${level ? 'bg-[#72c9a5]' : 'bg-[#f1eee6]'}`}
            style={{ left: `calc(${50 - roll * 42}% - 8px)` }}
          />
        </div>
      )}
    </div>
  );
}
