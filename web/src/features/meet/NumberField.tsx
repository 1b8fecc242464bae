import { useEffect, useState } from 'react';

/** A number with its unit that is kept when the field is left. Empty takes it back. */
export function NumberField({
  label,
  unit,
  value,
  placeholder,
  large = false,
  onKeep,
}: {
  label: string;
  unit: string;
  value: number | null;
  placeholder?: string;
  large?: boolean;
  onKeep: (value: number | null) => void;
}) {
  const shown = value === null ? '' : String(Math.round(value * 10) / 10);
  const [text, setText] = useState(shown);
  useEffect(() => setText(shown), [shown]);
  const keep = () => {
    if (text === shown) return;
    const number = Number(text.replace(',', '.'));
    if (text.trim() === '') onKeep(null);
    else if (Number.isFinite(number)) onKeep(number);
    else setText(shown);
  };
  return (
    <label className="block">
      <span className="mb-1 block font-semibold">{label}</span>
      <span className="flex items-baseline gap-2">
        <input
          inputMode="decimal"
          value={text}
          placeholder={placeholder}
          onChange={(e) => setText(e.target.value)}
          onBlur={keep}
          onKeyDown={(e) => e.key === 'Enter' && keep()}
          className={`w-full min-w-0 rounded-[10px] border border-edge/60 bg-ground px-3 placeholder:text-soft/70 ${large ? 'figure h-16 text-[34px]' : 'h-11 text-[17px] font-semibold'}`}
        />
        <span className="text-soft">{unit}</span>
      </span>
    </label>
  );
}
