import { useEffect, useState } from 'react';
import { useStudio } from '@/api/queries';
import { probe, useReachable } from '@/device/connection';
import { useMovedPage } from '@/device/movedPage';
import { beganAnew, beginAnew, useInterfaceStanding } from '@/device/release';
import { theOutbox, useOthers, useOutbox } from '@/outbox/device';
import { droppedRead, useDropped } from '@/outbox/erased';
import { Button } from '@/ui/Button';
import { Sheet } from '@/ui/Sheet';
import { UnsentLine, useLate } from '@/ui/Unsent';

/** Whom it waits for: their names as far as they are known. */
function useNames(coaches: (string | null)[]) {
  const known = useStudio().data?.coaches;
  const names = [...new Set(coaches)].map((id) => known?.find((c) => c.id === id)?.name.split(' ')[0]);
  return names.length > 0 && names.every(Boolean) ? names.join(' and ') : 'whoever entered it';
}

/** Above every screen while something waits, was refused, or the studio does not answer: what is safe, and what to do. */
export function OutboxBar() {
  const reachable = useReachable();
  const others = useOthers();
  const late = useLate(useOutbox().filter((e) => e.state !== 'kept' && !others.includes(e)));
  const tooOld = useInterfaceStanding() === 'tooOld';
  const [open, setOpen] = useState(false);
  useEffect(() => {
    if (tooOld && !beganAnew) void beginAnew(theOutbox().keptSoFar);
  }, [tooOld]);
  const refused = late.filter((e) => e.state === 'refused').length;
  const waiting = late.length - refused;
  const waitFor = useNames(others.map((e) => e.coach));
  const dropped = useDropped();
  const notice = useMovedPage('main');
  if (reachable && late.length === 0 && others.length === 0 && dropped === 0 && !open && !tooOld) return null;
  return (
    <section
      ref={notice}
      aria-label="Kept on this device"
      className={`flex shrink-0 flex-wrap items-center gap-x-3 px-6 py-1.5 text-copy max-sm:px-3 ${refused > 0 ? 'bg-brick-wash text-brick' : 'bg-slate-wash text-slate'}`}
    >
      <p role="status" className="min-w-0 flex-1 basis-60 font-semibold">
        {[
          tooOld &&
            (beganAnew
              ? 'This page is older than the studio’s server, and so is what came with the reload. Close every page of Deft Stride, then open it again.'
              : 'This page is older than the studio’s server. What you entered is kept; it starts again by itself.'),
          !reachable && 'No answer from the studio’s server.',
          !reachable && waiting === 0 && 'What you enter is kept here.',
          others.length > 0 &&
            `${others.length === 1 ? 'One thing waits' : `${others.length} things wait`} for ${waitFor} to sign in here again.`,
          dropped > 0 &&
            `${dropped === 1 ? 'One thing' : `${dropped} things`} waited here for a client who was erased meanwhile: not sent, and not kept.`,
          waiting > 0 && `${waiting === 1 ? 'One thing is' : `${waiting} things are`} waiting here; nothing is lost.`,
          refused > 0 && `${refused === 1 ? 'One thing was' : `${refused} things were`} refused: decide what to do.`,
        ]
          .filter(Boolean)
          .join(' ')}
      </p>
      <span className="flex">
        {!reachable && (
          <Button kind="quiet" className="px-2! text-copy!" onClick={() => void probe()}>
            Try again
          </Button>
        )}
        {dropped > 0 && (
          <Button kind="quiet" className="px-2! text-copy!" onClick={droppedRead}>
            Understood
          </Button>
        )}
        {late.length > 0 && (
          <Button kind="quiet" className="px-2! text-copy!" onClick={() => setOpen(true)}>
            Show
          </Button>
        )}
      </span>
      <Sheet title="Kept on this device" open={open} onOpenChange={setOpen}>
        <p className="mb-3 text-body text-soft">
          In the order it was entered. Closing the page loses nothing of it, and nothing is left out unless you say so.
        </p>
        {late.length === 0 ? (
          <p>Everything has arrived.</p>
        ) : (
          <ul className="grid gap-2">
            {late.map((entry) => (
              <UnsentLine key={entry.id} entry={entry} named />
            ))}
          </ul>
        )}
      </Sheet>
    </section>
  );
}
