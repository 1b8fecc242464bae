import type { ReactNode } from 'react';

/** The answer to "why?" for a sentence, opened in place. */
export function Why({ children, ask = 'Why?' }: { children: ReactNode; ask?: string }) {
  return (
    <details className="text-copy">
      <summary className="inline-flex min-h-11 min-w-11 cursor-pointer list-none items-center text-soft underline decoration-hair underline-offset-4 hover:text-ink">
        {ask}
      </summary>
      <div className="mt-1 max-w-[46em] text-ink">{children}</div>
    </details>
  );
}
