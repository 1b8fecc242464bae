import { type Moment, momentName, type Plan } from '@/pictures/still';
import type { Side } from '@/ui/SidePlate';

const order: Moment[] = ['start', 'firstSeen', 'bottom', 'halfUp', 'top'];

/** The moments of one repetition on a line from its start to its top; those a check cannot do without are filled posts. */
export function MomentStrip({
  plan,
  at,
  has,
  onGo,
}: {
  plan: Plan[];
  at: Moment;
  has: (moment: Moment) => Side[];
  onGo: (moment: Moment) => void;
}) {
  const moments = order.flatMap((m) => plan.find((p) => p.moment === m) ?? []);
  return (
    <div role="group" aria-label="Moment of the repetition" className="flex items-stretch max-sm:w-full">
      {moments.map((p, i) => {
        const here = p.moment === at;
        const sides = has(p.moment);
        return (
          <button
            key={p.moment}
            type="button"
            aria-pressed={here}
            onClick={() => onGo(p.moment)}
            className="group relative flex min-h-12 flex-1 flex-col items-center justify-center px-2.5 text-small sm:min-w-24"
          >
            {i > 0 && <span className="absolute top-3.5 right-1/2 left-0 border-t-2 border-hair" aria-hidden="true" />}
            {i < moments.length - 1 && (
              <span className="absolute top-3.5 right-0 left-1/2 border-t-2 border-hair" aria-hidden="true" />
            )}
            <span
              className={`relative size-4 rounded-full border-2 ${here ? 'border-brass bg-brass' : p.essential ? 'border-ink bg-paper' : 'border-hair bg-paper'}`}
              aria-hidden="true"
            />
            <span className={`mt-0.5 whitespace-nowrap ${here ? 'font-semibold' : 'text-soft'}`}>
              {momentName[p.moment]}
              {sides.length > 0 && (
                <span className="ml-1 font-bold text-pine">{sides.map((s) => (s === 'left' ? 'L' : 'R')).join(' ')}</span>
              )}
            </span>
          </button>
        );
      })}
    </div>
  );
}
