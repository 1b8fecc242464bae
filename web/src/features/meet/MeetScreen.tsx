import { Link, useParams } from '@tanstack/react-router';
import { type ReactNode, useEffect } from 'react';
import type { Schema } from '@/api/client';
import { useIntake, useStudio } from '@/api/queries';
import { openClient } from '@/device/openClients';
import { PainMap } from '@/features/pain/PainMap';
import { CareAsk } from '@/features/safety/CareAsk';
import { RaiseStopSign } from '@/features/safety/StopSign';
import { SettingsList } from '@/features/studio/SettingsList';
import { Choice } from '@/ui/Choice';
import { Field } from '@/ui/Field';
import { Trouble, Waiting } from '@/ui/Notice';
import { SIDES, SidePlate } from '@/ui/SidePlate';
import { unitsOf } from '@/words/units';
import { BodyAsk } from './BodyAsk';
import { ClinicianLimit } from './ClinicianLimit';
import { FirstChoice } from './FirstChoice';
import { NumberField } from './NumberField';
import { Overruled } from './Overruled';
import { Ranges } from './Ranges';
import { useIntakeChange } from './useIntakeChange';

const goals: { value: Schema['Goal']; text: string }[] = [
  { value: 'strength', text: 'Strength' },
  { value: 'frontThigh', text: 'Front of the thigh' },
  { value: 'buttock', text: 'Glutes' },
  { value: 'running', text: 'Running or sport' },
  { value: 'hillsAndStairs', text: 'Hills and stairs' },
  { value: 'pelvicControl', text: 'A steady pelvis' },
  { value: 'hipFreedom', text: 'Freer hips' },
  { value: 'return', text: 'Back after a lay-off' },
];

