import { type InputHTMLAttributes, useState } from 'react';
import { useRefusal } from './Notice';

/** A labelled line to type in; a refusal that is about it stands below it. A passphrase can be read while it is typed. */
export function Field({
  label,
  hint,
  error,
  field,
  type,
  ...rest
}: InputHTMLAttributes<HTMLInputElement> & {
  label: string;
  hint?: string;
  /** What was refused, and what this is called in it. */
  error?: unknown;
  field?: string;
}) {
  const { input, said } = useRefusal(error, field);
  const [shown, setShown] = useState(false);
  const hidden = type === 'password' && rest.inputMode !== 'numeric';
  return (
    <div className="relative">
      <label className="block">
        <span className="mb-1 block font-semibold">{label}</span>
        <input
          {...rest}
          {...input}
          type={hidden && shown ? 'text' : type}
          className="h-11 w-full rounded-[10px] border border-edge bg-ground px-3 text-entry placeholder:text-soft/70 focus-visible:outline-offset-0 aria-invalid:border-2 aria-invalid:border-brick"
        />
        {hint && <span className="mt-1 block text-small text-soft">{hint}</span>}
        {said}
      </label>
      {hidden && (
        <button
          type="button"
          aria-pressed={shown}
          aria-label={`Show ${label.charAt(0).toLowerCase()}${label.slice(1)}`}
          onClick={() => setShown(!shown)}
          className="absolute -top-3 right-0 min-h-11 min-w-11 px-2 text-small text-soft underline decoration-edge underline-offset-4 hover:text-ink"
        >
          {shown ? 'Hide' : 'Show'}
        </button>
      )}
    </div>
  );
}
