import { useRefusal } from '@/ui/Notice';
import { NumberInput } from '@/ui/NumberInput';

/** A number with its unit that is kept when the field is left. Empty takes it back. */
export function NumberField({
  label,
  unit,
  value,
  placeholder,
  large = false,
  error,
  field,
  onKeep,
}: {
  label: string;
  unit: string;
  value: number | null;
  placeholder?: string;
  large?: boolean;
  /** What was refused, and what this is called in it. */
  error?: unknown;
  field?: string;
  onKeep: (value: number | null) => void;
}) {
  const { input, said } = useRefusal(error, field);
  return (
    <label className="block">
      <span className="mb-1 block font-semibold">{label}</span>
      <span className="flex items-baseline gap-2">
        <NumberInput
          {...input}
          value={value}
          decimals={1}
          onSay={onKeep}
          onEmpty={() => onKeep(null)}
          placeholder={placeholder}
          className={`w-full min-w-0 rounded-[10px] border border-edge bg-ground px-3 aria-invalid:border-2 aria-invalid:border-brick placeholder:text-soft/70 ${large ? 'figure h-16 text-large' : 'h-11 text-lead font-semibold'}`}
        />
        <span className="text-soft">{unit}</span>
      </span>
      {said}
    </label>
  );
}
