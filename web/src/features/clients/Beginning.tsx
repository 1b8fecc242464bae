import type { ReactNode } from 'react';
import type { Schema } from '@/api/client';
import { useIntake } from '@/api/queries';
import { Waiting } from '@/ui/Notice';
import { useUnits } from '@/ui/useUnits';
import { goalWord, trainedWord } from '@/words/meeting';

/** A client without a look: what is known so far, what nobody has asked, and the three steps to the first rung. */
export function Beginning({ view }: { view: Schema['ClientView'] }) {
  const { id, name } = view.client;
  const intake = useIntake(id);
  const units = useUnits();
  if (!intake.data) return <Waiting what="what is known" error={intake.error} />;
  const { intake: known, choice, met, careFields, ranges, tests } = intake.data;
  const first = name.split(' ')[0];
  const size = [
    known.statureCm !== null && `${units.length.from(known.statureCm)} ${units.length.name}`,
    known.massKg !== null && `${units.mass.from(known.massKg)} ${units.mass.name}`,
  ].filter(Boolean);
  const unasked = careFields.filter((f) => !known.care?.[f.id]).length;
  const measured = new Set(ranges.map((r) => r.test)).size;
  const lines: [string, string | null][] = [
    ['Size', size.join(', ') || null],
    ['What for', known.goals.map((g) => goalWord[g]).join(', ') || null],
    ['Trained', known.trainingAge && trainedWord[known.trainingAge]],
    ['In own words', known.bothers ? `“${known.bothers}”` : null],
    [
      'Hurts',
      known.pains.length > 0
        ? `${known.pains.length} ${known.pains.length === 1 ? 'place' : 'places'} marked`
        : met
          ? 'nothing marked'
          : null,
    ],
    ['Extra care', unasked === careFields.length ? null : unasked === 0 ? 'all asked' : `${unasked} still to ask`],
    ['Joints', measured > 0 ? `${measured} of ${tests.length} measured` : null],
  ];
  return (
    <div className="mt-7 grid gap-x-12 gap-y-8 lg:grid-cols-[minmax(0,1.2fr)_minmax(0,1fr)]" data-beginning>
      <section aria-label="What comes next">
        <h2 className="say mb-3 text-head">What comes next</h2>
        <ol className="grid gap-2.5">
          <Step number={1} state={met ? 'done' : 'now'} title={`Meet ${first}`}>
            {met
              ? 'Done. More can be asked when it first matters.'
              : 'Stature and mass are enough to begin; the first exercise follows from them.'}
          </Step>
          <Step number={2} state={met ? 'now' : 'later'} title="One look without a cue">
            {met && choice.sentence} Say the task and nothing else, then look at three repetitions from the side and from the
            front: by eye, or with pictures that measure it.
          </Step>
          <Step number={3} state="later" title="A place on the ladder">
            The rung and the dose follow from that look, and each later one says whether to go on.
          </Step>
        </ol>
      </section>
      <section aria-label="What is known">
        <h2 className="say mb-1 text-head">What is known</h2>
        <dl>
          {lines.map(([label, value]) => (
            <div key={label} className="grid grid-cols-[8em_minmax(0,1fr)] gap-x-3 border-t border-hair py-2">
              <dt className="text-soft">{label}</dt>
              <dd className={value ? 'font-semibold [overflow-wrap:anywhere]' : 'text-soft'}>{value ?? 'not asked yet'}</dd>
            </div>
          ))}
        </dl>
      </section>
    </div>
  );
}

function Step({
  number,
  state,
  title,
  children,
}: {
  number: number;
  state: 'done' | 'now' | 'later';
  title: string;
  children: ReactNode;
}) {
  return (
    <li
      aria-current={state === 'now' ? 'step' : undefined}
      className={`grid grid-cols-[44px_minmax(0,1fr)] gap-x-3 rounded-2xl p-4 ${state === 'now' ? 'border-l-4 border-brass bg-paper' : 'border-l-4 border-transparent'}`}
    >
      <span aria-hidden="true" className={`figure text-large ${state === 'now' ? '' : 'text-soft'}`}>
        {state === 'done' ? '✓' : number}
      </span>
      <span>
        <span className={`say block text-lead ${state === 'later' ? 'text-soft' : ''}`}>{title}</span>
        <span className="text-body text-soft">{children}</span>
      </span>
    </li>
  );
}
