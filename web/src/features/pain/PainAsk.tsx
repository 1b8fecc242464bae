import { useRef, useState } from 'react';
import { flushSync } from 'react-dom';
import type { Schema } from '@/api/client';
import { useStudio } from '@/api/queries';
import { useShortcuts } from '@/device/keys';
import { Button } from '@/ui/Button';
import { Choice } from '@/ui/Choice';
import { ScoreRow } from '@/ui/ScoreRow';
import { Sheet } from '@/ui/Sheet';
import { siteWord } from './PainMap';

export type PainAnswer = Schema['PainDto'];

type Site = NonNullable<Schema['PainSite']>;

const areas: { name: string; sites: Site[] }[] = [
  { name: 'Knee', sites: ['kneeFront', 'belowKneecap', 'kneeInside', 'kneeOutside', 'kneeBack'] },
  { name: 'Hip', sites: ['hipFront', 'hipSide', 'groin', 'buttock'] },
  { name: 'Leg', sites: ['hamstring', 'shin', 'calf', 'achilles'] },
  { name: 'Foot', sites: ['ankle', 'foot'] },
  { name: 'Back', sites: ['back'] },
];

/** Enough to be kept: a score, and the leg with what it was doing. */
export const painComplete = (pain: PainAnswer | null) =>
  pain !== null && (pain.score === 0 || (pain.leg !== null && pain.role !== null));

/** All that is asked; a sore muscle may lie where there is no place to tap. */
const painAsked = (pain: PainAnswer | null) =>
  painComplete(pain) && (pain?.score === 0 || (pain?.kind != null && (pain.kind === 'muscle' || pain.site != null)));

/** Whether it ends the day's training, by the studio's own word on the score. */
export const painStops = (pain: PainAnswer | null, cautions: Schema['CautionsView'] | undefined) =>
  pain !== null && cautions !== undefined && pain.score >= cautions.stopScore && pain.kind !== 'muscle';

export const painWords = (pain: PainAnswer) =>
  pain.score === 0
    ? 'No pain'
    : [
        `${pain.kind === 'muscle' ? 'Sore muscle' : 'Pain'} ${pain.score}`,
        pain.leg && `${pain.leg} leg${pain.role ? (pain.role === 'front' ? ' in front' : ' behind') : ''}`,
        pain.site && siteWord[pain.site],
        pain.kind == null && 'kind not asked',
      ]
        .filter(Boolean)
        .join(', ');

/** Pain from 0 to 10 with kind, leg, role and place; one tap when there is none. Folds to one line once answered. */
export function PainAsk({
  id,
  label,
  pain,
  onChange,
  about,
}: {
  id?: string;
  label: string;
  pain: PainAnswer | null;
  onChange: (pain: PainAnswer) => void;
  about?: string | undefined;
}) {
  const [open, setOpen] = useState(!painAsked(pain));
  const cautions = useStudio().data?.cautions;
  const stop = painStops(pain, cautions) && <PainStop score={pain?.score ?? 0} />;
  if (!open && pain && painComplete(pain))
    return (
      <div id={id} className="grid gap-2">
        {stop}
        <p className="flex items-center justify-between gap-2 text-body">
          <span>
            <span className="text-soft">{label}</span> <span className="inline-block font-semibold">{painWords(pain)}</span>
          </span>
          <button
            type="button"
            onClick={() => setOpen(true)}
            className="min-h-11 min-w-11 px-2 text-small text-soft underline decoration-hair underline-offset-4 hover:text-ink"
          >
            Change
          </button>
        </p>
      </div>
    );
  const set = (next: PainAnswer) => {
    onChange(next);
    if (painAsked(next)) setOpen(false);
  };
  return (
    <div id={id} className="grid gap-2.5" data-pain-ask>
      {stop}
      <PainForm label={label} pain={pain} onChange={set} />
      {about && <p className="text-small text-soft">{about}</p>}
    </div>
  );
}

export const NO_PAIN: PainAnswer = { score: 0, leg: null, role: null, site: null, kind: null };

