import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { api, type Schema, take } from '@/api/client';
import { useDevices } from '@/api/queries';
import { SorenessAsk } from '@/features/pain/PainAsk';
import { Button } from '@/ui/Button';
import { Field } from '@/ui/Field';
import { Trouble } from '@/ui/Notice';
import { NumberInput } from '@/ui/NumberInput';
import { ReadingLine } from '@/ui/ReadingLine';
import { standing } from '@/ui/results';
import { ScoreRow } from '@/ui/ScoreRow';
import { SIDES, type Side, SidePlate } from '@/ui/SidePlate';
import { useUnits } from '@/ui/useUnits';
import { asKept, type Unit, unitOf } from '@/words/units';
import type { Draft, Stated } from './draft';

/** What no picture gives: where it is felt, how hard it was, how the weight is shared, and what a clock or a tape says. */
export function AskPanel({
  draft,
  standard,
  look,
  repeated,
  onChange,
  onStated,
}: {
  draft: Draft;
  standard: Schema['StandardView'];
  look: Schema['LookView'] | null;
  /** Whether the client has been here before, so that the morning after can be asked. */
  repeated: boolean;
  onChange: (change: (draft: Draft) => Draft, typed?: string) => void;
  onStated: (stated: Stated | { measureId: string; side: Side; source: Stated['source']; value: null }) => void;
}) {
  const share = standard.measures.find((m) => m.id === 'load-share');
  const numbers = standard.measures.filter((m) => m.kind === 'number' && m.id !== 'load-share');
  return (
    <div className="grid content-start gap-7 overflow-y-auto rounded-2xl bg-paper p-4 sm:p-6 md:grid-cols-2 md:gap-x-10" data-ask>
      <div className="grid content-start gap-4">
        <Felt draft={draft} expected={standard.felt} onChange={onChange} />
        <Field
          label="Said without being asked"
          value={draft.remark ?? ''}
          maxLength={400}
          placeholder="“I can’t feel my glute.”"
          onChange={(e) => onChange((d) => ({ ...d, remark: e.target.value }), 'remark')}
        />
      </div>
      <div className="grid content-start gap-4">
        <ScoreRow
          label="How hard was it?"
          value={draft.effort}
          onPick={(effort) => onChange((d) => ({ ...d, effort: d.effort === effort ? null : effort }))}
          plain
        />
        <SorenessAsk value={draft.soreness ?? null} onPick={(soreness) => onChange((d) => ({ ...d, soreness }))} />
        {repeated && <NextMorning value={draft.nextMorning} onPick={(nextMorning) => onChange((d) => ({ ...d, nextMorning }))} />}
      </div>
      {share && <LoadShare measure={share} draft={draft} standard={standard} look={look} onStated={onStated} />}
      <div className="grid content-start gap-4">
        {numbers.map((measure) => (
          <Numbers key={measure.id} measure={measure} draft={draft} look={look} onStated={onStated} />
        ))}
        {standard.measures.some((m) => m.id === 'front-shin') && (
          <ShinSensor draft={draft} standard={standard} onStated={onStated} />
        )}
      </div>
    </div>
  );
}

function Felt({
  draft,
  expected,
  onChange,
}: {
  draft: Draft;
  expected: string[];
  onChange: (change: (draft: Draft) => Draft, typed?: string) => void;
}) {
  const { felt } = draft;
  return (
    <fieldset className="grid content-start gap-2">
      <legend className="mb-1 font-semibold">Where is it felt?</legend>
      <p className="text-copy text-soft">Expected: {expected.join(', ')}.</p>
      <div className="flex flex-wrap gap-2">
        <Button
          aria-pressed={felt?.asExpected === true}
          className={felt?.asExpected ? 'bg-spine! text-spine-ink!' : ''}
          onClick={() => onChange((d) => ({ ...d, felt: d.felt?.asExpected ? null : { asExpected: true, where: '' } }))}
        >
          There
        </Button>
        <Button
          aria-pressed={felt?.asExpected === false}
          className={felt?.asExpected === false ? 'bg-spine! text-spine-ink!' : ''}
          onClick={() =>
            onChange((d) => ({ ...d, felt: d.felt?.asExpected === false ? null : { asExpected: false, where: '' } }))
          }
        >
          Somewhere else
        </Button>
      </div>
      {felt?.asExpected === false && (
        <label className="grid gap-1">
          <span className="text-copy">Where instead?</span>
          <input
            value={felt.where}
            maxLength={200}
            placeholder="low back, front of the knee"
            onChange={(e) => onChange((d) => ({ ...d, felt: { asExpected: false, where: e.target.value } }), 'felt')}
            className="h-11 w-full rounded-[10px] border border-edge bg-ground px-3 text-entry"
          />
        </label>
      )}
    </fieldset>
  );
}

type ShareSource = 'scales' | 'guess' | 'simulated';
const sourceName: Record<ShareSource, string> = { scales: 'Two scales', guess: "Client's guess", simulated: 'Simulated scales' };