/** Meeting the client. Every answer is kept as it is given; the sentence on top follows from them. */
export function MeetScreen() {
  const { clientId } = useParams({ from: '/clients/$clientId/meet' });
  const intake = useIntake(clientId);
  const studio = useStudio();
  const change = useIntakeChange(clientId, intake.data);
  const name = intake.data?.name;
  useEffect(() => {
    if (name) openClient({ id: clientId, name });
  }, [clientId, name]);
  if (!intake.data || !studio.data || !name) return <Waiting what="the client" error={intake.error ?? studio.error} />;
  const { intake: answers, choice, met, estimateText, usual } = intake.data;
  const units = unitsOf(studio.data.tape);
  const set = (part: Partial<Schema['IntakeDto']>) => change.mutate(part);
  const length = (label: string, key: 'shankCm' | 'thighCm' | 'footCm') => {
    const about = usual?.[key];
    const value = answers[key];
    return (
      <NumberField
        label={label}
        unit={units.length.name}
        value={value === null ? null : units.length.from(value)}
        placeholder={about ? `about ${Math.round(units.length.from(about))}` : ''}
        onKeep={(n) => set({ [key]: n === null ? null : units.length.to(n) })}
      />
    );
  };
  return (
    <div className="mx-auto grid max-w-[1240px] grid-cols-[minmax(0,1fr)] gap-x-10 gap-y-6 px-4 py-5 sm:px-8 sm:py-7 lg:grid-cols-[minmax(0,1fr)_380px]">
      <div className="lg:col-span-2">
        <p className="text-soft [overflow-wrap:anywhere]">Meeting {name}</p>
        <h1 className="say mt-1 max-w-[24em] text-shout sm:text-large" aria-live="polite" data-choice>
          {answers.statureCm === null
            ? `How tall is ${name.split(' ')[0]}, and how heavy? That is enough to begin.`
            : choice.sentence}
        </h1>
      </div>
      <div className="grid content-start gap-8">
        <BodyAsk clientId={clientId} tape={studio.data.tape} />
        <Trouble error={change.error} />
        <Part title="What for, and how long already">
          <div className="flex flex-wrap gap-1.5" role="group" aria-label="Goals">
            {goals.map((g) => {
              const on = answers.goals.includes(g.value);
              return (
                <button
                  key={g.value}
                  type="button"
                  aria-pressed={on}
                  onClick={() => set({ goals: on ? answers.goals.filter((x) => x !== g.value) : [...answers.goals, g.value] })}
                  className={`min-h-11 rounded-[10px] border px-3.5 text-body font-semibold ${on ? 'border-ink bg-ink text-paper' : 'border-edge/50 bg-paper hover:border-ink'}`}
                >
                  {g.text}
                </button>
              );
            })}
          </div>
          <Choice
            label="Training age"
            value={answers.trainingAge}
            options={[
              { value: 'new', text: 'New to it' },
              { value: 'months', text: 'Some months' },
              { value: 'years', text: 'Years' },
            ]}
            onPick={(trainingAge) => set({ trainingAge })}
          />
        </Part>
        <Part title="Where it hurts">
          <PainMap pains={answers.pains} onChange={(pains) => set({ pains })} />
          <p className="max-w-[46em] text-small text-soft">
            {studio.data.cautions.beforeCheck} A clinician’s no is a red flag too; it is cleared with who examined, when and what
            is allowed.
          </p>
          <RaiseStopSign clientId={clientId} className="self-start" />
          <ClinicianLimit limit={answers.limit} onKeep={(limit) => set({ limit })} />
        </Part>
        <Part title="What asks for extra care" note="Asked once, and shown with every exercise that it matters for.">
          <NumberField
            label="Year of birth"
            unit=""
            value={answers.birthYear ?? null}
            placeholder="1980"
            onKeep={(birthYear) => set({ birthYear })}
          />
          <CareAsk clientId={clientId} fields={intake.data.careFields} />
          <Overruled view={intake.data} onChange={(overruled) => set({ overruled })} />
        </Part>
        <Part title="How far the joints go">
          <Ranges view={intake.data} tape={studio.data.tape} />
        </Part>
        <Part title="Measured lengths" note={estimateText}>
          <div className="grid gap-3 sm:grid-cols-3">
            {length('Shank', 'shankCm')}
            {length('Thigh', 'thighCm')}
            {length('Foot', 'footCm')}
          </div>
        </Part>
        <Part title="Feet and knees">
          {SIDES.map((side) => (
            <div key={side} className="flex flex-wrap items-center gap-2.5">
              <SidePlate side={side} />
              <Choice
                label={`${side} foot`}
                value={side === 'left' ? answers.leftFoot : answers.rightFoot}
                options={[
                  { value: 'collapsing', text: 'Sinks inward' },
                  { value: 'neutral', text: 'Neutral' },
                  { value: 'highStiff', text: 'High and stiff' },
                ]}
                onPick={(type) => set(side === 'left' ? { leftFoot: type } : { rightFoot: type })}
              />
            </div>
          ))}
          <Choice
            label="Knees"
            value={answers.knees}
            options={[
              { value: 'knockKneed', text: 'Knock-kneed' },
              { value: 'straight', text: 'Straight' },
              { value: 'bowLegged', text: 'Bow-legged' },
            ]}
            onPick={(knees) => set({ knees })}
          />
          <Choice
            label="Knees straighten"
            value={answers.kneesStraighten === null ? null : answers.kneesStraighten ? 'yes' : 'no'}
            options={[
              { value: 'yes', text: 'Straighten fully and strongly' },
              { value: 'no', text: 'Do not' },
            ]}
            onPick={(v) => set({ kneesStraighten: v === 'yes' })}
          />
        </Part>
        <Part title="Done differently for this client">
          <details>
            <summary className="min-h-11 cursor-pointer py-2 text-soft underline decoration-hair underline-offset-4">
              What is in force, and from where
            </summary>
            <SettingsList clientId={clientId} />
          </details>
        </Part>
        <Part
          title="Pictures, and minors"
          note={
            intake.data.pictureConsent
              ? `${name.split(' ')[0]} agrees that pictures are kept.`
              : 'Whether pictures may be kept is asked at the first one.'
          }
        >
          <label className="flex min-h-11 items-center gap-3">
            <input
              type="checkbox"
              className="size-5 accent-ink"
              checked={answers.minor}
              onChange={(e) => !e.target.checked && set({ minor: false, guardian: '' })}
              onClick={(e) => {
                if (answers.minor) return;
                e.preventDefault();
                document.getElementById('guardian')?.focus();
              }}
            />
            <span>A minor. Give the guardian’s name; pictures are kept only with their word.</span>
          </label>
          <Field
            id="guardian"
            label="Guardian"
            defaultValue={answers.guardian}
            onBlur={(e) => {
              const guardian = e.target.value.trim();
              if (guardian !== answers.guardian) set({ guardian, minor: guardian !== '' });
            }}
          />
        </Part>
      </div>
      <aside className="lg:sticky lg:top-6 lg:self-start">
        {met && <FirstChoice choice={choice} />}
        {met && choice.start && <Begin clientId={clientId} exerciseId={choice.start.exerciseId} school={choice.start.school} />}
      </aside>
    </div>
  );
}

/** Opens exactly the first choice: on the bench where there is a set-up to work out, else in a look. */
function Begin({ clientId, exerciseId, school }: { clientId: string; exerciseId: string; school: Schema['SchoolCode'] }) {
  const studio = useStudio();
  const exercise = studio.data?.exercises.find((e) => e.id === exerciseId);
  if (!exercise) return null;
  const bench = exercise.form !== null || exercise.needsBox;
  return (
    <Link
      to={bench ? '/clients/$clientId/bench' : '/clients/$clientId/check'}
      params={{ clientId }}
      search={{ exercise: exerciseId, style: school }}
      className="mt-4 inline-flex min-h-14 w-full items-center justify-center rounded-[10px] bg-act px-6 text-lead font-semibold text-act-ink hover:brightness-110"
    >
      {bench ? 'Set it up' : 'Check first'}
    </Link>
  );
}

function Part({ title, note, children }: { title: string; note?: string; children: ReactNode }) {
  return (
    <section className="grid gap-3">
      <h2 className="say text-head">{title}</h2>
      {note && <p className="-mt-2 text-small text-soft">{note}</p>}
      {children}
    </section>
  );
}
