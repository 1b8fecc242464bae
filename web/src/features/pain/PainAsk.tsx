import { useState } from 'react';
import type { Schema } from '@/api/client';
import { useStudio } from '@/api/queries';
import { Choice } from '@/ui/Choice';
import { ScoreRow } from '@/ui/ScoreRow';
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
  const [area, setArea] = useState<string | null>(null);
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
            className="min-h-11 px-2 text-small text-soft underline decoration-hair underline-offset-4 hover:text-ink"
          >
            Change
          </button>
        </p>
      </div>
    );
  const noMuscle = cautions?.noMuscle ?? [];
  const set = (next: PainAnswer) => {
    onChange(next);
    if (painAsked(next)) setOpen(false);
  };
  const shown = area ?? areas.find((a) => pain?.site && a.sites.includes(pain.site))?.name ?? null;
  return (
    <div id={id} className="grid gap-2.5">
      {stop}
      <ScoreRow
        label={label}
        value={pain?.score ?? null}
        onPick={(score) =>
          set(
            score === 0
              ? { score, leg: null, role: null, site: null, kind: null }
              : {
                  score,
                  leg: pain?.leg ?? null,
                  role: pain?.role ?? null,
                  site: pain?.site ?? null,
                  kind: pain?.kind ?? null,
                },
          )
        }
      />
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
              onPick={(leg) => set({ ...pain, leg })}
            />
            <Choice
              label="Where the leg is"
              value={pain.role}
              options={[
                { value: 'front', text: 'In front' },
                { value: 'rear', text: 'Behind' },
              ]}
              onPick={(role) => set({ ...pain, role })}
            />
            <Choice
              label="What kind of pain"
              value={pain.kind ?? null}
              options={[
                { value: 'jointOrTendon', text: 'Joint or tendon' },
                // Where there is no muscle none can be sore.
                ...(pain.site && noMuscle.includes(pain.site) ? [] : [{ value: 'muscle' as const, text: 'Muscle' }]),
              ]}
              onPick={(kind) => set({ ...pain, kind })}
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
                if (only?.length === 1 && only[0]) set({ ...pain, site: only[0] });
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
                      onClick={() => set({ ...pain, site })}
                      className={`min-h-11 rounded-[10px] border px-3 text-copy font-semibold first-letter:uppercase ${pain.site === site ? 'border-ink bg-ink text-paper' : 'border-edge/50 hover:border-ink'}`}
                    >
                      {siteWord[site]}
                    </button>
                  ))}
              </div>
            )}
          </div>
        </>
      )}
      {about && <p className="text-small text-soft">{about}</p>}
    </div>
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
export function SorenessAsk({ value, onPick }: { value: number | null; onPick: (score: number | null) => void }) {
  const [open, setOpen] = useState(false);
  if (!open || value !== null)
    return (
      <p className="-my-2 flex items-center justify-between gap-2 text-body">
        <span className="text-soft">
          Muscle soreness <span className="font-semibold text-ink">{value === null ? 'not asked' : value}</span>
        </span>
        <button
          type="button"
          aria-label={`${value === null ? 'Ask' : 'Change'}: muscle soreness`}
          onClick={() => {
            onPick(null);
            setOpen(true);
          }}
          className="min-h-11 px-2 text-small text-soft underline decoration-hair underline-offset-4 hover:text-ink"
        >
          {value === null ? 'Ask' : 'Change'}
        </button>
      </p>
    );
  return <ScoreRow label="Muscle soreness" plain value={value} onPick={onPick} />;
}
