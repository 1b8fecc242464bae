import { useMutation, useQuery } from '@tanstack/react-query';
import { Link, useParams, useSearch } from '@tanstack/react-router';
import { useEffect, useMemo, useRef, useState } from 'react';
import { v7 as uuid } from 'uuid';
import { api, type Schema, take } from '@/api/client';
import { positionsQuery } from '@/api/options';
import { refreshBody, useClient, useStudio } from '@/api/queries';
import { useHeldPress } from '@/device/heldPress';
import { useShortcuts } from '@/device/keys';
import { openClient } from '@/device/openClients';
import { Button } from '@/ui/Button';
import { Choice } from '@/ui/Choice';
import { Trouble, Waiting } from '@/ui/Notice';
import { Sentence } from '@/ui/Sentence';
import { JointBelts } from './JointBelts';
import { JointPlates } from './JointPlates';
import { OneLegNotes } from './OneLegNotes';
import { PositionDials } from './PositionDials';
import { heightOf, PositionFigure } from './PositionFigure';
import { plateOf } from './plates';
import { usePositions } from './usePositions';

type Position = Schema['PositionDto'];
type View = Schema['PositionsView'];

const whole = (value: number) => String(Math.round(value)).replace('-', '−');

/** Which of two positions, for what: drawn at one scale, the moments beside them, a sentence that a coach would say. */
export function PositionsScreen() {
  const { clientId } = useParams({ from: '/clients/$clientId/positions' });
  const [front, setFront] = useState<Schema['BodySide'] | null>(null);
  const { moments } = useSearch({ from: '/clients/$clientId/positions' });
  const start = useQuery(positionsQuery(clientId, front, moments ?? []));
  const client = useClient(clientId);
  const studio = useStudio();
  const name = client.data?.client.name;
  useEffect(() => {
    if (name) openClient({ id: clientId, name });
  }, [clientId, name]);
  if (!start.data || !studio.data || !name)
    return <Waiting what="two positions" error={start.error ?? studio.error ?? client.error} />;
  const body = start.data.body;
  if (!body)
    return (
      <div className="mx-auto grid max-w-2xl justify-items-start gap-3 px-4 py-6 sm:px-8">
        <h1 className="say text-big">How tall is {name.split(' ')[0]}?</h1>
        <p className="text-body text-soft">Two positions are drawn and weighed for one body. Its height is enough to begin.</p>
        <Link
          to="/clients/$clientId/bench"
          params={{ clientId }}
          className="inline-flex min-h-12 items-center rounded-[10px] bg-act px-4 font-semibold text-act-ink"
          data-act=""
        >
          Say it at the set-up
        </Link>
      </div>
    );
  return (
    <Compared
      key={`${clientId}-${start.data.front}-${moments?.join()}`}
      clientId={clientId}
      name={name}
      start={start.data}
      body={body}
      studio={studio.data}
      barred={(client.data?.stopSigns.length ?? 0) > 0}
      onFront={setFront}
    />
  );
}

