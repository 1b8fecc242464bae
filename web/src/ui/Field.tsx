import type { InputHTMLAttributes } from 'react';
import { useRefusal } from './Notice';

/** A labelled line to type in; a refusal that is about it stands below it. */
export function Field({
  label,
  hint,
  error,
  field,
  ...rest
}: InputHTMLAttributes<HTMLInputElement> & {
  label: string;
  hint?: string;
  /** What was refused, and what this is called in it. */
  error?: unknown;
  field?: string;
}) {
  const { input, said } = useRefusal(error, field);
  return (
    <label className="block">
      <span className="mb-1 block font-semibold">{label}</span>
      <input
        {...rest}
        {...input}
        className="h-11 w-full rounded-[10px] border border-edge bg-ground px-3 text-entry placeholder:text-soft/70 focus-visible:outline-offset-0 aria-invalid:border-2 aria-invalid:border-brick"
      />
      {hint && <span className="mt-1 block text-small text-soft">{hint}</span>}
      {said}
    </label>
  );
}
