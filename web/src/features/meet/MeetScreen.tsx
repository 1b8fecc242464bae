import { Link, useParams } from '@tanstack/react-router';
import { type ReactNode, useEffect } from 'react';
import type { Schema } from '@/api/client';
import { useIntakeChange } from '@/api/intake';
import { useIntake, useStudio } from '@/api/queries';
import { openClient } from '@/device/openClients';
import { PainMap } from '@/features/pain/PainMap';
import { CareAsk } from '@/features/safety/CareAsk';
import { RaiseStopSign } from '@/features/safety/StopSign';
import { SettingsList } from '@/features/studio/SettingsList';
import { Choice } from '@/ui/Choice';
import { Field } from '@/ui/Field';
import { Fold } from '@/ui/Fold';
import { Trouble, Waiting } from '@/ui/Notice';
import { SIDES, SidePlate } from '@/ui/SidePlate';
import { goalWord, trainedWord } from '@/words/meeting';
import { unitsOf } from '@/words/units';
import { BodyAsk } from './BodyAsk';
import { ClinicianLimit } from './ClinicianLimit';
import { FirstChoice } from './FirstChoice';
import { NumberField } from './NumberField';
import { Overruled } from './Overruled';
import { Ranges } from './Ranges';

/** What is refused beside its own field. */
const BESIDE = ['shank', 'thigh', 'foot', 'birthYear', 'guardian', 'bothers'];

