import { useMutation, useQuery } from '@tanstack/react-query';
import { type ReactNode, useState } from 'react';
import { v7 as uuid } from 'uuid';
import { api, type Schema, take } from '@/api/client';
import { refreshBody } from '@/api/queries';
import { Button } from '@/ui/Button';
import { Choice } from '@/ui/Choice';
import { Trouble } from '@/ui/Notice';
import { NumberInput } from '@/ui/NumberInput';
import { Sheet } from '@/ui/Sheet';
import { day } from '@/words/dates';
import type { Units } from '@/words/units';

type Try = Schema['HeightTryDto'];
type Outcome = Schema['HeightOutcome'];
type Way = Schema['HeightWayView'];

const empty = (heightCm: number): Try => ({
  heightCm,
  leftShinDegrees: null,
  rightShinDegrees: null,
  heelStays: null,
  backArches: null,
  comfort: null,
  pain: null,
  frontSharePercent: null,
});

const words: Record<Outcome, string> = { keep: 'Keep', raiseMore: 'Raise more', leave: 'Leave', lower: 'Lower' };

/** Two heights under one foot, tried one after the other: what each was like, what that says, and what is done about it. */
export function HeightTrialSheet({
  open,
  onOpenChange,
  clientId,
  exerciseId,
  under,
  school,
  units,
  nowCm,
  highestCm,
  heights,
  onHeight,
}: {
  open: boolean;
  onOpenChange: (open: boolean) => void;
  clientId: string;
  exerciseId: string;
  under: Schema['TriedUnder'];
  school: Schema['SchoolCode'];
  units: Units;
  nowCm: number;
  highestCm: number | null;
  /** What the studio can build, centimetres from the floor up. */
  heights: number[];
  onHeight: (cm: number) => void;
}) {
  // What stands now comes out of metres; the same height of the list is meant.
  const standing = heights.find((h) => Math.abs(h - nowCm) < 0.3) ?? nowCm;
  // A raised front foot is held against the floor, a raised rear one against the next lower.
  const below = under === 'frontFoot' ? 0 : ([...heights].reverse().find((h) => h < nowCm - 0.3) ?? 0);
  const [tries, setTries] = useState<Try[]>([empty(below), empty(standing > 0.3 ? standing : (heights[1] ?? nowCm))]);
  const [readBy, setReadBy] = useState<Schema['ShinReadBy']>('eye');
  const [id, setId] = useState(() => uuid());
  const asked = { under, school, readBy, highestCm, tries };
  const advice = useQuery({
    queryKey: ['heights', asked],
    enabled: open,
    placeholderData: (before) => before,
    queryFn: () => take(api.POST('/api/compute/heights', { body: asked })),
  });
  const said = advice.data;
  const sorted = [...tries].sort((a, b) => a.heightCm - b.heightCm);
  const high = sorted.at(-1);
  const keep = useMutation({
    mutationFn: (way: Way) =>
      take(
        api.POST('/api/height-trials', {
          body: { id, clientId, exerciseId, asked, chosen: way.outcome, chosenCm: way.cm, supersedes: null },
        }),
      ),
    onSuccess: async (kept) => {
      setId(uuid());
      onHeight(kept.chosenCm);
      // One higher is tried against the one that stands now.
      if (kept.chosen === 'raiseMore' && high) setTries([high, empty(kept.chosenCm)]);
      else onOpenChange(false);
      await refreshBody(clientId);
    },
  });
  const change = (i: number, part: Partial<Try>) => setTries(tries.map((t, n) => (n === i ? { ...t, ...part } : t)));
  const ready = said !== undefined && !said.missing && !advice.isPlaceholderData && !keep.isPending;
  return (
    <Sheet
      title={under === 'frontFoot' ? 'Front foot: two heights' : 'Rear foot: two heights'}
      open={open}
      onOpenChange={onOpenChange}
    >
      <p className="mb-3 text-body text-soft">
        {under === 'frontFoot'
          ? 'Three a side on each, same depth. Whether it helps is tried, not promised.'
          : 'Three a side on each. Lower as soon as the back arches.'}
      </p>
      <div className="grid grid-cols-[minmax(0,1fr)_minmax(0,1fr)] gap-3">
        {tries.map((t, i) => (
          <OneHeight
            key={i}
            which={i === 0 ? 'First' : 'Second'}
            under={under}
            heights={heights}
            units={units}
            value={t}
            onChange={(part) => change(i, part)}
          />
        ))}
      </div>
      {under === 'frontFoot' && (
        <div className="mt-3">
          <p className="mb-1 text-fine text-soft">Shins read</p>
          <Choice
            label="Shins read"
            value={readBy}
            options={[
              { value: 'eye', text: 'By eye ±8°' },
              { value: 'gauge', text: 'Off a gauge ±2°' },
            ]}
            onPick={setReadBy}
          />
        </div>
      )}
      <div className="mt-4 border-t border-hair pt-4" aria-live="polite" data-advice>
        <p className="say text-title">{said?.missing ? 'Not enough yet.' : (said?.sentence ?? '')}</p>
        {said?.missing && <p className="text-body text-soft">{said.missing}</p>}
        <ul className="mt-1 grid gap-0.5 text-copy">
          {said?.because.map((b) => (
            <li key={b}>{b}</li>
          ))}
        </ul>
        <Trouble error={keep.error ?? advice.error} />
        <div className="mt-3 flex flex-wrap gap-2">
          {said?.ways.map((way) => (
            <Button
              key={way.outcome}
              kind={said.outcome === way.outcome ? 'act' : 'plain'}
              className="min-h-14 flex-1"
              disabled={!ready}
              onClick={() => keep.mutate(way)}
            >
              <span>
                {words[way.outcome]}: <span className="whitespace-nowrap">{way.text}</span>
              </span>
            </Button>
          ))}
        </div>
      </div>
    </Sheet>
  );
}

