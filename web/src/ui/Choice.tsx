import { ToggleGroup } from 'radix-ui';

/** One of a few, all in sight. */
export function Choice<T extends string>({
  label,
  value,
  options,
  onPick,
}: {
  label: string;
  value: T | null;
  options: { value: T; text: string }[];
  onPick: (value: T) => void;
}) {
  return (
    <ToggleGroup.Root
      type="single"
      aria-label={label}
      value={value ?? ''}
      onValueChange={(picked) => picked && onPick(picked as T)}
      className="inline-flex w-fit max-w-full flex-wrap overflow-hidden rounded-[10px] border border-edge bg-paper"
    >
      {options.map((option) => (
        <ToggleGroup.Item
          key={option.value}
          value={option.value}
          className="min-h-11 whitespace-nowrap border-r border-hair px-3.5 text-copy font-semibold last:border-r-0 hover:bg-ground data-[state=on]:bg-spine data-[state=on]:text-spine-ink"
        >
          {option.text}
        </ToggleGroup.Item>
      ))}
    </ToggleGroup.Root>
  );
}
