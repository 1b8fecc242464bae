import { useQuery } from '@tanstack/react-query';
import { Link } from '@tanstack/react-router';
import { planQuery } from '@/api/options';
import { useNarrow } from '@/device/narrow';
import { day } from '@/words/dates';
import { longDay } from './days';
import { PlanPath } from './PlanPath';

/** The weeks on a client's own page, beside the log: what is intended and what came of it in one drawing. */
export function ClientWeeks({ clientId }: { clientId: string }) {
  const plan = useQuery(planQuery(clientId)).data;
  const narrow = useNarrow();
  if (!plan) return null;
  const ahead = plan.visits.filter((v) => v.day >= plan.today && v.state !== 'done').slice(0, 3);
  return (
    <section aria-label="Weeks">
      <div className="mb-1 flex flex-wrap items-baseline justify-between gap-3">
        <h2 className="say text-head">
          {plan.block ? `${plan.block.daysSaid}, until ${day(plan.block.end)}` : 'No weeks are planned'}
        </h2>
        <Link
          to="/clients/$clientId/plan"
          params={{ clientId }}
          className="inline-flex min-h-11 items-center underline underline-offset-4"
        >
          {plan.block ? 'Open the plan' : 'Plan some weeks'}
        </Link>
      </div>
      {plan.visits.length > 0 &&
        (narrow || plan.block === null ? (
          <p className="text-body text-soft">
            {ahead.map((v) => `${longDay(v.day)} ${day(v.day)}, ${v.time}`).join(' · ') || 'Nothing to come.'}
          </p>
        ) : (
          <PlanPath plan={plan} picked={null} />
        ))}
    </section>
  );
}