/** One question, two answers; who says that it hurts is asked how much, which leg, what the leg was doing, what kind and where. */
function PainForm({
  label,
  pain,
  hurting = false,
  onChange,
}: {
  label: string;
  pain: PainAnswer | null;
  /** That it hurts was said already. */
  hurting?: boolean;
  onChange: (pain: PainAnswer) => void;
}) {
  const [hurts, setHurts] = useState(hurting || (pain !== null && pain.score > 0));
  const [area, setArea] = useState<string | null>(null);
  const scores = useRef<HTMLFieldSetElement>(null);
  const noMuscle = useStudio().data?.cautions.noMuscle ?? [];
  const score = (value: number) => onChange({ ...NO_PAIN, ...pain, score: value });
  useShortcuts('Pain', [
    { keys: '0', does: 'No pain', run: () => onChange(NO_PAIN) },
    {
      keys: 'I',
      does: 'It hurts: then 1–9 how much, L R which leg, F B in front or behind, J M joint or muscle',
      run: () => {
        // At once: the next key is meant for what is asked here, however soon it comes.
        flushSync(() => setHurts(true));
        scores.current?.querySelector('button')?.focus();
      },
    },
  ]);
  /** Within the question a key answers it, whatever it does elsewhere. */
  const press = (event: KeyboardEvent) => {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    const key = event.key.toLowerCase();
    const part: Partial<PainAnswer> | undefined = /^[1-9]$/.test(key)
      ? { score: Number(key) }
      : (
          {
            l: { leg: 'left' },
            r: { leg: 'right' },
            f: { role: 'front' },
            b: { role: 'rear' },
            j: { kind: 'jointOrTendon' },
            m: { kind: 'muscle' },
          } as const
        )[key as 'l'];
    if (!part || (pain === null && part.score === undefined)) return;
    event.preventDefault();
    event.stopPropagation();
    onChange({ ...NO_PAIN, ...pain, ...part });
  };
  const shown = area ?? areas.find((a) => pain?.site && a.sites.includes(pain.site))?.name ?? null;
  return (
    <>
      <fieldset className="flex flex-wrap items-center gap-x-3 gap-y-1.5">
        <legend className="sr-only">{label}</legend>
        <span className="flex-1 basis-24 font-semibold leading-tight" aria-hidden="true">
          {label}
        </span>
        <Button className="px-3.5!" aria-pressed={pain?.score === 0} onClick={() => onChange(NO_PAIN)}>
          No pain
        </Button>
        <Button className="px-3.5!" aria-expanded={hurts} onClick={() => setHurts(true)}>
          It hurts…
        </Button>
      </fieldset>
      {hurts && (
        // biome-ignore lint/a11y/noStaticElementInteractions: keys answer the questions whose buttons are inside
        <div className="grid gap-2.5" onKeyDown={(e) => press(e.nativeEvent)} data-pain-parts>
          <fieldset ref={scores} className="grid grid-cols-5 gap-1">
            <legend className="mb-1 text-small text-soft">How much, of 10</legend>
            {Array.from({ length: 10 }, (_, i) => i + 1).map((n) => (
              <button
                key={n}
                type="button"
                aria-pressed={pain?.score === n}
                onClick={() => score(n)}
                className={`h-11 rounded-lg border text-body font-semibold ${pain?.score === n ? 'border-ink bg-ink text-paper' : n >= 5 ? 'border-brick/45 text-brick hover:border-brick' : 'border-edge hover:border-ink'}`}
              >
                {n}
              </button>
            ))}
          </fieldset>
          {pain && pain.score > 0 && (
            <>
              <div className="flex flex-wrap gap-2">
                <Choice
                  label="Which leg"
                  value={pain.leg}
                  options={[
                    { value: 'left', text: 'Left leg' },
                    { value: 'right', text: 'Right leg' },
                  ]}
                  onPick={(leg) => onChange({ ...pain, leg })}
                />
                <Choice
                  label="Where the leg is"
                  value={pain.role}
                  options={[
                    { value: 'front', text: 'In front' },
                    { value: 'rear', text: 'Behind' },
                  ]}
                  onPick={(role) => onChange({ ...pain, role })}
                />
                <Choice
                  label="What kind of pain"
                  value={pain.kind ?? null}
                  options={[
                    { value: 'jointOrTendon', text: 'Joint or tendon' },
                    // Where there is no muscle none can be sore.
                    ...(pain.site && noMuscle.includes(pain.site) ? [] : [{ value: 'muscle' as const, text: 'Muscle' }]),
                  ]}
                  onPick={(kind) => onChange({ ...pain, kind })}
                />
              </div>
              <div className="grid gap-1.5">
                <Choice
                  label="Where it hurts"
                  value={shown}
                  options={areas.map((a) => ({ value: a.name, text: a.name }))}
                  onPick={(name) => {
                    setArea(name);
                    const only = areas.find((a) => a.name === name)?.sites;
                    if (only?.length === 1 && only[0]) onChange({ ...pain, site: only[0] });
                  }}
                />
                {shown && (
                  <div role="group" aria-label={`Where at the ${shown.toLowerCase()}`} className="flex flex-wrap gap-1.5">
                    {areas
                      .find((a) => a.name === shown)
                      ?.sites.filter((site) => pain.kind !== 'muscle' || !noMuscle.includes(site))
                      .map((site) => (
                        <button
                          key={site}
                          type="button"
                          aria-pressed={pain.site === site}
                          onClick={() => onChange({ ...pain, site })}
                          className={`min-h-11 rounded-[10px] border px-3 text-copy font-semibold first-letter:uppercase ${pain.site === site ? 'border-ink bg-ink text-paper' : 'border-edge hover:border-ink'}`}
                        >
                          {siteWord[site]}
                        </button>
                      ))}
                  </div>
                )}
              </div>
            </>
          )}
        </div>
      )}
    </>
  );
}

