import type { ButtonHTMLAttributes } from 'react';

type Kind = 'act' | 'plain' | 'quiet' | 'stop';

const kinds: Record<Kind, string> = {
  act: 'bg-act text-act-ink font-semibold hover:brightness-110 active:brightness-95',
  plain: 'bg-paper text-ink font-semibold border border-edge hover:border-ink',
  quiet: 'text-ink underline decoration-hair underline-offset-4 hover:decoration-ink',
  stop: 'bg-paper text-brick font-semibold border border-brick/50 hover:bg-brick-wash',
};

/** The one accent, `act`, marks the single action that comes next on a screen. */
export function Button({
  kind = 'plain',
  hint,
  className = '',
  children,
  ...rest
}: ButtonHTMLAttributes<HTMLButtonElement> & { kind?: Kind; hint?: string | undefined }) {
  return (
    <button
      type="button"
      {...(kind === 'act' ? { 'data-act': '' } : {})}
      {...rest}
      className={`inline-flex min-h-11 items-center justify-center gap-2.5 rounded-[10px] px-4 py-2 text-body leading-tight disabled:cursor-not-allowed disabled:opacity-45 ${kinds[kind]} ${className}`}
    >
      {children}
      {hint && (
        <kbd className="hidden rounded border border-current/50 px-1.5 font-sans text-tiny leading-[18px] lg:inline-block">
          {hint}
        </kbd>
      )}
    </button>
  );
}