function Compared({
  clientId,
  name,
  start,
  body,
  studio,
  barred,
  onFront,
}: {
  clientId: string;
  name: string;
  start: Schema['PositionsStartView'];
  body: Schema['BodyDto'];
  studio: Schema['StudioView'];
  barred: boolean;
  onFront: (front: Schema['BodySide']) => void;
}) {
  const first = start.pairs[0];
  // Instants of clips that were brought along stand first; one alone is held against the set-up or the first pair’s.
  const [one, other] = start.looked.slice(0, start.filmed);
  const [pair, setPair] = useState(one ? null : (first?.kind ?? null));
  const [a, setA] = useState<Position | null>(one?.position ?? first?.a ?? null);
  const [b, setB] = useState<Position | null>(
    other?.position ?? (one ? (start.looked[start.filmed]?.position ?? first?.a ?? null) : (first?.b ?? null)),
  );
  const [moment, setMoment] = useState<Schema['PositionMoment']>(one ? 'asFilmed' : 'bottom');
  const [over, setOver] = useState(false);
  const [pounds, setPounds] = useState(studio.tape === 'inches');
  const [shown, setShown] = useState<'A' | 'B' | null>(null);
  const [frontRanges, rearRanges] =
    start.front === 'left' ? [start.leftRanges, start.rightRanges] : [start.rightRanges, start.leftRanges];

  const request = useMemo<Schema['PositionsRequest'] | null>(
    () =>
      a && b
        ? {
            body,
            frontRanges,
            rearRanges,
            kit: start.kit,
            moment,
            goals: start.goals,
            soreKnee: start.soreKnee,
            a,
            b,
          }
        : null,
    [a, b, moment, body, frontRanges, rearRanges, start],
  );
  const { view, problem, settled, lost } = usePositions(request);
  // While one of them cannot be, the last pair that could stays in sight under the sentence that says why.
  const good = useRef<View | null>(null);
  if (view?.a && view.b) good.current = view;
  const drawn = good.current;
  const fault = view?.fault ?? problem;

  const pick = (kind: Schema['PairKind']) => {
    const found = start.pairs.find((p) => p.kind === kind);
    if (!found) return;
    setPair(kind);
    setA(found.a);
    setB(found.b);
    setOver(false);
    if (!found.a.split || !found.b.split) setMoment('bottom');
  };
  const step = (by: number) => {
    const at = start.pairs.findIndex((p) => p.kind === pair);
    const next = start.pairs[(at + by + start.pairs.length) % start.pairs.length];
    if (next) pick(next.kind);
  };
  const swap = () => {
    // A name that only says its place takes the other place’s name.
    const renamed = (p: Position | null, as: 'A' | 'B') =>
      p && /^position [AB]$/.test(p.name) ? { ...p, name: `position ${as}` } : p;
    setA(renamed(b, 'A'));
    setB(renamed(a, 'B'));
  };
  const bothSplit = Boolean(a?.split && b?.split);
  // An instant of a clip is held as it is: the turn belongs to a bottom.
  const filmed = [a, b].some((p) => start.looked.slice(0, start.filmed).some((l) => l.position.name === p?.name));
  const still = filmed ? 'asFilmed' : 'bottom';
  const turn = () => bothSplit && !filmed && setMoment(moment === 'bottom' ? 'afterTurn' : 'bottom');
  useEffect(() => {
    if (moment !== 'afterTurn' || filmed) setMoment(still);
  }, [still, filmed, moment]);

  const served = view?.ticks.find((t) => t.serves === 'a' || t.serves === 'b')?.serves;
  const serves = served === 'b' ? 'B' : 'A';
  const chosen = !served ? null : serves === 'B' ? b : a;
  const splitExercise = studio.exercises.find((e) => e.id === start.exerciseId && e.form !== null)?.id ?? 'split-squat-to-pad';
  const keep = useMutation({
    mutationFn: () => {
      if (!chosen) throw new Error('There is nothing to keep yet.');
      return take(
        api.POST('/api/setups', {
          body: {
            id: uuid(),
            clientId,
            exerciseId: (serves === 'B' ? view?.b : view?.a)?.exerciseId ?? splitExercise,
            school: start.school,
            front: start.front,
            split: chosen.split
              ? { body, frontRanges, rearRanges, kit: start.kit, stance: chosen.split, stanceCm: null, load: chosen.load }
              : null,
            step: chosen.step
              ? {
                  body,
                  ranges: frontRanges,
                  kit: start.kit,
                  boxCm: null,
                  kneeDegrees: (serves === 'B' ? view?.b : view?.a)?.kneeDegrees ?? null,
                  shinDegrees: chosen.step.shinDegrees,
                  trunkDegrees: chosen.step.trunkDegrees,
                }
              : null,
            supersedes: null,
          },
        }),
      );
    },
    onSuccess: () => refreshBody(clientId),
  });
  const ready = barred || keep.isPending || lost ? 'no' : !settled ? 'soon' : fault || !chosen || chosen.oneLeg ? 'no' : 'ready';
  const press = useHeldPress(ready, () => keep.mutate());
  useShortcuts('Two positions', [
    { keys: 'X', does: 'Swap A and B', run: swap },
    { keys: 'O', does: 'Lay B over A', run: () => setOver(!over) },
    { keys: 'T', does: 'At the bottom, or just after the turn', run: turn },
    { keys: 'N', does: 'The next pair', run: () => step(1) },
    { keys: 'A', does: 'Change A', run: () => setShown(shown === 'A' ? null : 'A') },
    { keys: 'B', does: 'Change B', run: () => setShown(shown === 'B' ? null : 'B') },
    { keys: 'U', does: 'Newton metres, or pound feet', run: () => setPounds(!pounds) },
    { keys: 'D', does: 'Put the set-up on the card', run: press },
  ]);

  const height = drawn?.a && drawn.b ? heightOf([drawn.a, drawn.b], drawn.sizes) : 150;
  const plate = drawn?.a && drawn.b ? plateOf(Math.max(...[...drawn.a.joints, ...drawn.b.joints].map((j) => j.most))) : 10;
  const figure = (which: 'A' | 'B', set: (p: Position) => void, position: Position | null) => {
    const its = which === 'A' ? drawn?.a : drawn?.b;
    if (!drawn || !its || !position) return null;
    return (
      <PositionFigure
        name={which}
        view={its}
        over={over ? (which === 'A' ? drawn.b : drawn.a) : null}
        sizes={drawn.sizes}
        height={height}
        onPress={position.oneLeg ? null : (pressure) => set({ ...position, pressure })}
      />
    );
  };

  const hands = (
    <>
      <Button hint="X" onClick={swap}>
        Swap
      </Button>
      <Button hint="O" aria-pressed={over} onClick={() => setOver(!over)}>
        Lay over
      </Button>
    </>
  );
  return (
    <div className="flex min-h-full flex-col gap-3 px-3 py-3 max-lg:pb-[92px] sm:px-6">
      <div className="flex flex-wrap items-start justify-between gap-x-6 gap-y-2">
        <div className="min-w-0 flex-1 basis-[430px]">
          <h1 className="say text-title sm:text-big" aria-live="polite" data-sentence data-settled={settled}>
            {fault ? (
              <span className="text-brick">
                {view?.fault ? `${view.faulty === 'b' ? 'B' : 'A'}: ` : ''}
                {fault}
              </span>
            ) : view ? (
              <Sentence parts={view.sentence} />
            ) : (
              'Working it out…'
            )}
          </h1>
          <p className="mt-0.5 text-copy text-soft">{drawn?.holds}</p>
        </div>
        <div className="flex flex-wrap items-center gap-2 max-sm:hidden">{hands}</div>
      </div>

      <div className="flex flex-wrap items-center gap-3">
        <select
          aria-label="The question"
          value={pair ?? ''}
          onChange={(e) => pick(e.target.value as Schema['PairKind'])}
          className="h-11 max-w-full rounded-[10px] border border-edge bg-paper px-2.5 text-body pointer-coarse:text-entry font-semibold text-ink"
        >
          {!pair && <option value="">Which of these two?</option>}
          {start.pairs.map((p) => (
            <option key={p.kind} value={p.kind}>
              {p.question}
            </option>
          ))}
        </select>
        <Choice
          label="Leg in front"
          value={start.front}
          options={[
            { value: 'left', text: 'Left in front' },
            { value: 'right', text: 'Right in front' },
          ]}
          onPick={onFront}
        />
        {filmed && <p className="text-copy text-soft">Held still as filmed</p>}
        {bothSplit && !filmed && (
          <Choice
            label="When"
            value={moment}
            options={[
              { value: 'bottom', text: 'At the bottom' },
              { value: 'afterTurn', text: 'Just after the turn' },
            ]}
            onPick={setMoment}
          />
        )}
        {start.scales.length > 0 && <p className="text-copy text-soft">{start.scales.slice(0, 2).join(' · ')}</p>}
      </div>

      <div className="grid grid-cols-[minmax(0,1fr)] gap-3 lg:grid-cols-[minmax(0,1fr)_minmax(320px,400px)] lg:grid-rows-[auto_1fr]">
        <div className="grid min-w-0 content-start gap-3">
          <div className={`grid overflow-hidden rounded-2xl bg-paper sm:grid-cols-2 ${fault ? 'opacity-40' : ''}`}>
            {(['A', 'B'] as const).map((which) => {
              const [position, set] = which === 'A' ? [a, setA] : [b, setB];
              return (
                <div key={which} className="min-w-0">
                  <div className="flex flex-wrap items-center gap-2 px-3 pt-3">
                    <span className="grid size-9 place-items-center rounded-lg border-2 border-ink text-head font-bold">
                      {which}
                    </span>
                    <Posture which={which} position={position} start={start} onPick={set} />
                    <Button aria-expanded={shown === which} hint={which} onClick={() => setShown(shown === which ? null : which)}>
                      Change
                    </Button>
                  </div>
                  {start.looked.some((l) => l.position.name === position?.name && l.assumed) && (
                    <p className="px-3 pt-1 text-small text-soft">
                      {start.looked.find((l) => l.position.name === position?.name)?.assumed}
                    </p>
                  )}
                  {figure(which, set, position)}
                </div>
              );
            })}
          </div>
          {/* On a phone the drawings come first. */}
          <div className="flex flex-wrap gap-2 sm:hidden">{hands}</div>
          {shown && (
            <div className="rounded-2xl bg-paper p-4">
              <PositionDials
                key={shown}
                which={shown}
                position={(shown === 'A' ? a : b) as Position}
                turned={moment === 'afterTurn'}
                onSet={shown === 'A' ? setA : setB}
              />
            </div>
          )}
        </div>
        <div className="order-last grid min-w-0 content-start gap-3 lg:col-start-1">
          {(view?.oneLegA || view?.oneLegB) && (
            <div className="grid gap-3 xl:grid-cols-2">
              {view.oneLegA && a && <OneLegNotes name="A" view={view.oneLegA} position={a} onSet={setA} />}
              {view.oneLegB && b && <OneLegNotes name="B" view={view.oneLegB} position={b} onSet={setB} />}
            </div>
          )}
          {drawn?.a && drawn.b && (
            <div className="grid gap-3 xl:grid-cols-2">
              <JointBelts a={drawn.a.left} b={drawn.b.left} />
              <Ticks ticks={drawn.ticks} />
              {pair === 'raisedFront' && drawn.sameShin.length > 0 && <Raised view={drawn} />}
            </div>
          )}
        </div>
        <aside aria-label="What the joints do" className="grid min-w-0 content-start gap-2.5 lg:row-span-2">
          {drawn?.a &&
            drawn.b &&
            (['knee', 'hip', 'ankle'] as const).map((joint) => {
              const [compared, one, other] = [
                drawn.joints.find((j) => j.joint === joint),
                drawn.a?.joints.find((j) => j.joint === joint),
                drawn.b?.joints.find((j) => j.joint === joint),
              ];
              return compared && one && other ? (
                <JointPlates key={joint} compared={compared} a={one} b={other} plate={plate} pounds={pounds} />
              ) : null;
            })}
          {[drawn?.a?.outerHip, drawn?.b?.outerHip].map(
            (text, i) =>
              text && (
                <p key={i === 0 ? 'A' : 'B'} className="text-copy">
                  {i === 0 ? 'A' : 'B'}: {text}
                </p>
              ),
          )}
          <p className="text-small text-soft">
            One plate is {plate} N·m. Dark: at least. Brass clip: the estimate. Dashed: at most, as the press goes from heel to
            ball.{' '}
            <button
              type="button"
              onClick={() => setPounds(!pounds)}
              className="min-h-7 underline underline-offset-4 pointer-coarse:min-h-11 pointer-coarse:min-w-11"
            >
              {pounds ? 'In N·m' : 'In lb·ft'}
            </button>
          </p>
          <Trouble error={keep.error} />
          {keep.data && (
            <p role="status" className="text-body font-semibold">
              {keep.data.said}
            </p>
          )}
          {barred && (
            <p className="text-body text-brick">
              A red flag stands: nothing goes on the card before it is cleared with a note, on {name.split(' ')[0]}’s page.
            </p>
          )}
          {chosen && !chosen.oneLeg && !barred && (
            <Button kind="act" hint="D" disabled={ready === 'no'} onClick={press}>
              Put {name.split(' ')[0]}’s set-up on {serves}
            </Button>
          )}
        </aside>
      </div>
    </div>
  );
}

