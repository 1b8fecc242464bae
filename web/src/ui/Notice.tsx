import type { ReactNode } from 'react';

/** Something went wrong, in a sentence that says what to do. */
export function Trouble({ error }: { error: unknown }) {
  if (!error) return null;
  return (
    <p role="alert" className="rounded-[10px] border-l-4 border-brick bg-brick-wash px-3.5 py-2.5 text-[14.5px]">
      {error instanceof Error ? error.message : String(error)}
    </p>
  );
}

/** Nothing here yet, and what would fill it. */
export function Empty({ title, children }: { title: string; children?: ReactNode }) {
  return (
    <div className="rounded-2xl border border-dashed border-edge/50 px-6 py-8">
      <p className="say text-[22px]">{title}</p>
      {children && <div className="mt-2 text-soft">{children}</div>}
    </div>
  );
}

/** A screen whose data is on its way: its own outline, without a jump when it arrives. */
export function Waiting({ what, error }: { what: string; error?: unknown }) {
  return (
    <div className="p-6">
      {error ? (
        <Trouble error={error} />
      ) : (
        <p className="text-soft" role="status">
          Fetching {what}…
        </p>
      )}
    </div>
  );
}
