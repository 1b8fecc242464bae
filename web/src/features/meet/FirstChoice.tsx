import type { Schema } from '@/api/client';

/** What to start with and why, and why not the next two. */
export function FirstChoice({ choice }: { choice: Schema['ChoiceView'] }) {
  const { start, notYet } = choice;
  if (!start)
    return (
      <div className="grid gap-2 rounded-2xl bg-brick-wash p-4">
        <p className="font-semibold text-brick">{choice.sentence}</p>
        <AskFirst choice={choice} />
      </div>
    );
  return (
    <section aria-label="What to start with" className="rounded-2xl bg-paper p-5">
      <p className="text-small font-semibold text-soft">Start with</p>
      <p className="say text-shout" data-start={start.exerciseId}>
        {start.name}
      </p>
      <p className="text-copy text-soft">{start.schoolName}</p>
      <ul className="mt-3 grid gap-1.5">
        {start.reasons.map((r) => (
          <li key={r.text} className="flex gap-2.5 text-body">
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
      <AskFirst choice={choice} />
      {choice.helpers.length > 0 && (
        <div className="mt-4 border-t border-hair pt-3">
          <p className="text-small font-semibold text-soft">In the warm-up</p>
          <ul className="mt-1 grid gap-1">
            {choice.helpers.map((h) => (
              <li key={h.exerciseId}>
                <span className="font-semibold">{h.name}:</span> <span className="text-soft">{h.why}</span>
              </li>
            ))}
          </ul>
        </div>
      )}
      <p className="mt-5 border-t border-hair pt-3 text-small font-semibold text-soft">Why not</p>
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

/** What to find out before the first repetition, and what is not offered on whose word. */
function AskFirst({ choice }: { choice: Schema['ChoiceView'] }) {
  return (
    <>
      {choice.askFirst.length > 0 && (
        <div className="mt-4 border-t border-hair pt-3">
          <p className="text-small font-semibold text-soft">Ask first</p>
          <ul className="mt-1 grid gap-1">
            {choice.askFirst.map((line) => (
              <li key={line}>{line}</li>
            ))}
          </ul>
        </div>
      )}
      {choice.leftOut.map((line) => (
        <p key={line} className="mt-3 text-copy text-brick">
          {line}
        </p>
      ))}
    </>
  );
}