/** What a position is made from: one of the pair, of the others, or a posture that was looked at. */
function Posture({
  which,
  position,
  start,
  onPick,
}: {
  which: 'A' | 'B';
  position: Position | null;
  start: Schema['PositionsStartView'];
  onPick: (position: Position) => void;
}) {
  const made = start.pairs.flatMap((p) => [
    { key: `${p.kind}-a`, text: p.a.name, position: p.a },
    { key: `${p.kind}-b`, text: p.b.name, position: p.b },
  ]);
  const looked = start.looked.map((l, i) => ({ key: `look-${i}`, text: l.text, position: l.position }));
  const value = [...made, ...looked].find((o) => o.position.name === position?.name)?.key ?? 'own';
  const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);
  return (
    <select
      aria-label={`Posture of ${which}`}
      value={value}
      onChange={(e) => {
        const found = [...made, ...looked].find((o) => o.key === e.target.value);
        if (found) onPick(found.position);
      }}
      className="h-11 min-w-0 flex-1 rounded-[10px] border border-edge bg-paper px-2.5 text-body pointer-coarse:text-entry font-semibold text-ink"
    >
      {value === 'own' && <option value="own">{capital(position?.name ?? '')}</option>}
      {made.map((o) => (
        <option key={o.key} value={o.key}>
          {capital(o.text)}
        </option>
      ))}
      {looked.length > 0 && (
        <optgroup label="As it was looked at">
          {looked.map((o) => (
            <option key={o.key} value={o.key}>
              {o.text}
            </option>
          ))}
        </optgroup>
      )}
    </select>
  );
}

