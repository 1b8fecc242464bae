import { useMutation } from '@tanstack/react-query';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { api, type Schema, take } from '@/api/client';
import { useHeldPress } from '@/device/heldPress';
import { useShortcuts } from '@/device/keys';
import { ActionBar } from '@/ui/ActionBar';
import { Button } from '@/ui/Button';
import { Choice } from '@/ui/Choice';
import { Trouble } from '@/ui/Notice';
import { Sentence } from '@/ui/Sentence';
import { type Units, unitsOf } from '@/words/units';
import { BandAsk, useBand } from './BandAsk';
import type { BenchProps } from './BenchScreen';
import { BenchStage, type Lever, moved } from './BenchStage';
import { CardSheet } from './CardSheet';
import { Demands } from './Demands';
import { Dial } from './Dial';
import { ExerciseNotes } from './ExerciseNotes';
import { HeightTrialSheet, LastTried } from './HeightTrialSheet';
import { LOADS } from './loads';
import { RearFootChoice, RearLadder } from './RearLadder';
import { SetupCard } from './SetupCard';
import { TrackView } from './TrackView';
import { useBench } from './useBench';
import { useKeepSetup } from './useKeepSetup';

type Stance = Schema['StanceDto'];
type School = Schema['SchoolCode'];

/** A split stance on the bench: handles, numbers, what it asks of the joints, and the card. */
export function SplitBench({
  clientId,
  name,
  start,
  body,
  studio,
  front,
  exercise,
  choose,
  form,
}: BenchProps & { form: Schema['SplitForm'] }) {
  const kept = start.kept.find((s) => s.exerciseId === exercise.id);
  const [school, setSchool] = useState<School>(kept?.school ?? start.school);
  const [stance, setStance] = useState<Stance | null>(kept?.stance ?? null);
  const [stanceCm, setStanceCm] = useState<number | null>(null);
  const [past, setPast] = useState<Stance[]>([]);
  const [load, setLoad] = useState<Schema['LoadDto']>({ position: 'none', kilograms: 0 });
  const [same, setSame] = useState(false);
  const [compare, setCompare] = useState<Schema['BenchView'] | null>(null);
  const [card, setCard] = useState(false);
  const [trying, setTrying] = useState(false);
  const units = unitsOf(studio.tape);
  const frontRanges = front === 'left' ? start.leftRanges : start.rightRanges;
  const rearRanges = front === 'left' ? start.rightRanges : start.leftRanges;

  // Of one exercise the rear foot stands on its ball or lies on its instep.
  const raised = form === 'rearFootRaised';
  const formNow: Schema['SplitForm'] = raised && stance && stance.rearFoot !== 'ball' ? 'rearInstep' : form;
  const request = useMemo<Schema['BenchRequest'] | null>(
    () => (stance ? { body, frontRanges, rearRanges, kit: start.kit, stance, stanceCm, load, school, form: formNow } : null),
    [body, frontRanges, rearRanges, start.kit, school, formNow, stance, stanceCm, load],
  );
  const { view, problem, settled, lost } = useBench(request);
  // While nothing fits, the last posture that did stays in sight under the sentence that says why.
  const good = useRef<Schema['BenchView'] | null>(null);
  if (view?.figure) good.current = view;
  const shown = good.current;

  // The first of two rungs of one form starts low; another exercise than today's has no rung.
  const low = start.low && exercise.id === start.exerciseId;
  const begin = useMutation({
    mutationFn: (from: { school: School; twoRightAngles: boolean; rearFoot?: Schema['RearFootRule']; hipDominant?: boolean }) => {
      const rearFoot = from.rearFoot ?? stance?.rearFoot ?? 'ball';
      return take(
        api.POST('/api/compute/start', {
          body: {
            body,
            frontRanges,
            rearRanges,
            kit: start.kit,
            low,
            hipDominant: start.hipDominant,
            ...from,
            rearFoot,
            form: raised && rearFoot !== 'ball' ? 'rearInstep' : form,
          },
        }),
      );
    },
    onSuccess: (found) => change(found),
  });
  const change = useCallback(
    (next: Stance, length: number | null = null) => {
      setPast((p) => (stance ? [...p, stance].slice(-60) : p));
      setStance(next);
      setStanceCm(length);
    },
    [stance],
  );
  const { mutate: beginWith } = begin;
  useEffect(() => {
    if (!kept?.stance) beginWith({ school: kept?.school ?? start.school, twoRightAngles: false });
  }, [kept, start.school, beginWith]);

  // What was asked for, not what has been answered: a fast hand must not lose steps to the answer still on its way.
  const base = stanceCm === null ? stance : (view?.stance ?? stance);
  const length = stanceCm ?? view?.stanceCm ?? 0;
  const dragging = useRef(false);
  const onLever = (lever: Lever, value: number, isSettled: boolean) => {
    if (!base || !stance) return;
    if (!dragging.current) setPast((p) => [...p, base].slice(-60));
    dragging.current = !isSettled;
    if (lever === 'stance') {
      setStance(base);
      setStanceCm(Math.min(200, Math.max(10, Math.round(value))));
    } else {
      setStance({ ...base, ...moved(base, lever, value) });
      setStanceCm(null);
    }
  };
  const set = (part: Partial<Stance>) => base && change({ ...base, ...part });
  const pick = (next: School) => {
    setSchool(next);
    begin.mutate({ school: next, twoRightAngles: false });
  };

  const banded = useBand(exercise, start);
  const keep = useKeepSetup({ clientId, exerciseId: exercise.id, school, front, band: banded.band });
  const onKeep = () => request && keep.mutate({ split: { ...request, stance: view?.stance ?? request.stance, stanceCm: null } });
  const undo = () => {
    const back = past.at(-1);
    if (!back) return;
    setPast((p) => p.slice(0, -1));
    setStance(back);
    setStanceCm(null);
  };
  const under: Schema['TriedUnder'] | null = raised ? 'rearFoot' : form === 'frontFootRaised' ? 'frontFoot' : null;
  const fault = view?.fault ?? problem;
  const ready = banded.problem || keep.isPending || lost ? 'no' : !settled || !view ? 'soon' : fault ? 'no' : 'ready';
  const press = useHeldPress(ready, onKeep);
  useShortcuts('Set-up planner', [
    { keys: '1', does: 'Vertical shin', run: () => pick('verticalShin') },
    { keys: '2', does: 'Knee forward', run: () => pick('kneeForward') },
    { keys: '3', does: 'Inclined', run: () => pick('inclined') },
    { keys: 'T', does: 'Two right angles', run: () => begin.mutate({ school, twoRightAngles: true }) },
    { keys: 'B', does: 'Lay half-kneeling and reverse lunge over it', run: () => setSame(!same) },
    { keys: 'V', does: 'Keep this one in sight to compare', run: () => setCompare(compare ? null : view) },
    { keys: 'Z', does: 'Undo', run: undo },
    ...(under ? [{ keys: 'H', does: 'Try two heights', run: () => setTrying(true) }] : []),
    { keys: 'P', does: 'The card, large', run: () => setCard(true) },
    { keys: 'D', does: 'Keep this set-up', run: press },
  ]);

  const track = shown?.card.find((l) => l.id === 'track');
  return (
    <div className="flex min-h-full flex-col px-3 py-3 max-lg:pb-[92px] sm:px-6 xl:h-full xl:min-h-0">
      <div className="mb-3 flex flex-wrap items-end justify-between gap-x-6 gap-y-3">
        <div className="min-w-0 flex-1 basis-[430px]">
          <h1 className="say max-w-[27em] text-title sm:text-big" aria-live="polite" data-sentence>
            {fault ? <span className="text-brick">{fault}</span> : view ? <Sentence parts={view.sentence} /> : 'Working it out…'}
          </h1>
          <p className="mt-1 text-copy text-soft">
            {name}, {exercise.name.toLowerCase()}.{' '}
            {view?.estimated ? 'Estimated until shank, thigh and the range that binds are measured.' : 'From measured lengths.'}
          </p>
        </div>
        <div className="flex flex-wrap items-end gap-3">
          {choose}
          <Choice
            label="Style"
            value={school}
            options={studio.schools.map((s) => ({ value: s.code, text: s.name }))}
            onPick={pick}
          />
        </div>
      </div>

      <div className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)] gap-3 xl:grid-cols-[minmax(0,1fr)_350px]">
        <div className="flex min-h-0 min-w-0 flex-col overflow-hidden rounded-2xl bg-paper">
          <div className={`min-h-[300px] flex-1 sm:min-h-[380px] xl:min-h-0 ${fault ? 'opacity-40' : ''}`} data-settled={settled}>
            {shown && (
              <BenchStage
                view={shown}
                pad={shown.stance.rearKneeCm < 13}
                asked={base ?? shown.stance}
                length={length}
                compare={compare}
                showSame={same}
                onLever={onLever}
              />
            )}
          </div>
          {base && (
            <Dials stance={base} stanceCm={length} units={units} onSet={set} onStance={(cm) => onLever('stance', cm, true)} />
          )}
        </div>

        <aside className="flex min-h-0 flex-col rounded-2xl bg-paper" aria-label="What it asks and gives">
          <div className="flex min-h-0 flex-1 flex-col gap-4 overflow-y-auto p-4">
            {raised && base && (
              <RearFootChoice
                clientId={clientId}
                rearFoot={base.rearFoot}
                hipDominant={start.hipDominant}
                onRearFoot={(rearFoot) => begin.mutate({ school, twoRightAngles: false, rearFoot })}
                onHips={(hipDominant) => begin.mutate({ school, twoRightAngles: false, hipDominant })}
              />
            )}
            {view?.rearSurface && base && (
              <RearLadder
                surface={view.rearSurface}
                nowCm={base.rearRaiseCm}
                ankleCm={view.sizes.ankleCm}
                onPick={(rearRaiseCm) => set({ rearRaiseCm })}
              />
            )}
            <BandAsk banded={banded} />
            {view && <Demands demands={view.demands} />}
            {view?.family && (
              <p className="border-l-4 border-steel pl-3 text-copy" data-family>
                {view.family}
              </p>
            )}
            {view && view.changes.length > 0 && (
              <div className="grid gap-1.5">
                <p className="text-small font-semibold text-soft">Any one of these makes it fit, the least first:</p>
                {view.changes.map((c, i) => (
                  <Button
                    key={c.sentence}
                    kind={i === 0 ? 'act' : 'plain'}
                    className="justify-start! text-left"
                    onClick={() => change(c.stance)}
                  >
                    <span>
                      {c.sentence}
                      {c.costs && <span className="block text-fine font-normal">{c.costs}</span>}
                    </span>
                  </Button>
                ))}
              </div>
            )}
            {view?.advice.map((a) => (
              <p key={a.sentence} className={`border-l-4 pl-3 text-copy ${a.matters ? 'border-brick' : 'border-hair'}`}>
                {a.sentence}
              </p>
            ))}
            {view?.load && <LoadPart load={view.load} held={load} units={units} onHeld={setLoad} />}
            {under && (
              <LastTried trials={start.trials.filter((t) => t.exerciseId === exercise.id)} units={units}>
                <Button className="px-3! text-copy!" hint="H" onClick={() => setTrying(true)}>
                  Try two heights
                </Button>
              </LastTried>
            )}
            <ExerciseNotes exercise={exercise} />
            {shown && track && <TrackView sizes={shown.sizes} text={track.value} />}
            <div className="flex flex-wrap gap-2">
              <Button className="px-3! text-copy!" hint="T" onClick={() => begin.mutate({ school, twoRightAngles: true })}>
                Two right angles
              </Button>
              <Button className="px-3! text-copy!" hint="B" aria-pressed={same} onClick={() => setSame(!same)}>
                Same bottom
              </Button>
              <Button
                className="px-3! text-copy!"
                hint="V"
                aria-pressed={compare !== null}
                onClick={() => setCompare(compare ? null : view)}
              >
                {compare ? 'Stop comparing' : 'Compare'}
              </Button>
              <Button className="px-3! text-copy!" hint="Z" disabled={past.length === 0} onClick={undo}>
                Undo
              </Button>
            </div>
            {same && (
              <p className="text-small text-soft">
                Dashed: half-kneeling, and stepping back into the same place. The bottoms should be one picture.
              </p>
            )}
            {compare && (
              <p className="text-small text-soft">
                Dashed: the one before, stance {compare.card.find((l) => l.id === 'stance')?.value}, front knee{' '}
                {kneeText(compare)}. Now {kneeText(view)}.
              </p>
            )}
          </div>
          <div className="grid gap-3 border-t border-hair p-4">
            {view && (
              <SetupCard
                lines={[
                  ...view.card.filter((l) => ['stance', 'pad', 'front', 'rear', 'heel', 'wedge'].includes(l.id)),
                  ...banded.lines,
                ]}
              />
            )}
            <Trouble error={keep.error ?? begin.error} />
            {keep.isSuccess && (
              <p role="status" className="text-copy font-semibold text-pine">
                {keep.data.said}
              </p>
            )}
            <div className="grid grid-cols-[1fr_auto] gap-2 max-lg:hidden">
              <Button
                kind={view?.fits ? 'act' : 'plain'}
                hint="D"
                className="min-h-14 text-lead!"
                disabled={ready === 'no'}
                onClick={press}
              >
                Keep this set-up
              </Button>
              <Button hint="P" className="min-h-14" disabled={!view || Boolean(fault)} onClick={() => setCard(true)}>
                Card
              </Button>
            </div>
          </div>
        </aside>
      </div>
      <div className="lg:hidden">
        <ActionBar>
          <Button className="min-h-14" disabled={!view || Boolean(fault)} onClick={() => setCard(true)}>
            Card
          </Button>
          <Button
            kind={view?.fits ? 'act' : 'plain'}
            className="min-h-14 flex-1 text-lead!"
            disabled={ready === 'no'}
            onClick={press}
          >
            {keep.isSuccess ? 'Kept. Keep again' : 'Keep this set-up'}
          </Button>
        </ActionBar>
      </div>
      {under && base && (
        <HeightTrialSheet
          key={`${exercise.id}-${trying}`}
          open={trying}
          onOpenChange={setTrying}
          clientId={clientId}
          exerciseId={exercise.id}
          under={under}
          school={school}
          units={units}
          nowCm={under === 'rearFoot' ? base.rearRaiseCm : base.frontRaiseCm}
          highestCm={under === 'rearFoot' ? (view?.rearSurface?.highestCm ?? null) : null}
          heights={under === 'rearFoot' ? start.rearHeightsCm : start.frontHeightsCm}
          onHeight={(cm) => set(under === 'rearFoot' ? { rearRaiseCm: cm } : { frontRaiseCm: cm })}
        />
      )}
      {view && (
        <CardSheet
          open={card}
          onClose={() => setCard(false)}
          title={`${name}: ${exercise.name}`}
          lines={[...view.card, ...banded.lines]}
          estimated={view.estimated}
          clientId={clientId}
          exercise={exercise}
        />
      )}
    </div>
  );
}