const shown = (cm: number, units: Units) =>
  cm < 0.5 ? 'floor' : `${Math.round(units.length.from(cm) * 2) / 2} ${units.length.name}`;

function OneHeight({
  which,
  under,
  heights,
  units,
  value,
  onChange,
}: {
  which: string;
  under: Schema['TriedUnder'];
  heights: number[];
  units: Units;
  value: Try;
  onChange: (part: Partial<Try>) => void;
}) {
  const all = heights.some((h) => Math.abs(h - value.heightCm) < 0.3)
    ? heights
    : [...heights, value.heightCm].sort((a, b) => a - b);
  const field = 'h-11 w-full rounded-[10px] border border-edge bg-ground px-2 text-body font-semibold pointer-coarse:text-entry';
  const number = (label: string, unit: string, now: number | null, set: (n: number | null) => void) => (
    <label className="grid grid-cols-[1fr_5.5rem] items-center gap-2 text-copy max-sm:grid-cols-1 max-sm:gap-0.5">
      <span>{label}</span>
      <span className="flex items-center gap-1">
        <NumberInput
          aria-label={`${label}, ${which.toLowerCase()} height`}
          value={now}
          decimals={0}
          live
          onSay={set}
          onEmpty={() => set(null)}
          className={field}
        />
        <span className="text-fine text-soft">{unit}</span>
      </span>
    </label>
  );
  return (
    <fieldset className="grid min-w-0 content-start gap-2.5 rounded-xl border border-hair p-3">
      <legend className="sr-only">{which} height</legend>
      <select
        aria-label={`${which} height`}
        value={value.heightCm}
        onChange={(e) => onChange({ heightCm: Number(e.target.value) })}
        className={`figure h-12 w-full min-w-0 rounded-[10px] border border-edge bg-ground px-2 text-head`}
      >
        {all.map((h) => (
          <option key={h} value={h}>
            {shown(h, units)}
          </option>
        ))}
      </select>
      {under === 'frontFoot' ? (
        <>
          <Tap
            label={`Heel, ${which.toLowerCase()} height`}
            value={value.heelStays === null ? null : value.heelStays ? 'down' : 'lifts'}
            options={[
              { value: 'down', text: 'Heel stays' },
              { value: 'lifts', text: 'Heel lifts' },
            ]}
            onPick={(v) => onChange({ heelStays: v === null ? null : v === 'down' })}
          />
          {number('Left shin', '°', value.leftShinDegrees, (leftShinDegrees) => onChange({ leftShinDegrees }))}
          {number('Right shin', '°', value.rightShinDegrees, (rightShinDegrees) => onChange({ rightShinDegrees }))}
          {number('In front, scales', '%', value.frontSharePercent, (frontSharePercent) => onChange({ frontSharePercent }))}
        </>
      ) : (
        <>
          <Tap
            label={`To stand on, ${which.toLowerCase()} height`}
            value={value.comfort}
            options={[
              { value: 'good', text: 'Good' },
              { value: 'bearable', text: 'Bearable' },
              { value: 'unpleasant', text: 'Unpleasant' },
            ]}
            onPick={(comfort) => onChange({ comfort })}
          />
          <Tap
            label={`Back, ${which.toLowerCase()} height`}
            value={value.backArches === null ? null : value.backArches ? 'arches' : 'long'}
            options={[
              { value: 'long', text: 'Back long' },
              { value: 'arches', text: 'Back arches' },
            ]}
            onPick={(v) => onChange({ backArches: v === null ? null : v === 'arches' })}
          />
        </>
      )}
      <label className="grid grid-cols-[1fr_5.5rem] items-center gap-2 text-copy max-sm:grid-cols-1 max-sm:gap-0.5">
        <span>Pain</span>
        <select
          aria-label={`Pain, ${which.toLowerCase()} height`}
          value={value.pain ?? ''}
          onChange={(e) => onChange({ pain: e.target.value === '' ? null : Number(e.target.value) })}
          className={field}
        >
          <option value="">–</option>
          {Array.from({ length: 11 }, (_, score) => score).map((score) => (
            <option key={score} value={score}>
              {score}
            </option>
          ))}
        </select>
      </label>
    </fieldset>
  );
}