/** How the weight is shared: weighed, guessed or read from a simulated pair of scales, each called what it is; the posture's own estimate beside it. */
function LoadShare({
  measure,
  draft,
  standard,
  look,
  onStated,
}: {
  measure: Schema['MeasureView'];
  draft: Draft;
  standard: Schema['StandardView'];
  look: Schema['LookView'] | null;
  onStated: (stated: Stated | { measureId: string; side: Side; source: Stated['source']; value: null }) => void;
}) {
  const devices = useDevices();
  const kept = draft.stated.find((s) => s.measureId === 'load-share')?.source as ShareSource | undefined;
  const [source, setSource] = useState<ShareSource>(kept ?? 'guess');
  const simulated = devices.data?.find((d) => d.measureId === 'load-share');
  const sources: ShareSource[] = ['guess', 'scales', ...(simulated ? (['simulated'] as const) : [])];
  return (
    <section aria-label="Front share" className="grid content-start gap-2.5">
      <h2 className="font-semibold">Front share</h2>
      <p className="text-copy text-soft">
        First let the client guess, then show the scales.{measure.left ? ` From scales ${measure.left.text} is accepted.` : ''}
      </p>
      <div className="flex flex-wrap gap-1.5">
        {sources.map((s) => (
          <Button
            key={s}
            aria-pressed={s === source}
            className={s === source ? 'bg-spine! text-spine-ink!' : ''}
            onClick={() => setSource(s)}
          >
            {sourceName[s]}
          </Button>
        ))}
      </div>
      {SIDES.map((side) => (
        <div key={`${side}${source}`} className="flex min-h-12 flex-wrap items-center gap-2.5">
          <SidePlate side={side} size="s" />
          {source === 'scales' && (
            <TwoScales side={side} onShare={(value) => onStated({ measureId: 'load-share', side, value, source: 'scales' })} />
          )}
          {source === 'guess' && (
            <NumberBox
              label={`Guess for the ${side} in front`}
              unit={asKept('% in front')}
              value={
                draft.stated.find((s) => s.measureId === 'load-share' && s.side === side && s.source === 'guess')?.value ?? null
              }
              onValue={(value) =>
                onStated(
                  value === null
                    ? { measureId: 'load-share', side, source: 'guess', value }
                    : { measureId: 'load-share', side, source: 'guess', value },
                )
              }
            />
          )}
          {source === 'simulated' && simulated && (
            <DeviceButton
              device={simulated}
              side={side}
              standard={standard}
              onValue={(value) => onStated({ measureId: 'load-share', side, value, source: 'simulated' })}
            />
          )}
          {draft.stated.some((s) => s.measureId === 'load-share' && s.side === side && s.source === source) && (
            <span className="min-w-0">
              {look?.results
                .filter((r) => r.measureId === 'load-share' && r.side === side && r.source === source)
                .map((r) => (
                  <ReadingLine key={r.source} reading={r} large={false} />
                ))}
            </span>
          )}
        </div>
      ))}
      {look?.shares.map((s) => (
        <p key={s.side} className="text-small text-soft">
          {s.side === 'left' ? 'Left' : 'Right'} in front: {s.text}.
        </p>
      ))}
    </section>
  );
}

function TwoScales({ side, onShare }: { side: Side; onShare: (percent: number) => void }) {
  const { mass } = useUnits();
  const [front, setFront] = useState<number | null>(null);
  const [rear, setRear] = useState<number | null>(null);
  const share = useMutation({
    mutationFn: ([frontKilograms, rearKilograms]: [number, number]) =>
      take(api.POST('/api/compute/scales', { body: { side, frontKilograms, rearKilograms } })),
    onSuccess: ({ percent }) => onShare(percent),
  });
  const say = (f: number | null, r: number | null) => f !== null && r !== null && share.mutate([f, r]);
  return (
    <>
      {(
        [
          ['Front', front, setFront, (v: number) => say(v, rear)],
          ['Rear', rear, setRear, (v: number) => say(front, v)],
        ] as const
      ).map(([name, value, set, then]) => (
        <label key={name} className="flex items-center gap-1.5 text-copy">
          {name}
          <NumberInput
            aria-label={`${name} scale, ${side} in front`}
            value={value === null ? null : mass.from(value)}
            live
            onSay={(said) => {
              const kg = mass.to(said);
              set(kg);
              then(kg);
            }}
            onEmpty={() => set(null)}
            className="h-11 w-20 rounded-[10px] border border-edge bg-ground px-2 text-entry font-semibold"
          />
          {mass.name}
        </label>
      ))}
      <Trouble error={share.error} />
    </>
  );
}

function NumberBox({
  label,
  unit,
  value,
  onValue,
}: {
  label: string;
  unit: Unit;
  value: number | null;
  onValue: (value: number | null) => void;
}) {
  return (
    <label className="flex items-center gap-1.5 text-copy">
      <NumberInput
        aria-label={label}
        value={value === null ? null : unit.from(value)}
        live
        onSay={(said) => onValue(unit.to(said))}
        onEmpty={() => onValue(null)}
        className="h-11 w-20 rounded-[10px] border border-edge bg-ground px-2 text-entry font-semibold"
      />
      {unit.name}
    </label>
  );
}