const kneeText = (view: Schema['BenchView'] | null) => view?.demands.find((d) => d.joint === 'frontKnee')?.usedText ?? '';

function Dials({
  stance,
  stanceCm,
  units,
  onSet,
  onStance,
}: {
  stance: Stance;
  stanceCm: number;
  units: Units;
  onSet: (part: Partial<Stance>) => void;
  onStance: (cm: number) => void;
}) {
  const length = (label: string, cm: number, set: (cm: number) => void) => (
    <Dial
      label={label}
      value={units.length.from(cm)}
      unit={units.length.name}
      step={units.length.step}
      onSet={(shown) => set(units.length.to(shown))}
    />
  );
  return (
    <div className="grid grid-cols-[repeat(auto-fit,minmax(148px,1fr))] gap-x-2 gap-y-1.5 border-t border-hair p-3">
      <Dial label="Front shin" value={stance.shinDegrees} unit="°" onSet={(shinDegrees) => onSet({ shinDegrees })} />
      {length('Stance', units.length.name === 'cm' ? Math.round(stanceCm) : stanceCm, onStance)}
      <Dial label="Trunk" value={stance.trunkDegrees} unit="°" onSet={(trunkDegrees) => onSet({ trunkDegrees })} />
      <Dial
        label="Rear thigh"
        value={stance.rearThighDegrees}
        unit="°"
        onSet={(rearThighDegrees) => onSet({ rearThighDegrees })}
      />
      {length('Rear knee above floor', stance.rearKneeCm, (rearKneeCm) => onSet({ rearKneeCm }))}
      {length('Under the front foot', stance.frontRaiseCm, (frontRaiseCm) => onSet({ frontRaiseCm }))}
      {length('Under the rear foot', stance.rearRaiseCm, (rearRaiseCm) => onSet({ rearRaiseCm }))}
      <Dial label="Heel wedge" value={stance.wedgeDegrees} unit="°" onSet={(wedgeDegrees) => onSet({ wedgeDegrees })} />
    </div>
  );
}

