import type { Schema } from '@/api/client';

/** What holds for a client today: a clinician's word first, then what the record asks for. */
export function Conditions({
  today,
  className = '',
}: {
  today: Pick<Schema['TodayView'], 'conditions'> & Partial<Pick<Schema['TodayView'], 'limitBy' | 'painLimit'>>;
  className?: string;
}) {
  const limit = today.limitBy && `Pain up to ${today.painLimit} is ordinary here: ${today.limitBy}.`;
  if (today.conditions.length === 0 && !limit) return null;
  return (
    <ul aria-label="What holds for this client" className={`grid gap-1.5 ${className}`} data-conditions>
      {today.conditions.map((c) => (
        <li
          key={c.line}
          className={`rounded-[10px] border-l-4 px-3.5 py-2 text-body ${c.clinician ? 'border-brick bg-brick-wash font-semibold' : 'border-brass bg-paper'}`}
        >
          {c.line}
        </li>
      ))}
      {limit && <li className="rounded-[10px] border-l-4 border-brass bg-paper px-3.5 py-2 text-body">{limit}</li>}
    </ul>
  );
}