/** What a clock or a tape says, side by side. */
function Numbers({
  measure,
  draft,
  look,
  onStated,
}: {
  measure: Schema['MeasureView'];
  draft: Draft;
  look: Schema['LookView'] | null;
  onStated: (stated: Stated | { measureId: string; side: Side; source: Stated['source']; value: null }) => void;
}) {
  const source: Stated['source'] = measure.unit === 'seconds' ? 'clock' : measure.unit === 'percent' ? 'scales' : 'tape';
  const unit = unitOf(measure.unit, useUnits());
  return (
    <section aria-label={measure.name} className="grid content-start gap-2">
      <h2 className="font-semibold">
        {measure.name}{' '}
        <span className="font-normal text-soft">
          by {source === 'clock' ? 'the clock' : source === 'tape' ? 'the tape' : 'scales'}
        </span>
      </h2>
      {SIDES.map((side) => {
        const result = standing(look, measure.id, side);
        return (
          <div key={side} className="flex min-h-12 flex-wrap items-center gap-2.5">
            <SidePlate side={side} size="s" />
            <NumberBox
              label={`${measure.name}, ${side}`}
              unit={unit}
              value={draft.stated.find((s) => s.measureId === measure.id && s.side === side)?.value ?? null}
              onValue={(value) =>
                onStated(
                  value === null
                    ? { measureId: measure.id, side, source, value }
                    : { measureId: measure.id, side, source, value },
                )
              }
            />
            {result && result.source === source && <ReadingLine reading={result} large={false} />}
          </div>
        );
      })}
    </section>
  );
}

function ShinSensor({
  draft,
  standard,
  onStated,
}: {
  draft: Draft;
  standard: Schema['StandardView'];
  onStated: (stated: Stated | { measureId: string; side: Side; source: Stated['source']; value: null }) => void;
}) {
  const devices = useDevices();
  const sensor = devices.data?.find((d) => d.measureId === 'front-shin');
  if (!sensor) return null;
  return (
    <section aria-label={sensor.name} className="grid content-start gap-2">
      <h2 className="font-semibold">{sensor.name}</h2>
      {SIDES.map((side) => {
        const kept = draft.stated.find((s) => s.measureId === 'front-shin' && s.side === side);
        return (
          <div key={side} className="flex min-h-12 flex-wrap items-center gap-2.5">
            <SidePlate side={side} size="s" />
            <DeviceButton
              device={sensor}
              side={side}
              standard={standard}
              onValue={(value) => onStated({ measureId: 'front-shin', side, value, source: 'simulated' })}
            />
            {kept && (
              <Button kind="quiet" onClick={() => onStated({ measureId: 'front-shin', side, source: 'simulated', value: null })}>
                Take back
              </Button>
            )}
          </div>
        );
      })}
    </section>
  );
}

/** Reads a device once, and says how long ago it was set to zero. */
function DeviceButton({
  device,
  side,
  standard,
  onValue,
}: {
  device: Schema['DeviceView'];
  side: Side;
  standard: Schema['StandardView'];
  onValue: (value: number) => void;
}) {
  const read = useMutation({
    mutationFn: (zero: boolean) =>
      take(
        api.POST('/api/devices/{id}/reading', {
          params: { path: { id: device.id } },
          body: { standard: standard.standard, side, zero },
        }),
      ),
    onSuccess: (reading) => onValue(reading.value),
  });
  return (
    <span className="flex flex-wrap items-center gap-2">
      <Button onClick={() => read.mutate(false)} aria-label={`Read ${device.name}, ${side} in front`}>
        Read
      </Button>
      <Button kind="quiet" onClick={() => read.mutate(true)} aria-label={`Set ${device.name} to zero and read, ${side} in front`}>
        Zero and read
      </Button>
      {read.data && (
        <span className="text-small text-soft">
          {read.data.channels.map((c) => `${c.name.toLowerCase()} ${c.value} ${c.unit}`).join(', ')}; simulated, set to zero{' '}
          {read.data.minutesSinceZero < 1 ? 'just now' : `${Math.round(read.data.minutesSinceZero)} min ago`}
        </span>
      )}
      <Trouble error={read.error} />
    </span>
  );
}

function NextMorning({ value, onPick }: { value: number | null; onPick: (score: number) => void }) {
  return (
    <label className="flex items-center justify-between gap-3 text-body">
      <span>Worst the morning after last time</span>
      <select
        value={value ?? ''}
        onChange={(e) => e.target.value !== '' && onPick(Number(e.target.value))}
        className="h-11 rounded-[10px] border border-edge bg-ground px-2 text-body pointer-coarse:text-entry font-semibold"
      >
        <option value="">not asked</option>
        {Array.from({ length: 11 }, (_, i) => i).map((i) => (
          <option key={i} value={i}>
            {i}
          </option>
        ))}
      </select>
    </label>
  );
}
