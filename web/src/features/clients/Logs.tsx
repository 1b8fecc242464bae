import { Link } from '@tanstack/react-router';
import { useState } from 'react';
import type { Schema } from '@/api/client';
import { LogSheet } from '@/features/log/LogSheet';
import { Why } from '@/ui/Why';
import { day } from '@/words/dates';

/** What was done beside what was asked, newest first, with what it led to; each can be corrected by a newer entry. */
export function Logs({ client, logs }: { client: Schema['ClientSummary']; logs: Schema['LogView'][] }) {
  // One that was entered later belongs to its own day.
  const latest = logs
    .map((log, i) => ({ log, i }))
    .sort((a, b) => b.log.day.localeCompare(a.log.day) || a.i - b.i)
    .map((l) => l.log);
  const [wrong, setWrong] = useState<Schema['LogView'] | null>(null);
  return (
    <div className="mt-7" data-logs>
      <div className="mb-1 flex flex-wrap items-baseline justify-between gap-3">
        <h2 className="say text-head">What was done</h2>
        <Link
          to="/clients/$clientId/log"
          params={{ clientId: client.id }}
          className="inline-flex min-h-11 items-center underline underline-offset-4"
        >
          All of the log
        </Link>
      </div>
      <ul>
        {latest.slice(0, 6).map((log) => (
          <li key={log.id} className="grid grid-cols-[58px_1fr] gap-x-3 border-t border-hair py-2">
            <span className="text-copy text-soft">{day(log.day)}</span>
            <div>
              <p>
                <span className="font-semibold">{log.did}</span>{' '}
                {!log.did.startsWith(log.asked) && <span className="text-small text-soft">of {log.asked}, </span>}
                <span className="text-small text-soft">
                  {log.rungName ?? log.exerciseName}
                  {log.effort !== null && `, effort ${log.effort}`}
                  {log.pain && (log.pain.score === 0 ? ', no pain' : `, pain ${log.pain.score}`)}
                  {log.nextMorning !== null && `, ${log.nextMorning} the morning after the time before`}
                  {log.soreness !== null && `, muscles sore ${log.soreness} of 10 after the time before`}
                  {log.felt && `, felt ${log.felt}`}
                  {log.tempo && `; ${log.tempo}`}
                  {log.tired && `; ${log.tired}`}
                </span>{' '}
                <button
                  type="button"
                  onClick={() => setWrong(log)}
                  aria-label={`Correct: ${log.exerciseName}, ${day(log.day)}`}
                  className="min-h-11 min-w-11 px-1 text-small text-soft underline decoration-hair underline-offset-4 hover:text-ink"
                >
                  Correct
                </button>
              </p>
              <Why ask={`Next: ${log.next}`}>{log.why}</Why>
            </div>
          </li>
        ))}
      </ul>
      {wrong && (
        <LogSheet
          client={client}
          exercise={{ id: wrong.exerciseId, name: wrong.exerciseName }}
          instead={wrong}
          open
          onOpenChange={(open) => !open && setWrong(null)}
        />
      )}
    </div>
  );
}

/** Pain over visits as it was told, with the morning after where it was asked. */
export function PainLine({ checks }: { checks: Schema['PastCheckView'][] }) {
  const told = checks.filter((c) => c.pain || c.decision?.painAfter);
  if (!told.some((c) => (c.pain?.score ?? 0) > 0 || (c.decision?.painAfter?.score ?? 0) > 0)) return null;
  return (
    <div className="mt-7">
      <h2 className="say mb-2 text-head">What hurt</h2>
      <ol className="flex flex-wrap gap-x-5 gap-y-2">
        {told.slice(-8).map((c) => {
          const scores = [c.pain?.score, ...c.trials.map((t) => t.pain?.score), c.decision?.painAfter?.score].filter(
            (s) => s != null,
          );
          const where = c.pain?.leg ?? c.decision?.painAfter?.leg;
          const role = c.pain?.role ?? c.decision?.painAfter?.role;
          return (
            <li key={c.id} className="grid">
              <span className="text-small text-soft">{day(c.at)}</span>
              <span className="figure text-title">
                {scores.join(' → ')}
                {c.nextMorning !== null && <span className="text-copy text-soft"> morning {c.nextMorning}</span>}
              </span>
              {where && (
                <span className="text-small text-soft">
                  {where} leg {role === 'rear' ? 'behind' : 'in front'}
                </span>
              )}
            </li>
          );
        })}
      </ol>
    </div>
  );
}
