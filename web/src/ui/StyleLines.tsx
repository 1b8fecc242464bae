import type { Schema } from '@/api/client';

/** How something is done in this house: what coaches disagree about, as it was chosen here. */
export function StyleLines({ lines }: { lines: Schema['StyleLineView'][] }) {
  return (
    <dl className="flex flex-wrap gap-x-5 gap-y-1 text-body" data-style-lines>
      {lines.map((line) => (
        <div key={line.name} className="flex gap-1.5">
          <dt className="text-soft">{line.name}</dt>
          <dd className="font-semibold">{line.text}</dd>
        </div>
      ))}
    </dl>
  );
}
