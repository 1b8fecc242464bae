import { useQuery } from '@tanstack/react-query';
import { useId, useState } from 'react';
import type { Schema } from '@/api/client';
import { planDraftQuery } from '@/api/options';
import { useNarrow } from '@/device/narrow';
import { Button } from '@/ui/Button';
import { Fold } from '@/ui/Fold';
import { Trouble } from '@/ui/Notice';
import { day } from '@/words/dates';
import { plus, SHORT_DAYS, WEEKDAYS, weekday } from './days';
import type { Plan } from './moves';
import { PlanPath } from './PlanPath';

type Block = Schema['BlockDto'];

const OWN: { slot: Schema['Slot']; name: string; such: string }[] = [
  { slot: 'horizontalPush', name: 'Push ahead', such: 'press-up' },
  { slot: 'horizontalPull', name: 'Pull toward you', such: 'row' },
  { slot: 'verticalPush', name: 'Push overhead', such: 'press' },
  { slot: 'verticalPull', name: 'Pull down', such: 'pull-down' },
];

/** Some weeks before they are kept: how many, on which days, and at once what that comes to. */
export function PlanForm({
  plan,
  saving,
  error,
  onKeep,
  onLeave,
}: {
  plan: Plan;
  saving: boolean;
  error: unknown;
  onKeep: (block: Block) => void;
  onLeave?: () => void;
}) {
  const [block, setBlock] = useState<Block>(plan.start.block);
  const firstId = useId();
  const narrow = useNarrow();
  const draft = useQuery(planDraftQuery(plan.clientId, block.days.length > 0 ? block : null));
  const time = block.days.at(-1)?.time ?? '17:00';
  const toggle = (index: number) => {
    const name = WEEKDAYS[index] ?? 'monday';
    const there = block.days.some((d) => d.day === name);
    const days = there ? block.days.filter((d) => d.day !== name) : [...block.days, { day: name, time }];
    setBlock({ ...block, days: days.sort((a, b) => WEEKDAYS.indexOf(a.day) - WEEKDAYS.indexOf(b.day)) });
  };
  const setTime = (name: Block['days'][number]['day'], to: string) =>
    to && setBlock({ ...block, days: block.days.map((d) => (d.day === name ? { ...d, time: to } : d)) });
  const own = (slot: Schema['Slot'], words: string) =>
    setBlock({ ...block, own: [...block.own.filter((o) => o.slot !== slot), ...(words ? [{ slot, words }] : [])] });
  const weeks = (by: number) => setBlock({ ...block, weeks: Math.min(12, Math.max(1, block.weeks + by)) });
  const name = plan.clientName.split(' ')[0];
  return (
    <section aria-label="Plan some weeks" className="mt-5">
      <div className="grid gap-x-10 gap-y-5 lg:grid-cols-[auto_auto_1fr]">
        <div>
          <p className="text-copy font-semibold text-soft">Days</p>
          <div className="mt-1.5 flex flex-wrap gap-1.5">
            {SHORT_DAYS.map((short, i) => {
              const on = block.days.some((d) => d.day === WEEKDAYS[i]);
              return (
                <button
                  key={short}
                  type="button"
                  aria-pressed={on}
                  onClick={() => toggle(i)}
                  className={`min-h-12 min-w-12 rounded-[10px] px-2 text-body font-semibold ${on ? 'bg-spine text-spine-ink' : 'border border-edge bg-paper hover:border-ink'}`}
                >
                  {short}
                </button>
              );
            })}
          </div>
          <div className="mt-2 flex flex-wrap gap-x-4 gap-y-1.5">
            {block.days.map((d) => (
              <label key={d.day} className="flex items-center gap-2 text-body">
                <span className="text-soft">{SHORT_DAYS[WEEKDAYS.indexOf(d.day)]}</span>
                <input
                  type="time"
                  step={900}
                  value={d.time}
                  onChange={(e) => setTime(d.day, e.target.value)}
                  className="h-11 rounded-lg border border-edge bg-paper px-2 text-entry"
                />
              </label>
            ))}
          </div>
          {!plan.start.usual && block === plan.start.block && (
            <p className="mt-1.5 text-small text-soft">A first guess: nobody knows yet when {name} comes.</p>
          )}
        </div>
        <div>
          <p className="text-copy font-semibold text-soft">Weeks</p>
          <div className="mt-1.5 flex items-center gap-1.5">
            <Button aria-label="A week less" disabled={block.weeks <= 1} onClick={() => weeks(-1)} className="min-w-12 text-head">
              −
            </Button>
            <output className="say w-14 text-center text-large tabular-nums">{block.weeks}</output>
            <Button aria-label="A week more" disabled={block.weeks >= 12} onClick={() => weeks(1)} className="min-w-12 text-head">
              +
            </Button>
          </div>
          <label htmlFor={firstId} className="mt-2 flex items-center gap-2 text-body">
            <span className="text-soft">from</span>
            <input
              id={firstId}
              type="date"
              value={block.first}
              min={plan.today}
              onChange={(e) => e.target.value && setBlock({ ...block, first: e.target.value })}
              className="h-11 rounded-lg border border-edge bg-paper px-2 text-entry"
            />
          </label>
        </div>
        <div className="flex flex-col items-start gap-2.5 lg:items-end">
          <Button
            kind="act"
            disabled={saving || block.days.length === 0 || draft.isError}
            onClick={() => onKeep(block)}
            hint="P"
            className="min-h-14 px-7 text-lead"
          >
            Plan {block.weeks === 1 ? 'this week' : `these ${block.weeks} weeks`}
          </Button>
          {onLeave && (
            <Button kind="quiet" onClick={onLeave}>
              Leave it as it is
            </Button>
          )}
          <p className="text-small text-soft lg:text-right">
            {block.days.length === 0
              ? 'Choose at least one day.'
              : draft.data
                ? `${draft.data.asked}, until ${day(plus(draft.data.end, -1))}`
                : ' '}
          </p>
        </div>
      </div>
      <Trouble error={error ?? draft.error} />
      <div className="mt-4" />
      <Fold title="Pushes and pulls" said={block.own.length === 0 ? 'none' : block.own.map((o) => o.words).join(', ')}>
        <div className="grid gap-3 sm:grid-cols-2 lg:grid-cols-4">
          {OWN.map((o) => (
            <label key={o.slot} className="text-copy">
              <span className="font-semibold text-soft">{o.name}</span>
              <input
                value={block.own.find((w) => w.slot === o.slot)?.words ?? ''}
                onChange={(e) => own(o.slot, e.target.value)}
                maxLength={60}
                placeholder={`such as ${o.such}`}
                className="mt-1 h-11 w-full rounded-lg border border-edge bg-paper px-3 text-entry"
              />
            </label>
          ))}
        </div>
      </Fold>
      {draft.data && (
        <div className="mt-3">
          {narrow ? (
            <p className="text-body">{draft.data.visits.map((v) => `${SHORT_DAYS[weekday(v.day)]} ${day(v.day)}`).join(' · ')}</p>
          ) : (
            <PlanPath
              plan={{
                visits: draft.data.visits,
                first: draft.data.visits[0]?.day ?? plan.today,
                block: null,
                today: plan.today,
                clashes: [],
              }}
              picked={null}
            />
          )}
          <ul className="mt-2 grid max-w-[70em] gap-1 text-copy text-soft">
            {draft.data.notes.map((n) => (
              <li key={n}>{n}</li>
            ))}
          </ul>
        </div>
      )}
    </section>
  );
}
