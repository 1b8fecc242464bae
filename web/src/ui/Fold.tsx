import { type ReactNode, useState } from 'react';

/** A part of a screen on one line: what it is about and what is known of it. It opens where it stands; what waits for an answer has a brass edge. */
export function Fold({
  title,
  said,
  waits = false,
  open: first = false,
  children,
}: {
  title: string;
  /** What is known of it so far, in a few words. */
  said: ReactNode;
  waits?: boolean;
  open?: boolean;
  children: ReactNode;
}) {
  const [open, setOpen] = useState(first);
  return (
    <details
      open={open}
      onToggle={(e) => setOpen(e.currentTarget.open)}
      className={`group rounded-[10px] border bg-paper ${waits ? 'border-l-4 border-brass' : 'border-hair'}`}
    >
      <summary className="flex min-h-12 cursor-pointer list-none flex-wrap items-center gap-x-3 px-3.5 py-1.5">
        <span aria-hidden="true" className="text-soft transition-transform group-open:rotate-90 motion-reduce:transition-none">
          ▸
        </span>
        <h2 className="say text-lead">{title}</h2>
        <span className="min-w-0 text-copy text-soft">{said}</span>
      </summary>
      {/* What is not looked at is not worked out either. */}
      {open && <div className="grid grid-cols-[minmax(0,1fr)] gap-3 px-3.5 pt-1 pb-4">{children}</div>}
    </details>
  );
}
