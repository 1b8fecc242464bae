import { Link } from '@tanstack/react-router';
import { useState } from 'react';
import { Button } from '@/ui/Button';
import { day } from '@/words/dates';
import { longDay } from './days';
import { freeDay, movable, type Plan, type Visit } from './moves';

const STATES: Record<Visit['state'], string> = {
  ahead: '',
  running: 'begun',
  done: 'done',
  missed: 'missed',
};

/** What one visit holds, and where it can go. */
export function VisitPanel({
  plan,
  visit,
  onMove,
  onRemove,
}: {
  plan: Plan;
  visit: Visit;
  onMove: (visit: Visit, day: string, time: string) => void;
  onRemove: (visit: Visit) => void;
}) {
  const [timing, setTiming] = useState(false);
  const can = movable(visit);
  const [before, after] = [can ? freeDay(plan, visit, -1) : null, can ? freeDay(plan, visit, 1) : null];
  return (
    <section aria-label="The visit that is picked" className="grid gap-x-8 gap-y-3 sm:grid-cols-[1fr_auto]">
      <div className="min-w-0">
        <h2 className="say text-title">
          {longDay(visit.day)} {day(visit.day)}, {visit.time}
          {STATES[visit.state] && (
            <span className={visit.state === 'missed' ? 'text-brick' : 'text-soft'}> · {STATES[visit.state]}</span>
          )}
          {visit.lighter && <span className="text-soft"> · a lighter week</span>}
        </h2>
        <ol className="mt-1.5 grid gap-x-8 gap-y-0.5 lg:grid-cols-2">
          {visit.items.map((item, i) => (
            <li key={i} className="flex flex-wrap gap-x-2 text-body">
              <span className={item.place === 'main' ? 'font-semibold' : ''}>
                {item.name.charAt(0).toUpperCase() + item.name.slice(1)}
              </span>
              <span className="text-soft">
                {item.asked}
                {item.place === 'warmUp' && ', to wake'}
                {item.learnt && ', being learnt: first and fresh'}
                {item.done.length > 0 && ` · done ${item.done.join(', ')}`}
                {item.effort !== null && `, effort ${item.effort}`}
                {item.pain !== null && item.pain > 0 && `, pain ${item.pain}`}
              </span>
            </li>
          ))}
        </ol>
        {[...visit.due.map((d) => d.sentence), ...visit.given].map((said) => (
          <p key={said} className="mt-1 border-l-[3px] border-brass pl-2.5 text-copy">
            {said}
          </p>
        ))}
        {visit.movedFrom.length > 0 && (
          <p className="mt-1 text-small text-soft">Moved from {visit.movedFrom.map((d) => day(d)).join(', then ')}.</p>
        )}
      </div>
      {can && (
        <div className="flex flex-wrap content-start items-start gap-2 sm:max-w-[23rem] sm:justify-end">
          <Button
            disabled={before === null}
            hint="←"
            onClick={() => before && onMove(visit, before, visit.time)}
            className="min-h-12"
          >
            Earlier
          </Button>
          <Button
            disabled={after === null}
            hint="→"
            onClick={() => after && onMove(visit, after, visit.time)}
            className="min-h-12"
          >
            Later
          </Button>
          {timing ? (
            <input
              type="time"
              step={900}
              defaultValue={visit.time}
              aria-label="At what time"
              onBlur={(e) => {
                setTiming(false);
                if (e.target.value && e.target.value !== visit.time) onMove(visit, visit.day, e.target.value);
              }}
              className="h-12 rounded-[10px] border border-edge bg-paper px-3 text-entry"
            />
          ) : (
            visit.state === 'ahead' && (
              <Button onClick={() => setTiming(true)} className="min-h-12">
                Time…
              </Button>
            )
          )}
          <Button kind="quiet" onClick={() => onRemove(visit)} className="min-h-12">
            Take it out
          </Button>
          {visit.day === plan.today && visit.state === 'ahead' && plan.start.barred === null && (
            <Link
              to="/clients/$clientId/session"
              params={{ clientId: plan.clientId }}
              className="inline-flex min-h-12 items-center rounded-[10px] border border-edge bg-paper px-4 font-semibold"
            >
              Start
            </Link>
          )}
        </div>
      )}
    </section>
  );
}
