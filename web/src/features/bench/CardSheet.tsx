import { Dialog } from 'radix-ui';
import type { Schema } from '@/api/client';
import { useClient } from '@/api/queries';
import { Button } from '@/ui/Button';
import { Wrong } from './ExerciseNotes';
import { SetupCard } from './SetupCard';

/** The set-up as a card that can be read from two metres, and printed. */
export function CardSheet({
  open,
  onClose,
  title,
  lines,
  estimated,
  clientId,
  exercise,
}: {
  open: boolean;
  onClose: () => void;
  title: string;
  lines: Schema['CardLineView'][];
  estimated: boolean;
  clientId: string;
  exercise: Schema['ExerciseView'];
}) {
  const day = useClient(clientId).data?.today;
  // The hour that the card belongs to, where it is today's.
  const today = day?.exerciseId === exercise.id && day.asked ? day : null;
  return (
    <Dialog.Root open={open} onOpenChange={(now) => !now && onClose()}>
      <Dialog.Portal>
        <Dialog.Content
          aria-describedby={undefined}
          data-print
          className="fixed inset-0 z-50 flex flex-col overflow-y-auto bg-paper p-6 sm:p-12"
        >
          <Dialog.Title className="say text-large sm:text-huge">{title}</Dialog.Title>
          <div className="my-auto py-8">
            <SetupCard lines={lines} large />
            <ul className="mt-6 list-disc border-t border-hair pt-4 pl-7 text-title sm:text-big" data-look-for>
              {exercise.lookFor.map((l) => (
                <li key={l}>{l}</li>
              ))}
            </ul>
            <Wrong wrong={exercise.wrong} className="mt-4 border-t border-hair pt-2 text-lead sm:text-title" />
            {today && (
              <div className="mt-6 grid gap-3 border-t border-hair pt-5" data-card-day>
                <p className="say text-large sm:text-huge">{today.asked?.text}</p>
                {today.cueText && <p className="say text-big text-brass-text sm:text-grand">“{today.cueText}”</p>}
                <ul className="text-title sm:text-big">
                  {today.selfChecks.map((c) => (
                    <li key={c}>{c}</li>
                  ))}
                </ul>
              </div>
            )}
          </div>
          {estimated && (
            <p className="text-lead text-soft">Estimated: shank, thigh or the range that binds is not measured yet.</p>
          )}
          <div className="mt-5 flex gap-3 print:hidden">
            <Button kind="act" className="min-h-14 px-6! text-lead!" onClick={() => print()}>
              Print
            </Button>
            <Dialog.Close asChild>
              <Button className="min-h-14 px-6! text-lead!">Back to the planner</Button>
            </Dialog.Close>
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
