import { Link } from '@tanstack/react-router';
import type { Schema } from '@/api/client';
import { ResultMark } from '@/ui/ResultMark';
import { standing } from '@/ui/results';
import { SIDES, SidePlate } from '@/ui/SidePlate';
import { useWidth } from '@/ui/useWidth';
import { day } from '@/words/dates';
import { type Result, verdictWord } from '@/words/verdict';

type Check = Schema['PastCheckView'];

/** How wide the name of a check is, and the two marks of a visit. */
const NAME = 150;
const VISIT = 104;

/** What each look saw of its key checks, left beside right, the newest at the right: measured and seen in one picture. */
export function Looks({ checks, names, clientId }: { checks: Check[]; names: Record<string, string>; clientId: string }) {
  const [frame, width] = useWidth<HTMLDivElement>(620);
  const shown = checks.slice(-Math.max(1, Math.min(8, Math.floor((width - NAME) / VISIT))));
  const rows = [...new Set(shown.flatMap((c) => c.look.results.map((r) => r.measureId)))];
  if (rows.length === 0) return null;
  return (
    <div ref={frame} data-looks>
      <h2 className="say mb-2 text-head">What each look saw</h2>
      <table className="w-full table-fixed rounded-2xl bg-paper text-copy">
        <thead>
          <tr>
            <th style={{ width: NAME }}>
              <span className="sr-only">Key check</span>
            </th>
            {shown.map((check) => (
              <th key={check.id} className="px-1 pt-2.5 pb-1 align-bottom font-normal">
                <Link
                  to="/clients/$clientId/check"
                  params={{ clientId }}
                  search={{ check: check.id }}
                  className="inline-flex min-h-11 flex-col justify-end underline decoration-hair underline-offset-4 hover:decoration-ink"
                >
                  <span className="text-tiny leading-tight text-soft">{check.exerciseName}</span>
                  <span className="font-semibold">{day(check.at)}</span>
                </Link>
                <span className="mt-1 flex justify-center gap-4">
                  {SIDES.map((side) => (
                    <SidePlate key={side} side={side} size="s" />
                  ))}
                </span>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((id) => (
            <tr key={id} className="border-t border-hair">
              <th scope="row" className="py-1.5 pl-3 text-left font-normal">
                {names[id] ?? id}
              </th>
              {shown.map((check) => (
                <td key={check.id} className="px-1">
                  <span className="flex justify-center gap-1.5">
                    {SIDES.map((side) => {
                      const result = standing(check.look, id, side);
                      return (
                        <span key={side}>
                          <ResultMark result={result} width={38} />
                          <span className="sr-only">{`${side}: ${say(result)}`}</span>
                        </span>
                      );
                    })}
                  </span>
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

const say = (result: Result | null) =>
  !result
    ? 'not looked at'
    : `${result.words}${result.reachText ? ` ${result.reachText}` : ''}${result.source === 'eye' ? ', seen' : ''}${result.verdict ? `, ${verdictWord[result.verdict].toLowerCase()}` : ''}`;
