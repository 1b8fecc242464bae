import { Dialog } from 'radix-ui';
import type { ReactNode } from 'react';

/** A panel over the screen for something short that must be finished or left. */
export function Sheet({
  title,
  open,
  onOpenChange,
  children,
}: {
  title: string;
  open: boolean;
  onOpenChange: (open: boolean) => void;
  children: ReactNode;
}) {
  return (
    <Dialog.Root open={open} onOpenChange={onOpenChange}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-black/45" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed inset-x-0 bottom-0 z-50 max-h-[92dvh] overflow-y-auto rounded-t-2xl bg-paper p-5 sm:inset-x-auto sm:top-0 sm:right-0 sm:bottom-0 sm:max-h-none sm:w-[440px] sm:rounded-none sm:p-7"
        >
          <div className="mb-4 flex items-start justify-between gap-4">
            <Dialog.Title className="say text-shout">{title}</Dialog.Title>
            <Dialog.Close
              className="grid size-11 shrink-0 place-items-center rounded-lg text-title hover:bg-ground"
              aria-label="Close"
            >
              ×
            </Dialog.Close>
          </div>
          {children}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