function LoadPart({
  load,
  held,
  units,
  onHeld,
}: {
  load: Schema['LoadView'];
  held: Schema['LoadDto'];
  units: Units;
  onHeld: (held: Schema['LoadDto']) => void;
}) {
  const parts = [
    { name: 'ankle', share: load.ankleShare, fill: 'var(--steel)' },
    { name: 'knee', share: load.kneeShare, fill: 'var(--brass)' },
    { name: 'hip', share: load.hipShare, fill: 'var(--pine)' },
  ];
  return (
    <section aria-label="What it does to the front leg">
      <div className="flex items-baseline justify-between gap-3">
        <span className="text-copy">On the front foot</span>
        <span className="figure text-head">{load.shareText}</span>
      </div>
      <div className="mt-1.5 flex gap-0.5" role="img" aria-label={`Work of the front leg: ${load.momentsText}`}>
        {parts.map((part) => (
          <span key={part.name} className="min-w-0" style={{ width: `${part.share * 100}%` }}>
            <span className="block h-5 rounded-sm" style={{ background: part.fill }} />
            <span className="block truncate text-fine text-soft">{part.share > 0.1 ? part.name : ''}</span>
          </span>
        ))}
      </div>
      <p className="mt-1 text-small">{load.momentsText}</p>
      <p className="text-fine text-soft">{load.assumes}</p>
      <div className="mt-2 grid grid-cols-[1fr_8.5rem] items-end gap-2">
        <select
          aria-label="Where the load is held"
          value={held.position}
          onChange={(e) =>
            onHeld({
              position: e.target.value as Schema['LoadPosition'],
              kilograms: e.target.value === 'none' ? 0 : held.kilograms || 10,
            })
          }
          className="h-11 rounded-[10px] border border-edge bg-ground px-2 text-body pointer-coarse:text-entry font-semibold"
        >
          {LOADS.map((l) => (
            <option key={l.value} value={l.value}>
              {l.text}
            </option>
          ))}
        </select>
        {held.position !== 'none' && (
          <Dial
            label="Load"
            value={units.mass.from(held.kilograms)}
            unit={units.mass.name}
            onSet={(shown) => onHeld({ ...held, kilograms: Math.max(0, units.mass.to(shown)) })}
          />
        )}
      </div>
    </section>
  );
}