/** The question under the thumb: no pain in one tap, everything else in a sheet. */
export function PainBar({ label, onNone, onHurts }: { label: string; onNone: () => void; onHurts: () => void }) {
  return (
    <fieldset className="flex min-w-0 flex-1 items-center gap-2" data-act>
      <legend className="sr-only">{label}</legend>
      <span className="min-w-0 flex-1 text-copy leading-tight font-semibold" aria-hidden="true">
        {label}
      </span>
      <Button className="min-h-14 px-3.5!" onClick={onNone}>
        No pain
      </Button>
      <Button className="min-h-14 px-3.5!" onClick={onHurts}>
        It hurts…
      </Button>
    </fieldset>
  );
}

/** All that is asked where something hurts. */
export function PainSheet({
  label,
  open,
  onOpenChange,
  pain,
  onChange,
}: {
  label: string;
  open: boolean;
  onOpenChange: (open: boolean) => void;
  pain: PainAnswer | null;
  onChange: (pain: PainAnswer) => void;
}) {
  const cautions = useStudio().data?.cautions;
  return (
    <Sheet title={label} open={open} onOpenChange={onOpenChange}>
      <div className="grid gap-3">
        {painStops(pain, cautions) && <PainStop score={pain?.score ?? 0} />}
        <PainForm label={label} pain={pain} hurting onChange={onChange} />
        <Button kind="act" className="min-h-14" disabled={!painComplete(pain)} onClick={() => onOpenChange(false)}>
          That is it
        </Button>
      </div>
    </Sheet>
  );
}

/** What pain of five or more means, read before anything else. */
export function PainStop({ score, looked = false }: { score: number; looked?: boolean }) {
  return (
    <p role="alert" className="rounded-[10px] bg-brick px-4 py-3 text-paper" data-pain-stop>
      <span className="say block text-head">Pain {score}. Stop for today: no further set.</span>
      <span className="text-body">
        {looked ? 'Decide on what you saw.' : 'Finish the look with what you have.'} Ask again tomorrow morning.
      </span>
    </p>
  );
}

/** Sore muscles are another question: noted, and nobody is held back for them. */
export function SorenessAsk({
  value,
  onPick,
  label = 'Muscle soreness',
}: {
  value: number | null;
  onPick: (score: number | null) => void;
  label?: string;
}) {
  const [open, setOpen] = useState(false);
  if (!open || value !== null)
    return (
      <p className="-my-2 flex items-center justify-between gap-2 text-body">
        <span className="text-soft">
          {label} <span className="font-semibold text-ink">{value === null ? 'not asked' : value}</span>
        </span>
        <button
          type="button"
          aria-label={`${value === null ? 'Ask' : 'Change'}: muscle soreness`}
          onClick={() => {
            onPick(null);
            setOpen(true);
          }}
          className="min-h-11 min-w-11 px-2 text-small text-soft underline decoration-hair underline-offset-4 hover:text-ink"
        >
          {value === null ? 'Ask' : 'Change'}
        </button>
      </p>
    );
  return <ScoreRow label={label} plain value={value} onPick={onPick} />;
}