const GOALS = Object.keys(goalWord) as Schema['Goal'][];
const TRAINED = Object.keys(trainedWord) as (keyof typeof trainedWord)[];

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
        error={change.error}
        field={key.replace('Cm', '')}
        unit={units.length.name}
        value={value === null ? null : units.length.from(value)}
        placeholder={about ? `about ${Math.round(units.length.from(about))}` : ''}
        onKeep={(n) => set({ [key]: n === null ? null : units.length.to(n) })}
      />
    );
  };
  const first = name.split(' ')[0];
  const unasked = intake.data.careFields.filter((f) => !answers.care?.[f.id]);
  const yes = intake.data.careFields.filter((f) => answers.care?.[f.id] && answers.care[f.id] !== f.answers[0]?.id);
  const measured = new Set(intake.data.ranges.map((r) => r.test)).size;
  const lengths = [answers.shankCm, answers.thighCm, answers.footCm].filter((l) => l !== null).length;
  const seen = [answers.leftFoot, answers.rightFoot, answers.knees, answers.kneesStraighten].filter((x) => x !== null).length;
  const worst = Math.max(0, ...answers.pains.map((p) => p.score));
  return (
    <div className="mx-auto grid max-w-[1240px] grid-cols-[minmax(0,1fr)] gap-x-10 gap-y-5 px-4 py-5 sm:px-8 sm:py-6 xl:grid-cols-[minmax(0,1fr)_440px]">
      <div className="xl:col-span-2">
        <p className="text-soft [overflow-wrap:anywhere]">Meeting {name}</p>
        <h1 className="say mt-1 max-w-[24em] text-shout sm:text-large" aria-live="polite" data-choice>
          {answers.statureCm === null ? `How tall is ${first}, and how heavy? That is enough to begin.` : choice.sentence}
        </h1>
      </div>
      <div className="grid grid-cols-[minmax(0,1fr)] content-start gap-5">
        <div className="grid items-end gap-x-6 gap-y-3 sm:grid-cols-[minmax(0,21em)_auto]">
          <BodyAsk clientId={clientId} tape={studio.data.tape} />
          <div>
            <p className="mb-1 font-semibold">Trained</p>
            <Choice
              label="Training age"
              value={answers.trainingAge}
              options={TRAINED.map((value) => ({ value, text: trainedWord[value] }))}
              onPick={(trainingAge) => set({ trainingAge })}
            />
          </div>
        </div>
        <Trouble error={change.error} beside={BESIDE} />
        <Part title="What for">
          <div className="flex flex-wrap gap-1.5" role="group" aria-label="Goals">
            {GOALS.map((goal) => {
              const on = answers.goals.includes(goal);
              return (
                <button
                  key={goal}
                  type="button"
                  aria-pressed={on}
                  onClick={() => set({ goals: on ? answers.goals.filter((x) => x !== goal) : [...answers.goals, goal] })}
                  className={`min-h-11 rounded-[10px] border px-3.5 text-body font-semibold ${on ? 'border-ink bg-ink text-paper' : 'border-edge bg-paper hover:border-ink'}`}
                >
                  {goalWord[goal]}
                </button>
              );
            })}
          </div>
        </Part>
        <Field
          key={answers.bothers}
          label={`What bothers ${first}, in ${first}’s own words`}
          defaultValue={answers.bothers ?? ''}
          maxLength={400}
          error={change.error}
          field="bothers"
          placeholder="“All of it goes into the front knee.”"
          onBlur={(e) => {
            const bothers = e.target.value.trim();
            if (bothers !== (answers.bothers ?? '')) set({ bothers });
          }}
        />
        <Fold
          title="Where it hurts"
          open={answers.pains.length > 0 || matchMedia('(min-width: 640px)').matches}
          said={
            answers.pains.length === 0
              ? 'nothing marked'
              : `${answers.pains.length} ${answers.pains.length === 1 ? 'place' : 'places'}, ${worst} of 10 at most`
          }
        >
          <PainMap pains={answers.pains} onChange={(pains) => set({ pains })} />
          <ClinicianLimit limit={answers.limit} onKeep={(limit) => set({ limit })} />
        </Fold>
        <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
          <p className="min-w-[min(100%,20em)] flex-1 text-small text-soft">
            {studio.data.cautions.beforeCheck} A clinician’s no is a red flag too; it is cleared with who examined, when and what
            is allowed.
          </p>
          <RaiseStopSign clientId={clientId} className="self-start" />
        </div>
      </div>
      <aside className="grid grid-cols-[minmax(0,1fr)] content-start gap-2">
        {met && (
          <div className="mb-3">
            <FirstChoice choice={choice} />
            {choice.start && <Begin clientId={clientId} exerciseId={choice.start.exerciseId} school={choice.start.school} />}
          </div>
        )}
        <Fold
          title="What asks for extra care"
          waits={unasked.length > 0}
          said={[
            yes.map((f) => f.name).join(', '),
            unasked.length === 0 ? 'all asked' : `${unasked.length} of ${intake.data.careFields.length} not asked yet`,
          ]
            .filter(Boolean)
            .join('; ')}
        >
          <p className="text-small text-soft">Asked once, and shown with every exercise that it matters for.</p>
          <CareAsk clientId={clientId} fields={intake.data.careFields} />
          <NumberField
            label="Year of birth"
            error={change.error}
            field="birthYear"
            unit=""
            value={answers.birthYear ?? null}
            placeholder="1980"
            onKeep={(birthYear) => set({ birthYear })}
          />
          <Overruled view={intake.data} onChange={(overruled) => set({ overruled })} />
        </Fold>
        <Fold
          title="How far the joints go"
          said={
            measured === 0 ? 'nothing measured: usual values are assumed' : `${measured} of ${intake.data.tests.length} measured`
          }
        >
          <Ranges view={intake.data} tape={studio.data.tape} />
        </Fold>
        <Fold title="Measured lengths" said={lengths === 3 ? 'all measured' : 'estimated from the stature'}>
          <p className="text-small text-soft">{estimateText}</p>
          <div className="grid gap-3 min-[420px]:grid-cols-3">
            {length('Shank', 'shankCm')}
            {length('Thigh', 'thighCm')}
            {length('Foot', 'footCm')}
          </div>
        </Fold>
        <Fold
          title="Feet and knees"
          said={seen === 4 ? 'all looked at' : seen === 0 ? 'not looked at yet' : `${seen} of 4 looked at`}
        >
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
        </Fold>
        <Fold
          title="Pictures, and minors"
          waits={answers.minor && answers.guardian === ''}
          said={
            answers.minor
              ? `a minor; ${answers.guardian} speaks for them`
              : intake.data.pictureConsent
                ? `${first} agrees that pictures are kept`
                : 'asked at the first picture'
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
            error={change.error}
            field="guardian"
            label="Guardian"
            defaultValue={answers.guardian}
            onBlur={(e) => {
              const guardian = e.target.value.trim();
              if (guardian !== answers.guardian) set({ guardian, minor: guardian !== '' });
            }}
          />
        </Fold>
        <Fold title={`Done differently for ${first}`} said="what is in force, and from where">
          <SettingsList clientId={clientId} />
        </Fold>
      </aside>
    </div>
  );
}

/** Opens exactly the first choice: on the bench where there is a set-up to work out, else in a look. */
function Begin({ clientId, exerciseId, school }: { clientId: string; exerciseId: string; school: Schema['SchoolCode'] }) {
  const studio = useStudio();
  const exercise = studio.data?.exercises.find((e) => e.id === exerciseId);
  if (!exercise) return null;
  const bench = exercise.form !== null || exercise.needsBox || exercise.reach !== 'none';
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

function Part({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section className="grid gap-2">
      <h2 className="say text-lead">{title}</h2>
      {children}
    </section>
  );
}
