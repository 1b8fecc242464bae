import { useMutation } from '@tanstack/react-query';
import { useNavigate } from '@tanstack/react-router';
import { useCallback, useEffect, useMemo, useState } from 'react';
import { v7 as uuid } from 'uuid';
import { api, type Schema, take } from '@/api/client';
import { queries, refreshClient } from '@/api/queries';
import { useShortcuts } from '@/app/keys';
import { Button } from '@/ui/Button';
import { Choice } from '@/ui/Choice';
import { NextBar } from '@/ui/NextBar';
import { Trouble } from '@/ui/Notice';
import { Sentence } from '@/ui/Sentence';
import { otherSide, SIDES, type Side, SidePlate, sideWord } from '@/ui/SidePlate';
import { RaiseStopSign } from '../safety/StopSign';
import { useDraft } from './draft';
import { pictureUrl, resumePictures, sendPicture, usePending } from './outbox';
import { PainAsk, painComplete } from './PainAsk';
import { SideBench } from './SideBench';
import { type Handle, isMarked, newStill, nextLandmark, type Point, rescaled, type Still, toDto } from './still';
import { useReading } from './useReading';

const EXERCISE = 'split-squat-to-pad';

export function FirstLook({ client, studio }: { client: Schema['ClientView']; studio: Schema['StudioView'] }) {
  const clientId = client.client.id;
  const name = client.client.name;
  const kept = useDraft(clientId, client.draft);
  const { draft, step } = kept;
  const [active, setActive] = useState<Side>(() =>
    draft.stills.some((s) => s.side === 'left' && isMarked(s)) && !draft.stills.some((s) => s.side === 'right' && isMarked(s))
      ? 'right'
      : 'left',
  );
  const [shown, setShown] = useState<Record<Side, number>>({ left: 0, right: 0 });
  const [upright, setUpright] = useState(false);
  const [consent, setConsent] = useState(client.client.pictureConsent);
  const [refused, setRefused] = useState<unknown>(null);
  const [done, setDone] = useState(false);
  const pending = usePending();
  const navigate = useNavigate();

  const standard = useMemo<Schema['StandardDto']>(
    () => (draft.school ? { ...client.standard, school: draft.school, source: 'check' } : client.standard),
    [client.standard, draft.school],
  );
  const reading = useReading(standard, draft.stills);
  const lastOf = (side: Side) => client.checks.at(-1)?.stills.find((s) => s.side === side);
  const stillsOf = (side: Side) => draft.stills.filter((s) => s.side === side);
  const markedSides = SIDES.filter((side) => reading.view?.[side]);

  const change = useCallback(
    (key: string, alter: (still: Still) => Still, undoable = true) =>
      step({ kind: 'stills', undoable, change: (all) => all.map((s) => (s.key === key ? alter(s) : s)) }),
    [step],
  );

  const arrived = useCallback(
    (picture: Schema['PictureView']) =>
      step({
        kind: 'stills',
        undoable: false,
        change: (all) =>
          all.map((s) =>
            s.pictureId === picture.id && (s.width !== picture.width || s.height !== picture.height)
              ? rescaled(s, picture.width, picture.height)
              : s,
          ),
      }),
    [step],
  );

  useEffect(() => void resumePictures(clientId, arrived), [clientId, arrived]);

  const addStill = (side: Side, picture: Schema['PictureView']) => {
    const facing = stillsOf(side)[0]?.facing ?? stillsOf(otherSide(side))[0]?.facing ?? lastOf(side)?.facing ?? 'right';
    setShown((s) => ({ ...s, [side]: stillsOf(side).length }));
    setActive(side);
    step({
      kind: 'stills',
      undoable: true,
      change: (all) => [...all, newStill(side, picture.id, picture.width, picture.height, facing)],
    });
  };

  const addFile = async (side: Side, file: Blob) => {
    setRefused(null);
    const id = uuid();
    let drawn = false;
    try {
      const picture = await sendPicture(id, clientId, file, (size) => {
        drawn = true;
        addStill(side, size);
      });
      if (drawn) arrived(picture);
      else addStill(side, picture);
    } catch (error) {
      // A refused picture leaves no trace: what was drawn of it goes again.
      step({ kind: 'stills', undoable: false, change: (all) => all.filter((s) => s.pictureId !== id) });
      setRefused(error);
    }
  };

  const onPoint = (key: string, handle: Handle, point: Point, undoable: boolean) => {
    const still = draft.stills.find((s) => s.key === key);
    if (!still) return;
    if (handle === 'one' || handle === 'other') {
      change(
        key,
        (s) => ({ ...s, vertical: { one: s.vertical?.one ?? point, other: s.vertical?.other ?? point, [handle]: point } }),
        undoable,
      );
      return;
    }
    const wasNext = nextLandmark(still) === handle;
    change(key, (s) => ({ ...s, [handle]: point }), undoable);
    // The last point of a side hands over to the other side, when that one still has something to do.
    if (wasNext && handle === 'knee' && !stillsOf(otherSide(still.side)).some(isMarked)) setActive(otherSide(still.side));
  };

  const keep = useMutation({
    mutationFn: async () => {
      await kept.hold();
      return take(
        api.POST('/api/checks', {
          body: {
            id: draft.id,
            clientId,
            exerciseId: EXERCISE,
            school: draft.school,
            stills: draft.stills.filter(isMarked).map(toDto),
            pain: draft.pain,
            nextMorning: draft.nextMorning,
            supersedes: null,
          },
        }),
      );
    },
    onError: kept.release,
    onSuccess: async (check) => {
      kept.finish();
      setDone(true);
      queries.setQueryData(['check', check.id], check);
      await navigate({ to: '/clients/$clientId/check', params: { clientId }, search: { check: check.id }, replace: true });
      await refreshClient(clientId);
    },
  });

  const startOver = useMutation({
    mutationFn: () => take(api.DELETE('/api/drafts/{id}', { params: { path: { id: draft.id } } })),
    onSuccess: async () => {
      kept.finish();
      await refreshClient(clientId);
      await navigate({ to: '/clients/$clientId', params: { clientId } });
    },
  });

  const ready = markedSides.length > 0 && pending === 0 && painComplete(draft.pain) && !done;
  const focusHandle = (handle: Handle) =>
    document.querySelector<SVGGElement>(`[data-stage="${active}"] [data-handle="${handle}"]`)?.focus();
  const currentStill = stillsOf(active)[shown[active]];
  useShortcuts('Check', [
    { keys: 'A', does: 'To the ankle (arrow keys move it, Enter places a guess)', run: () => focusHandle('ankle') },
    { keys: 'K', does: 'To the knee', run: () => focusHandle('knee') },
    { keys: 'S', does: 'The other side', run: () => setActive(otherSide(active)) },
    { keys: 'U', does: 'Mark something upright', run: () => setUpright(!upright) },
    { keys: 'F', does: 'Turn the toes round', run: () => currentStill && change(currentStill.key, turn) },
    { keys: 'Z', does: 'Undo', run: () => step({ kind: 'undo' }) },
    { keys: 'Y', does: 'Redo', run: () => step({ kind: 'redo' }) },
    { keys: 'D', does: 'Done: keep this look', run: () => ready && keep.mutate() },
  ]);

  return (
    <div className="flex min-h-full flex-col px-3 py-3 sm:px-6 lg:h-full lg:min-h-0">
      <div className="mb-3 flex flex-wrap items-end justify-between gap-x-6 gap-y-2">
        <div className="min-w-0 flex-1 basis-[520px]">
          <h1 className="say max-w-[26em] text-[23px] sm:text-[31px]" aria-live="polite">
            {reading.view && markedSides.length > 0 ? (
              <Sentence parts={reading.view.finding.sentence} />
            ) : (
              headline(currentStill, active)
            )}
          </h1>
          <p className="mt-1 text-[14px] text-soft">
            {reading.view && markedSides.length > 0
              ? reading.view.finding.because
              : `${name}: ${studio.exercises.find((e) => e.id === EXERCISE)?.task ?? ''} No coaching yet.`}
          </p>
        </div>
        <SchoolChoice
          studio={studio}
          standard={standard}
          onPick={(school) => step({ kind: 'set', change: (d) => ({ ...d, school }) })}
        />
      </div>

      <div className="mb-2 flex gap-2 md:hidden" role="group" aria-label="Side on the bench">
        {SIDES.map((side) => (
          <button
            key={side}
            type="button"
            aria-pressed={active === side}
            onClick={() => setActive(side)}
            className={`flex min-h-11 flex-1 items-center gap-2 rounded-[10px] border px-3 text-left font-semibold ${active === side ? 'border-ink bg-paper' : 'border-hair text-soft'}`}
          >
            <SidePlate side={side} />
            {reading.view?.[side]
              ? `${reading.view[side].lean} ${reading.view[side].reachText}`
              : stillsOf(side).length > 0
                ? 'to mark'
                : 'no picture'}
          </button>
        ))}
      </div>

      <div className="grid min-h-0 flex-1 gap-3 md:max-lg:grid-cols-2 lg:grid-cols-[minmax(0,1fr)_minmax(0,1fr)_320px]">
        {SIDES.map((side) => (
          <div
            key={side}
            className={`grid min-h-0 grid-rows-1 max-md:h-[56dvh] max-lg:min-h-[380px] md:max-lg:h-[48dvh] ${active === side ? '' : 'max-md:hidden'}`}
          >
            <SideBench
              side={side}
              stills={stillsOf(side)}
              shown={shown[side]}
              reading={reading}
              last={lastOf(side)}
              active={active === side}
              upright={upright}
              source={{
                side,
                active: active === side,
                loose: client.loosePictures.filter((p) => !draft.stills.some((s) => s.pictureId === p.id)),
                clientName: name,
                consent,
                onConsent: () => setConsent(true),
                ghost: ghostOf(lastOf(side)),
                onFile: (file) => void addFile(side, file),
                onLoose: (picture) => addStill(side, picture),
              }}
              onActivate={() => active !== side && setActive(side)}
              onShow={(i) => setShown((s) => ({ ...s, [side]: i }))}
              onPoint={onPoint}
              onFacing={(key) => change(key, turn)}
              onUpright={setUpright}
              onRemove={(key) => {
                setShown((s) => ({ ...s, [side]: 0 }));
                step({ kind: 'stills', undoable: true, change: (all) => all.filter((s) => s.key !== key) });
              }}
              onAnother={() => setShown((s) => ({ ...s, [side]: stillsOf(side).length }))}
            />
          </div>
        ))}

        <aside
          className="flex min-h-0 flex-col gap-3.5 overflow-y-auto rounded-2xl bg-paper p-4 md:max-lg:col-span-2"
          aria-label="This look"
        >
          <PainAsk
            id="pain"
            label={`Does anything hurt, ${name.split(' ')[0]}?`}
            pain={draft.pain}
            onChange={(pain) => step({ kind: 'set', change: (d) => ({ ...d, pain }) })}
            about={studio.cautions.aboutPain}
          />
          {client.checks.length > 0 && (
            <NextMorning
              value={draft.nextMorning}
              onPick={(nextMorning) => step({ kind: 'set', change: (d) => ({ ...d, nextMorning }) })}
            />
          )}
          <div className="flex-1" />
          <p className="text-[13px] text-soft">{studio.cautions.beforeCheck}</p>
          <RaiseStopSign clientId={clientId} className="w-full" />
          <Trouble error={refused ?? keep.error ?? startOver.error ?? (reading.problem ? new Error(reading.problem) : null)} />
          {kept.clash && (
            <div className="grid gap-2">
              <Trouble error={new Error('This look was changed on another device.')} />
              <Button onClick={() => location.reload()}>Go on with theirs</Button>
              <Button onClick={kept.keepMine}>Keep what is here</Button>
            </div>
          )}
          {pending > 0 && (
            <p role="status" className="text-[14px] text-slate">
              Sending {pending === 1 ? 'the picture' : `${pending} pictures`}…
            </p>
          )}
          <div className="flex items-center gap-1.5 max-lg:hidden">
            <Button kind="quiet" onClick={() => step({ kind: 'undo' })} disabled={!kept.canUndo} className="px-2!">
              Undo
            </Button>
            <Button kind="quiet" onClick={() => step({ kind: 'redo' })} disabled={!kept.canRedo} className="px-2!">
              Redo
            </Button>
            <span className="flex-1" />
            {draft.stills.length > 0 && (
              <Button kind="quiet" onClick={() => startOver.mutate()} className="px-2! text-soft">
                Drop this look
              </Button>
            )}
          </div>
          <Button
            kind={ready ? 'act' : 'plain'}
            hint="D"
            className="min-h-14 w-full text-[17px]! max-lg:hidden"
            disabled={!ready || keep.isPending}
            onClick={() => keep.mutate()}
          >
            {markedSides.length === 1 ? `Done with the ${sideWord(markedSides[0] ?? 'left')} only` : 'Done looking'}
          </Button>
          {markedSides.length > 0 && !painComplete(draft.pain) && (
            <p className="-mt-1.5 text-center text-[13.5px] text-soft max-lg:hidden">Ask about pain first.</p>
          )}
          {draft.stills.length > 0 && (
            <Button kind="quiet" onClick={() => startOver.mutate()} className="text-soft lg:hidden">
              Drop this look
            </Button>
          )}
        </aside>
      </div>

      {draft.stills.length > 0 && (
        <NextBar>
          <Button onClick={() => step({ kind: 'undo' })} disabled={!kept.canUndo}>
            Undo
          </Button>
          <Thumb
            marked={markedSides}
            painAsked={painComplete(draft.pain)}
            ready={ready && !keep.isPending}
            onSide={setActive}
            onDone={() => keep.mutate()}
          />
        </NextBar>
      )}
    </div>
  );
}

