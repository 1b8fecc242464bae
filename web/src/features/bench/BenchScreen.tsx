import { Link, useNavigate, useParams, useSearch } from '@tanstack/react-router';
import { useEffect, useState } from 'react';
import type { Schema } from '@/api/client';
import { useBenchStart, useClient, useStudio } from '@/api/queries';
import { useShortcuts } from '@/device/keys';
import { openClient } from '@/device/openClients';
import { BodyAsk } from '@/features/meet/BodyAsk';
import { Conditions } from '@/features/safety/Conditions';
import { StandingSign } from '@/features/safety/StopSign';
import { Choice } from '@/ui/Choice';
import { Waiting } from '@/ui/Notice';
import { ReachBench } from './ReachBench';
import { SeatBench } from './SeatBench';
import { SplitBench } from './SplitBench';
import { StepBench } from './StepBench';

/** The client's body, the set-up and the posture in one drawing. */
export function BenchScreen() {
  const { clientId } = useParams({ from: '/clients/$clientId/bench' });
  const start = useBenchStart(clientId);
  const client = useClient(clientId);
  const studio = useStudio();
  const name = client.data?.client.name;
  useEffect(() => {
    if (name) openClient({ id: clientId, name });
  }, [clientId, name]);
  if (!start.data || !studio.data || !name)
    return <Waiting what="the set-up" error={start.error ?? studio.error ?? client.error} />;
  if (client.data && client.data.stopSigns.length > 0)
    return (
      <div className="mx-auto grid max-w-3xl gap-4 p-5 sm:p-8">
        <h1 className="say text-title">No set-up for {name} now.</h1>
        {client.data.stopSigns.map((flag) => (
          <StandingSign key={flag.id} flag={flag} clientId={clientId} />
        ))}
      </div>
    );
  if (!start.data.body)
    return (
      <div className="mx-auto max-w-2xl px-4 py-6 sm:px-8">
        <h1 className="say text-big sm:text-grand">How tall is {name.split(' ')[0]}?</h1>
        <p className="mt-1.5 mb-5 text-soft">Two numbers are enough to work out a stance. Everything else refines it later.</p>
        <BodyAsk clientId={clientId} tape={studio.data.tape} />
      </div>
    );
  return <Bench key={clientId} clientId={clientId} name={name} start={start.data} body={start.data.body} studio={studio.data} />;
}

function Bench({
  clientId,
  name,
  start,
  body,
  studio,
}: {
  clientId: string;
  name: string;
  start: Schema['BenchStartView'];
  body: Schema['BodyDto'];
  studio: Schema['StudioView'];
}) {
  const exercises = studio.exercises.filter((e) => e.onThePlanner && !start.today.notOffered.includes(e.id));
  const { exercise: asked, style } = useSearch({ from: '/clients/$clientId/bench' });
  const [exerciseId, setExerciseId] = useState(asked ?? start.exerciseId);
  const [front, setFront] = useState<Schema['BodySide']>(start.today.opensOn);
  const exercise = exercises.find((e) => e.id === exerciseId) ?? exercises[0];
  const navigate = useNavigate();
  useShortcuts('Set-up', [
    {
      keys: 'C',
      does: 'Compare two positions',
      run: () => void navigate({ to: '/clients/$clientId/positions', params: { clientId } }),
    },
  ]);
  if (!exercise) return null;
  const lacking = start.lacking.find((l) => l.exerciseId === exercise.id)?.sentence;
  const choose = (
    <div className="flex flex-wrap items-end gap-3">
      <Conditions today={start.today} className="w-full" />
      {lacking && <p className="w-full border-l-4 border-brick pl-3 text-copy font-semibold">{lacking}</p>}
      <label className="text-fine text-soft">
        Exercise
        <select
          value={exercise.id}
          onChange={(e) => setExerciseId(e.target.value)}
          className="mt-0.5 block h-11 rounded-[10px] border border-edge bg-paper px-2.5 text-body pointer-coarse:text-entry font-semibold text-ink"
        >
          {exercises.map((e) => (
            <option key={e.id} value={e.id}>
              {e.name}
            </option>
          ))}
        </select>
      </label>
      <Choice
        label="Leg in front"
        value={front}
        options={[
          { value: 'left', text: 'Left in front' },
          { value: 'right', text: 'Right in front' },
        ]}
        onPick={setFront}
      />
      <Link
        to="/clients/$clientId/positions"
        params={{ clientId }}
        className="inline-flex min-h-11 items-center gap-2.5 rounded-[10px] border border-edge bg-paper px-4 text-body font-semibold hover:bg-ground"
      >
        Compare two
        <kbd className="hidden rounded border border-current/50 px-1.5 font-sans text-tiny leading-[18px] lg:inline-block">C</kbd>
      </Link>
    </div>
  );
  const shared = {
    clientId,
    name,
    start: style ? { ...start, school: style } : start,
    body,
    studio,
    front,
    exercise,
    choose,
  };
  return exercise.form ? (
    <SplitBench key={`${exercise.id}-${front}`} {...shared} form={exercise.form} />
  ) : exercise.needsBox ? (
    <StepBench key={`${exercise.id}-${front}`} {...shared} />
  ) : exercise.seat !== 'none' ? (
    <SeatBench key={`${exercise.id}-${front}`} {...shared} />
  ) : (
    <ReachBench key={`${exercise.id}-${front}`} {...shared} />
  );
}

export type BenchProps = {
  clientId: string;
  name: string;
  start: Schema['BenchStartView'];
  body: Schema['BodyDto'];
  studio: Schema['StudioView'];
  front: Schema['BodySide'];
  exercise: Schema['ExerciseView'];
  choose: React.ReactNode;
};
