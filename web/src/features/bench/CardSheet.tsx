import { Dialog } from 'radix-ui';
import type { Schema } from '@/api/client';
import { Button } from '@/ui/Button';
import { SetupCard } from './SetupCard';

/** The set-up as a card that can be read from two metres, and printed. */
export function CardSheet({
  open,
  onClose,
  title,
  lines,
  estimated,
}: {
  open: boolean;
  onClose: () => void;
  title: string;
  lines: Schema['CardLineView'][];
  estimated: boolean;
}) {
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