/** One button that always is the next step: the other side, the pain, done. */
function Thumb({
  marked,
  painAsked,
  ready,
  onSide,
  onDone,
}: {
  marked: Side[];
  painAsked: boolean;
  ready: boolean;
  onSide: (side: Side) => void;
  onDone: () => void;
}) {
  const big = 'min-h-14 flex-1 text-[17px]!';
  const [only] = marked;
  if (!only) return <p className="flex-1 text-center text-[14.5px] text-soft">Tap the ankle, then the knee.</p>;
  if (marked.length === 1 && !painAsked)
    return (
      <Button kind="act" className={big} onClick={() => onSide(otherSide(only))}>
        Now the {sideWord(otherSide(only))}
      </Button>
    );
  if (!painAsked)
    return (
      <Button kind="act" className={big} onClick={() => document.getElementById('pain')?.scrollIntoView({ block: 'center' })}>
        Ask about pain
      </Button>
    );
  return (
    <>
      {marked.length === 1 && (
        <Button className="flex-1" onClick={() => onSide(otherSide(only))}>
          Now the {sideWord(otherSide(only))}
        </Button>
      )}
      <Button kind={marked.length === 2 ? 'act' : 'plain'} className={big} disabled={!ready} onClick={onDone}>
        {marked.length === 1 ? `Done, ${sideWord(only)} only` : 'Done looking'}
      </Button>
    </>
  );
}

