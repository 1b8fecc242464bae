import type { InputHTMLAttributes } from 'react';

/** A labelled line to type in. */
export function Field({ label, hint, ...rest }: InputHTMLAttributes<HTMLInputElement> & { label: string; hint?: string }) {
  return (
    <label className="block">
      <span className="mb-1 block font-semibold">{label}</span>
      <input
        {...rest}
        className="h-11 w-full rounded-[10px] border border-edge/60 bg-ground px-3 text-entry placeholder:text-soft/70 focus-visible:outline-offset-0"
      />
      {hint && <span className="mt-1 block text-small text-soft">{hint}</span>}
    </label>
  );
}
