import { type InputHTMLAttributes, useEffect } from 'react';
import { useForm } from 'react-hook-form';

/** A number as it is typed: a comma is a point, and a minus may be the long one. Null when it is none. */
const numberOf = (text: string) => {
  const plain = text.trim().replace(',', '.').replace('−', '-');
  return plain !== '' && Number.isFinite(Number(plain)) ? Number(plain) : null;
};

type Taking = {
  value: number | null;
  onSay: (value: number) => void;
  /** The field may be emptied, which takes the number back. Without it an empty field goes back to what it was. */
  onEmpty?: (() => void) | undefined;
  /** Taken with every key that makes a number, rather than on leaving the field or Enter. */
  live?: boolean | undefined;
  /** How many decimals are shown. */
  decimals?: number | undefined;
};

/** One number to type, everywhere the same: what is no number is not taken and what stood there comes back. */
export function NumberInput({
  value,
  onSay,
  onEmpty,
  live = false,
  decimals = 2,
  onKeyDown,
  ...rest
}: Taking & Omit<InputHTMLAttributes<HTMLInputElement>, keyof Taking | 'type' | 'onChange' | 'onBlur'>) {
  const shown = value === null ? '' : String(Math.round(value * 10 ** decimals) / 10 ** decimals).replace('-', '−');
  const form = useForm({ defaultValues: { text: shown } });
  const { getValues, reset } = form;
  // What is being typed stays as it is typed while it means what is kept.
  useEffect(() => {
    if (numberOf(getValues('text')) !== numberOf(shown)) reset({ text: shown });
  }, [shown, getValues, reset]);
  const take = (text: string, last: boolean) => {
    const said = numberOf(text);
    if (said !== null && said !== numberOf(shown)) onSay(said);
    else if (text.trim() === '' && onEmpty && value !== null) onEmpty();
    else if (last && said === null) reset({ text: shown });
  };
  const text = form.register('text', {
    onChange: (e) => live && take(e.target.value, false),
    onBlur: (e) => take(e.target.value, true),
  });
  return (
    <input
      {...rest}
      {...text}
      inputMode="decimal"
      autoComplete="off"
      // What is typed takes the place of what stood there.
      onFocus={(e) => e.currentTarget.select()}
      onKeyDown={(e) => {
        if (e.key === 'Enter') take(e.currentTarget.value, true);
        onKeyDown?.(e);
      }}
    />
  );
}
