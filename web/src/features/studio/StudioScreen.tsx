import { useMutation } from '@tanstack/react-query';
import { Link } from '@tanstack/react-router';
import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { api, type Schema, take } from '@/api/client';
import { kitQuery, studioQuery } from '@/api/options';
import { queries, refresh, useKit, useStudio } from '@/api/queries';
import { useOwns, usePerson } from '@/device/person';
import { Button } from '@/ui/Button';
import { Choice } from '@/ui/Choice';
import { Field } from '@/ui/Field';
import { Trouble, useRefusal, Waiting } from '@/ui/Notice';
import { NumberInput } from '@/ui/NumberInput';
import { unitsOf } from '@/words/units';
import { HeightRow } from './HeightRow';
import { MediaKept } from './MediaKept';
import { SettingsList } from './SettingsList';

type Kit = Schema['KitDto'];

/** What the studio owns, in true heights, and how it has settled what coaches disagree about. */
export function StudioScreen() {
  const studio = useStudio();
  const kit = useKit();
  const person = usePerson();
  const owns = useOwns();
  const change = useMutation({
    scope: { id: 'kit' },
    mutationFn: (next: Kit) => {
      const version = queries.getQueryData(kitQuery.queryKey)?.version ?? kit.data?.version ?? 0;
      return take(api.PUT('/api/kit', { body: { operationId: uuid(), version, kit: next } }));
    },
    onSuccess: async (next) => {
      const before = kit.data?.kit.tape;
      queries.setQueryData(kitQuery.queryKey, next);
      // Units stand in every sentence.
      await (next.kit.tape === before ? refresh('studio', 'bench', 'floor', 'settings') : queries.invalidateQueries());
    },
  });
  if (!studio.data || !kit.data) return <Waiting what="the studio" error={studio.error ?? kit.error} />;
  const owned = kit.data.kit;
  const units = unitsOf(owned.tape);
  const heights = kit.data.heights;
  const say =
    heights.length > 0
      ? `${heights.length} ${heights.length === 1 ? 'height' : 'heights'} can be built here, from ${heights[0]?.cm === 0 ? 'the floor' : heights[0]?.text} to ${heights.at(-1)?.text}.`
      : 'List what is here, and set-ups keep to it.';
  const list = (label: string, key: 'boxesCm' | 'platesCm' | 'padsCm', hint: string) => (
    <Owned
      label={label}
      hint={hint}
      values={owned[key].map((cm) => ({ raw: cm, text: `${trim(units.length.from(cm))} ${units.length.name}` }))}
      unit={units.length.name}
      error={change.error}
      field={key.replace('Cm', '')}
      onAdd={(n) => change.mutate({ ...owned, [key]: [...owned[key], units.length.to(n)].sort((a, b) => a - b) })}
      onRemove={(i) => change.mutate({ ...owned, [key]: owned[key].filter((_, j) => j !== i) })}
    />
  );
  return (
    <div className="mx-auto max-w-[1240px] px-4 py-5 sm:px-8 sm:py-7">
      <div className="flex flex-wrap items-center justify-between gap-x-6">
        <p className="text-soft">{studio.data.name}</p>
        {owns && (
          <span className="flex flex-wrap gap-x-6">
            <Link to="/backups" className="inline-flex min-h-11 items-center underline underline-offset-4">
              Backups
            </Link>
            <Link to="/people" className="inline-flex min-h-11 items-center underline underline-offset-4">
              People, and who did what
            </Link>
          </span>
        )}
      </div>
      {!owns && (
        <p role="note" className="mt-2 rounded-[10px] border-l-4 border-slate bg-slate-wash px-3.5 py-2.5 text-body text-slate">
          What counts for the whole studio is changed by its owner{person?.role === 'owner' && ', signed in with the passphrase'}.
        </p>
      )}
      <h1 className="say mt-1 max-w-[24em] text-shout sm:text-large">{say}</h1>
      <HeightRow heights={heights} />
      <fieldset disabled={!owns} className="mt-7 grid min-w-0 gap-x-12 gap-y-8 lg:grid-cols-[minmax(0,1fr)_minmax(0,1fr)]">
        <section aria-label="Kit" className="grid content-start gap-5">
          <h2 className="say text-head">What is here, in true heights</h2>
          {list('Boxes and benches to stand on', 'boxesCm', 'Measure from the floor to the top.')}
          {list('Plates, one entry each', 'platesCm', 'Thickness. Up to three are stacked.')}
          {list('Pads for the rear knee', 'padsCm', 'Thickness, pressed down.')}
          <Owned
            label="Heel wedges"
            hint="Their angle. Thin, and not tipping."
            values={owned.wedgesDegrees.map((d) => ({ raw: d, text: `${d}°` }))}
            unit="°"
            error={change.error}
            field="wedges"
            onAdd={(n) => change.mutate({ ...owned, wedgesDegrees: [...owned.wedgesDegrees, n].sort((a, b) => a - b) })}
            onRemove={(i) => change.mutate({ ...owned, wedgesDegrees: owned.wedgesDegrees.filter((_, j) => j !== i) })}
          />
          <Owned
            label="Roll for the instep"
            hint="Height from the floor."
            values={
              owned.rollCm === null
                ? []
                : [{ raw: owned.rollCm, text: `${trim(units.length.from(owned.rollCm))} ${units.length.name}` }]
            }
            unit={units.length.name}
            error={change.error}
            field="roll"
            onAdd={(n) => change.mutate({ ...owned, rollCm: units.length.to(n) })}
            onRemove={() => change.mutate({ ...owned, rollCm: null })}
          />
          {HELD.map(({ kind, label, hint }) => {
            const held = owned[kind] ?? [];
            return (
              <Owned
                key={kind}
                label={label}
                hint={hint}
                values={held.map((kg) => ({ raw: kg, text: `${trim(units.mass.from(kg))} ${units.mass.name}` }))}
                unit={units.mass.name}
                error={change.error}
                field={kind.replace('Kg', '')}
                onAdd={(n) => change.mutate({ ...owned, [kind]: [...held, units.mass.to(n)].sort((a, b) => a - b) })}
                onRemove={(i) => change.mutate({ ...owned, [kind]: held.filter((_, j) => j !== i) })}
              />
            );
          })}
          <Things owned={owned} onChange={(things) => change.mutate({ ...owned, things })} />
          <Manner studio={studio.data} tape={owned.tape} onTape={(tape) => change.mutate({ ...owned, tape })} />
          <Trouble error={change.error} beside={KIT} />
          <EmergencyNumber studio={studio.data} />
        </section>
        <section aria-label="Settings">
          <h2 className="say text-head">Where coaches disagree, and how it is done here</h2>
          <p className="mt-0.5 mb-2 text-small text-soft">
            A client’s own choice comes first, then the exercise’s, then the style’s, then this.
          </p>
          <SettingsList />
          <MediaKept name={(id) => studio.data?.exercises.find((e) => e.id === id)?.name ?? id} />
        </section>
      </fieldset>
      <p className="mt-10 border-t border-hair pt-3 text-small text-soft">
        Built from the work of others:{' '}
        <a href="/third-party.txt" target="_blank" rel="noreferrer" className="inline-flex min-h-11 items-center underline">
          their licences
        </a>
        {' · '}
        <a href="/parts.json" target="_blank" rel="noreferrer" className="inline-flex min-h-11 items-center underline">
          the list of parts
        </a>
      </p>
    </div>
  );
}