/** Which suits what, with the numbers that earn it. */
function Ticks({ ticks }: { ticks: Schema['PurposeView'][] }) {
  return (
    <section aria-label="What suits what" className="rounded-2xl bg-paper px-4 py-3">
      <h2 className="text-body font-semibold">What suits what</h2>
      <ul className="mt-0.5 grid gap-0.5">
        {ticks.map((t) => {
          const served = t.serves === 'a' || t.serves === 'b';
          return (
            <li
              key={t.purpose}
              className="grid grid-cols-[1.7rem_7.9rem_1fr] items-baseline gap-x-2 text-copy"
              data-purpose={t.purpose}
            >
              <span
                className={`grid size-6 place-items-center self-center rounded-md border text-small font-bold ${served ? 'border-2 border-ink' : 'border-hair text-soft'}`}
              >
                {served ? t.serves.toUpperCase() : '–'}
              </span>
              <span>{t.name}</span>
              <span className={served ? 'font-semibold' : 'text-soft'}>
                {t.numbers}
                {t.serves === 'neither' && /\d/.test(t.numbers) && ': too close'}
                {t.serves === 'depends' && ': it turns'}
              </span>
            </li>
          );
        })}
      </ul>
    </section>
  );
}

/** What raising the front foot does at the same depth: the shin held, or the feet left where they are. */
function Raised({ view }: { view: View }) {
  const rows = view.sameShin;
  return (
    <section aria-label="Raising the front foot" className="rounded-2xl bg-paper px-4 py-3 xl:col-span-2">
      <h2 className="text-body font-semibold">Raised at the same depth: read it off, then try it on two scales</h2>
      <div className="mt-1 grid gap-x-8 gap-y-2 sm:grid-cols-2">
        {[
          { title: 'The shin held', of: view.sameShin },
          { title: 'The feet left where they are', of: view.sameStance },
        ].map((t) => (
          <table key={t.title} className="w-full text-copy tabular-nums">
            <caption className="text-left text-small text-soft">{t.title}</caption>
            <thead>
              <tr className="text-left text-small text-soft">
                <th className="font-normal">Under it</th>
                <th className="font-normal">On it</th>
                <th className="font-normal">Knee</th>
                <th className="font-normal">Knee bend</th>
              </tr>
            </thead>
            <tbody>
              {t.of.map((r) => (
                <tr key={r.height}>
                  <td className="font-semibold">{r.height}</td>
                  <td>{Math.round(r.sharePercent)} %</td>
                  <td>{whole(r.kneeMoment)} N·m</td>
                  <td>{Math.round(r.kneeDegrees)}°</td>
                </tr>
              ))}
            </tbody>
          </table>
        ))}
      </div>
      {rows.length < 5 && <p className="text-small text-soft">Higher than that no posture fits at this depth.</p>}
    </section>
  );
}
