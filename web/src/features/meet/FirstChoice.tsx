import type { Schema } from '@/api/client';

/** What to start with and why, and why not the next two. */
export function FirstChoice({ choice }: { choice: Schema['ChoiceView'] }) {
  const { start, notYet } = choice;
  if (!start) return <p className="rounded-2xl bg-brick-wash p-4 font-semibold text-brick">{choice.sentence}</p>;
  return (
    <section aria-label="What to start with" className="rounded-2xl bg-paper p-5">
      <p className="text-[13.5px] font-semibold text-soft">Start with</p>
      <p className="say text-[27px]" data-start={start.exerciseId}>
        {start.name}
      </p>
      <p className="text-[14px] text-soft">{start.schoolName}</p>
      <ul className="mt-3 grid gap-1.5">
        {start.reasons.map((r) => (
          <li key={r.text} className="flex gap-2.5 text-[14.5px]">
            <span aria-hidden="true" className={`font-bold ${r.points > 0 ? 'text-pine' : 'text-brick'}`}>
              {r.points > 0 ? '+' : '−'}
            </span>
            <span>
              <span className="sr-only">{r.points > 0 ? 'For: ' : 'Against: '}</span>
              {r.text}
            </span>
          </li>
        ))}
      </ul>
      <p className="mt-5 border-t border-hair pt-3 text-[13.5px] font-semibold text-soft">Why not</p>
      <ul className="mt-1 grid gap-2">
        {notYet.map((c) => (
          <li key={c.exerciseId}>
            <span className="font-semibold">{c.name}:</span> <span className="text-soft">{c.whyNot}</span>
          </li>
        ))}
      </ul>
    </section>
  );
}