/** What is refused beside its own list. */
const KIT = ['boxes', 'plates', 'pads', 'wedges', 'roll', 'weights', 'bars', 'discs', 'sandbags'];

/** What is held, by where it can be held: loads go up by what is listed. */
const HELD = [
  { kind: 'weightsKg', label: 'Weights to hold, one entry each', hint: 'Two alike hang at the sides, one anywhere else.' },
  { kind: 'barsKg', label: 'Bars', hint: 'What the bar weighs alone. For the back and the front of the shoulders.' },
  { kind: 'discsKg', label: 'Discs for the bars, one entry each', hint: 'They go on in pairs.' },
  { kind: 'sandbagsKg', label: 'Sandbags', hint: 'Hugged, or in the crook of the elbows.' },
] as const;

/** Changes what the studio said of itself; what is not given stays. */
function useStudioChange(studio: Schema['StudioView']) {
  return useMutation({
    scope: { id: 'kit' },
    mutationFn: (said: Partial<Pick<Schema['StudioChange'], 'emergency' | 'days' | 'wallClock'>>) =>
      take(
        api.PUT('/api/studio', {
          body: {
            operationId: uuid(),
            version: queries.getQueryData(studioQuery.queryKey)?.version ?? studio.version,
            name: studio.name,
            timeZone: studio.timeZone,
            painLimit: studio.painLimit,
            ...said,
          },
        }),
      ),
    // Every sentence of every screen is told in the new way.
    onSuccess: () => queries.invalidateQueries(),
  });
}

