import type { Schema } from '@/api/client';

type Line = Schema['CardLineView'];

// Heights that are put together from several things say of which.
const MADE_OF = ['box', 'front', 'rear'];

/** The set-up in tape-mark numbers. */
export function SetupCard({ lines, large = false }: { lines: Line[]; large?: boolean }) {
  return (
    <dl className={large ? 'grid gap-x-10 gap-y-5 sm:grid-cols-2' : 'flex flex-wrap gap-x-6 gap-y-2'} data-card>
      {lines.map((line) => (
        <div key={line.id} data-line={line.id} className={large ? '' : 'min-w-0'}>
          <dt className={large ? 'text-title text-soft' : 'text-fine text-soft'}>{line.name}</dt>
          <dd className={large ? 'figure text-balance text-huge sm:text-card' : 'figure text-title'}>{line.value}</dd>
          {large ? (
            <dd className="text-lead text-soft">{line.note}</dd>
          ) : (
            MADE_OF.includes(line.id) && <dd className="text-fine text-soft">{line.note}</dd>
          )}
        </div>
      ))}
    </dl>
  );
}