const ghostOf = (still: Schema['StillDto'] | undefined) => still && pictureUrl(still.pictureId);

const turn = (still: Still): Still => ({ ...still, facing: still.facing === 'left' ? 'right' : 'left' });

function headline(still: Still | undefined, side: Side) {
  if (!still) return `Start with a picture of the ${sideWord(side)} leg in front.`;
  const next = nextLandmark(still);
  if (next === 'ankle') return `${side === 'left' ? 'Left' : 'Right'}: tap the ankle of the front leg.`;
  if (next === 'knee') return 'Now the middle of the knee.';
  return 'Reading…';
}

export function SchoolChoice({
  studio,
  standard,
  onPick,
}: {
  studio: Schema['StudioView'];
  standard: Schema['StandardDto'];
  onPick: (school: Schema['SchoolCode']) => void;
}) {
  const source = {
    check: 'chosen for this look',
    client: 'set for this client',
    exercise: 'usual for this exercise',
    school: 'school',
    studio: 'studio default',
  }[standard.source];
  return (
    <div className="text-right max-sm:w-full max-sm:text-left">
      <Choice
        label="School"
        value={standard.school}
        options={studio.schools.map((s) => ({ value: s.code, text: s.name }))}
        onPick={onPick}
      />
      <p className="mt-1 text-[13px] text-soft">{source}</p>
    </div>
  );
}

function NextMorning({ value, onPick }: { value: number | null; onPick: (score: number) => void }) {
  return (
    <label className="flex items-center justify-between gap-3 text-[14.5px]">
      <span>Worst the morning after last time</span>
      <select
        value={value ?? ''}
        onChange={(e) => e.target.value !== '' && onPick(Number(e.target.value))}
        className="h-11 rounded-[10px] border border-edge/60 bg-ground px-2 text-[15px] font-semibold"
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