/** How lengths, weights, days and times are read here: on screens, cards, prints and in every sentence. */
function Manner({
  studio,
  tape,
  onTape,
}: {
  studio: Schema['StudioView'];
  tape: Schema['Tape'];
  onTape: (tape: Schema['Tape']) => void;
}) {
  const change = useStudioChange(studio);
  const ask = <T extends string>(label: string, value: T, options: { value: T; text: string }[], onPick: (value: T) => void) => (
    <div>
      <p className="mb-1.5 font-semibold">{label}</p>
      <Choice label={label} value={value} options={options} onPick={onPick} />
    </div>
  );
  return (
    <>
      {ask(
        'The tape and the scales',
        tape,
        [
          { value: 'centimetres', text: 'Centimetres, kilograms' },
          { value: 'inches', text: 'Inches, pounds' },
        ],
        onTape,
      )}
      {ask(
        'Days',
        studio.days,
        [
          { value: 'dayFirst', text: '24 November' },
          { value: 'monthFirst', text: 'November 24' },
        ],
        (days) => change.mutate({ days }),
      )}
      {ask(
        'The clock',
        studio.wallClock,
        [
          { value: 'hours24', text: '16:30' },
          { value: 'hours12', text: '4:30 pm' },
        ],
        (wallClock) => change.mutate({ wallClock }),
      )}
      <Trouble error={change.error} />
    </>
  );
}

/** Whom to call, as it is shown large when a red flag says so. */
function EmergencyNumber({ studio }: { studio: Schema['StudioView'] }) {
  const keep = useStudioChange(studio);
  return (
    <div className="max-w-[26em]">
      <Field
        label="Emergency number here"
        defaultValue={studio.emergency}
        hint="Shown large when help is to be called; with the local rule, if there is one"
        onBlur={(e) => {
          const emergency = e.target.value.trim();
          if (emergency !== studio.emergency) keep.mutate({ emergency });
        }}
      />
      <Trouble error={keep.error} />
    </div>
  );
}

type Gear = Schema['Gear'];
const gearName: Record<Gear, string> = {
  dowel: 'Dowel',
  band: 'Band',
  wedge: 'Thin wedge',
  block: 'Block',
  support: 'Chair or rail',
  scales: 'Two scales',
  weight: 'A weight to hold',
  mirror: 'Mirror',
  tape: 'Floor tape',
};

/** What corrections may ask for: nothing is suggested that is not ticked here. */
function Things({ owned, onChange }: { owned: Kit; onChange: (things: Gear[]) => void }) {
  const there = owned.things ?? null;
  return (
    <fieldset>
      <legend className="mb-1.5 font-semibold">Small things for corrections</legend>
      <div className="flex flex-wrap gap-1.5">
        {(Object.keys(gearName) as Gear[]).map((gear) => {
          const has = there === null || there.includes(gear);
          return (
            <button
              key={gear}
              type="button"
              aria-pressed={has}
              onClick={() => {
                const now = there ?? (Object.keys(gearName) as Gear[]);
                onChange(has ? now.filter((g) => g !== gear) : [...now, gear]);
              }}
              className={`min-h-11 rounded-[10px] border px-3 text-copy font-semibold ${has ? 'border-ink bg-spine text-spine-ink' : 'border-edge bg-paper text-soft'}`}
            >
              {gearName[gear]}
            </button>
          );
        })}
      </div>
      <p className="mt-1 text-small text-soft">No correction is suggested that needs what is not here.</p>
    </fieldset>
  );
}

const trim = (n: number) => String(Math.round(n * 10) / 10);

function Owned({
  label,
  hint,
  values,
  unit,
  error,
  field,
  onAdd,
  onRemove,
}: {
  label: string;
  hint: string;
  values: { raw: number; text: string }[];
  unit: string;
  error: unknown;
  field: string;
  onAdd: (n: number) => void;
  onRemove: (index: number) => void;
}) {
  const [added, setAdded] = useState<number | null>(null);
  const { input, said } = useRefusal(error, field);
  return (
    <div role="group" aria-label={label}>
      <p className="font-semibold">
        {label} <span className="text-small font-normal text-soft">{hint}</span>
      </p>
      <div className="mt-1.5 flex flex-wrap items-center gap-1.5">
        {values.map((v, i) => (
          <span key={`${v.raw}-${i}`} className="flex items-center rounded-[10px] border border-hair bg-paper">
            <span className="figure pl-3 text-head">{v.text}</span>
            <button
              type="button"
              aria-label={`Take away ${v.text}`}
              onClick={() => onRemove(i)}
              className="grid size-11 place-items-center text-lead text-soft hover:text-ink"
            >
              ×
            </button>
          </span>
        ))}
        <form
          className="flex items-center gap-1.5"
          onSubmit={(e) => {
            e.preventDefault();
            if (added !== null) onAdd(added);
            setAdded(null);
          }}
        >
          <NumberInput
            {...input}
            aria-label={`${label}: add, ${unit === '°' ? 'degrees' : unit}`}
            value={added}
            live
            onSay={setAdded}
            onEmpty={() => setAdded(null)}
            placeholder={unit}
            className="h-11 w-20 rounded-[10px] border border-edge bg-ground px-3 text-entry aria-invalid:border-2 aria-invalid:border-brick"
          />
          <Button type="submit" className="px-3!">
            Add
          </Button>
        </form>
      </div>
      {said}
    </div>
  );
}