/** One of a few in a narrow column; tapped again it is taken back. */
function Tap<T extends string>({
  label,
  value,
  options,
  onPick,
}: {
  label: string;
  value: T | null;
  options: { value: T; text: string }[];
  onPick: (value: T | null) => void;
}) {
  return (
    <div role="group" aria-label={label} className="grid gap-1">
      {options.map((o) => (
        <button
          key={o.value}
          type="button"
          aria-pressed={value === o.value}
          onClick={() => onPick(value === o.value ? null : o.value)}
          className={`min-h-11 rounded-[10px] border px-2 text-copy font-semibold ${
            value === o.value ? 'border-ink bg-spine text-spine-ink' : 'border-edge bg-paper hover:bg-ground'
          }`}
        >
          {o.text}
        </button>
      ))}
    </div>
  );
}

/** What came of the last heights that were tried, beside the way to try again. */
export function LastTried({
  trials,
  units,
  children,
}: {
  trials: Schema['HeightTrialView'][];
  units: Units;
  children: ReactNode;
}) {
  const [last] = trials;
  return (
    <section aria-label="Heights tried" className="grid justify-items-start gap-1.5" data-tried>
      {last && (
        <p className="border-l-4 border-steel pl-3 text-copy">
          <span className="font-semibold">
            Tried {day(last.at)}: {words[last.chosen].toLowerCase()}, {shown(last.chosenCm, units)}.
          </span>{' '}
          {last.overruled && `The coach chose otherwise than “${last.sentence}” `}
          {last.because.join(' ')}
        </p>
      )}
      {children}
    </section>
  );
}
