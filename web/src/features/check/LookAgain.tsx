import { useMutation } from '@tanstack/react-query';
import { useCallback, useEffect, useMemo, useState } from 'react';
import { v7 as uuid } from 'uuid';
import { api, type Schema, take } from '@/api/client';
import { checkQuery } from '@/api/options';
import { queries, refreshClient } from '@/api/queries';
import { forgetKept, useKept } from '@/device/kept';
import { useShortcuts } from '@/device/keys';
import { type PainAnswer, PainAsk, painComplete } from '@/features/pain/PainAsk';
import { useUnsent } from '@/outbox/device';
import type { Marking } from '@/pictures/PictureStage';
import { onPictureKept, pictureUrl, sendPicture, usePending } from '@/pictures/pictures';
import {
  cameraFor,
  fromView,
  guessed,
  has,
  inSlot,
  isMarked,
  keepCamera,
  keptStills,
  newStill,
  placed,
  plannedCamera,
  rescaled,
  type Still,
  toDto,
} from '@/pictures/still';
import { Button } from '@/ui/Button';
import { NextBar } from '@/ui/NextBar';
import { Trouble } from '@/ui/Notice';
import { type Side, sideWord } from '@/ui/SidePlate';
import { Unsent } from '@/ui/Unsent';
import { outcomeWord } from '@/words/decisions';
import { type Feel, FeelRow } from './FeelRow';
import { namesOf, slotOfFinding } from './finding';
import { KeptBench } from './KeptBench';
import { type StillActions, StillBench } from './StillBench';
import { useReading } from './useReading';

type Retest = { id: string; correctionId: string; stills: Still[]; pain: PainAnswer | null; feels: Feel[] };

/** What is tried: a correction, or a set without what was borrowed. */
export type Change = Pick<Schema['CorrectionView'], 'id' | 'level' | 'cue'> & { measureId?: string | null };

const nothingSeen: never[] = [];

const key = (checkId: string, correctionId: string) => `retest-${checkId}-${correctionId}`;

/** A new retest, or what an earlier page kept of it in its own place. */
function begin(checkId: string, correctionId: string): Retest {
  const kept = localStorage.getItem(`deft-retest-${checkId}`);
  const earlier = kept ? (JSON.parse(kept) as Retest) : null;
  const none: Retest = { id: uuid(), correctionId, stills: [], pain: null, feels: [] };
  return earlier?.correctionId === correctionId ? { ...none, ...earlier } : none;
}

/** The retest: the same side and view after one change, beside its baseline. */
export function LookAgain({
  check,
  correction,
  side,
  client,
  done,
}: {
  check: Schema['CheckView'];
  correction: Change;
  side: Side;
  client: Schema['ClientView'];
  done: (next: 'correct' | 'decide') => void;
}) {
  const [retest, setRetest] = useKept<Retest>(key(check.id, correction.id), () => begin(check.id, correction.id));
  const unsent = useUnsent((e) => e.kind === 'trial' && e.json?.checkId === check.id);
  const [past, setPast] = useState<Still[][]>([]);
  const [shown, setShown] = useState(0);
  const [marking, setMarking] = useState<Marking>(null);
  const [laid, setLaid] = useState(false);
  const [refused, setRefused] = useState<unknown>(null);
  const pending = usePending(check.clientId);
  const { stills, feels } = retest;
  const slot = useMemo(() => slotOfFinding(check, side, correction.measureId), [check, side, correction.measureId]);
  // What it is held against is the studio's word: the page and the judgement never choose two different ones.
  const held = check.baselines.find((b) => b.side === side);
  const measureId = correction.measureId ?? held?.measureId ?? check.look.finding.measureId ?? 'front-shin';
  const measure = check.standard.measures.find((m) => m.id === measureId);

  const helped = check.trials.findLast((t) => t.side === side && t.outcome === 'helped');
  const baselineTrial = helped?.again?.results.some((r) => r.measureId === measureId && r.side === side) ? helped : undefined;
  const before = baselineTrial?.stills ?? check.stills;
  const baseline = useMemo(() => keptStills(before.filter((s) => inSlot(s, slot))), [before, slot]);
  const baseLook = baselineTrial?.again ?? check.look;
  const painBefore = held ? held.pain : check.pain;

  // The retest asks for what the baseline shows, no more: the same points on the same view.
  const quick = check.standard.quick;
  const asked = useMemo(() => {
    const planned = check.standard.plan.find((p) => p.view === slot.view && p.moment === slot.moment)?.points ?? [];
    const needed =
      quick?.measures.includes(measureId) && quick.view === slot.view ? quick.points : planned.filter((p) => !p.more);
    return needed.filter((p) => baseline.length === 0 || baseline.some((s) => has(s, p.landmark)));
  }, [check.standard, quick, measureId, slot, baseline]);
  const current = stills[shown];
  const currentKey = current?.key;
  const guess = useMemo(
    () => (currentKey ? { key: currentKey, pattern: baseline[0] && toDto(baseline[0]) } : null),
    [currentKey, baseline],
  );
  const reading = useReading(check.standard.standard, stills, nothingSeen, nothingSeen, guess);

  const set = useCallback(
    (change: (all: Still[]) => Still[]) => setRetest((r) => ({ ...r, stills: change(r.stills) })),
    [setRetest],
  );
  const alter = (still: string, change: (s: Still) => Still, undoable = true) => {
    if (undoable) setPast((p) => [...p, stills].slice(-60));
    set((all) => all.map((s) => (s.key === still ? change(s) : s)));
  };
  const arrived = useCallback(
    (picture: Schema['PictureView']) =>
      set((all) =>
        all.map((s) =>
          s.pictureId === picture.id && s.width !== picture.width ? rescaled(s, picture.width, picture.height) : s,
        ),
      ),
    [set],
  );
  useEffect(() => onPictureKept(check.clientId, arrived), [check.clientId, arrived]);

  const add = (picture: Schema['PictureView']) => {
    setShown(stills.length);
    // The camera was left standing: what was said of it, and the line that was tapped, hold for the second look as well.
    const before = baseline[0];
    set((all) => [
      ...all,
      {
        ...newStill(
          slot,
          picture.id,
          picture.width,
          picture.height,
          all,
          before?.facing ?? 'right',
          before?.camera ?? cameraFor(slot, check.standard.plan, null, false),
        ),
        line: before?.line && before.width === picture.width && before.height === picture.height ? before.line : null,
      },
    ]);
  };
  const addFile = async (file: Blob) => {
    setRefused(null);
    const id = uuid();
    let drawn = false;
    try {
      const picture = await sendPicture(id, check.clientId, file, (size) => {
        drawn = true;
        add(size);
      });
      if (drawn) arrived(picture);
      else add(picture);
    } catch (error) {
      set((all) => all.filter((s) => s.pictureId !== id));
      setRefused(error);
    }
  };

  const asksPain = (painBefore?.score ?? 0) > 0;
  const ready =
    stills.some(isMarked) &&
    reading.view?.results.some((r) => r.measureId === measureId && r.side === side) === true &&
    pending === 0 &&
    unsent.length === 0 &&
    (!asksPain || painComplete(retest.pain));
  const compare = useMutation({
    mutationFn: (byEye: Schema['TrialOutcome'] | null) =>
      take(
        api.POST('/api/trials', {
          body: {
            id: retest.id,
            checkId: check.id,
            correctionId: correction.id,
            side,
            stills: byEye ? [] : stills.filter(isMarked).map(toDto),
            seen: [],
            byEye,
            pain: retest.pain,
            supersedes: null,
            feels,
          },
        }),
      ),
    onSuccess: async (view) => {
      forgetKept(key(check.id, correction.id));
      localStorage.removeItem(`deft-retest-${check.id}`);
      queries.setQueryData(checkQuery(check.id).queryKey, view);
      await refreshClient(check.clientId);
      done(view.correction ? 'correct' : 'decide');
    },
  });

  const focusHandle = (handle: string) =>
    document.querySelector<SVGGElement>(`[aria-label="After"] [data-handle="${handle}"]`)?.focus();
  useShortcuts('Look again', [
    { keys: 'A', does: 'To the ankle', run: () => focusHandle('ankle') },
    { keys: 'K', does: 'To the knee', run: () => focusHandle('knee') },
    { keys: 'U', does: 'Mark something upright', run: () => setMarking(marking === 'upright' ? null : 'upright') },
    { keys: 'D', does: 'Compare', run: () => ready && compare.mutate(null) },
  ]);

  const actions: StillActions = {
    onPoint: (still, handle, point, undoable) => alter(still, (s) => placed(s, handle, point), undoable),
    onAlter: (still, change) => alter(still, change),
    onCamera: (view, camera) => {
      keepCamera(view, camera);
      set((all) => all.map((s) => ({ ...s, camera })));
    },
    onRemove: (still) => {
      setPast((p) => [...p, stills]);
      setShown(0);
      set((all) => all.filter((s) => s.key !== still));
    },
    onAccept: (still, points) =>
      alter(still, (s) =>
        guessed(
          s,
          points.flatMap((p) => {
            const at = reading.guesses[p.landmark];
            return at ? ([[p.landmark, at]] as const) : [];
          }),
        ),
      ),
  };
  const shownSource = {
    side,
    view: slot.view,
    moment: slot.moment,
    planned: baseline[0]?.camera ?? plannedCamera(slot, check.standard.plan),
    active: true,
    loose: client.loosePictures.filter((p) => !stills.some((s) => s.pictureId === p.id)),
    clientName: client.client.name,
    consent: true,
    onConsent: () => undefined,
    onFile: (file: Blob, _guided: boolean, line: boolean) => {
      if (line) setMarking('line');
      void addFile(file);
    },
    onLoose: add,
    ghost: baseline[0] && pictureUrl(baseline[0].pictureId),
    title: `${side === 'left' ? 'Left' : 'Right'} leg again, ${fromView[slot.view]}`,
  };
  const none = () => undefined;
  return (
    <div className="flex min-h-full flex-col px-3 py-3 sm:px-6 lg:h-full lg:min-h-0">
      <div className="mb-3">
        <h1 className="say text-title sm:text-big">{correction.level === 'say' ? `“${correction.cue}”` : correction.cue}</h1>
        <p className="mt-1 text-copy text-soft">Same side, same camera place, one change only. Then compare.</p>
      </div>
      <div className="grid min-h-0 flex-1 gap-3 md:max-lg:grid-cols-2 lg:grid-cols-[minmax(0,1fr)_minmax(0,1fr)_320px]">
        <div className="grid min-h-0 grid-rows-1 max-md:order-2 max-md:h-[46dvh] md:max-lg:h-[48dvh]">
          <KeptBench
            standard={check.standard}
            slot={slot}
            label="Before"
            stills={baseline}
            look={baseLook}
            stillViews={baseline.map(
              (s) => baseLook.stills[before.findIndex((b) => inSlot(b, slot) && b.pictureId === s.pictureId)],
            )}
            active={false}
            names={namesOf(check)}
          />
        </div>
        <div className="grid min-h-0 grid-rows-1 max-md:order-1 max-md:h-[56dvh] max-lg:min-h-[380px] md:max-lg:h-[48dvh]">
          <StillBench
            standard={check.standard}
            slot={slot}
            label="After"
            stills={stills}
            shown={shown}
            stillViews={stills.map((_, i) => reading.view?.stills[i])}
            reading={reading}
            asked={asked}
            active
            marking={marking}
            onMarking={setMarking}
            source={shownSource}
            over={laid ? baseline[0] && { ...baseline[0], key: 'before' } : undefined}
            overlays={baseline[0] ? [{ id: 'before', name: 'Before' }] : []}
            onOver={(id) => setLaid(id !== '')}
            ghost={current && !isMarked(current) && baseline[0] ? pictureUrl(baseline[0].pictureId) : undefined}
            actions={actions}
            onActivate={none}
            onShow={setShown}
            onAnother={() => setShown(stills.length)}
          />
        </div>
        <aside
          className="flex min-h-0 flex-col gap-3.5 overflow-y-auto rounded-2xl bg-paper p-4 max-md:order-3 md:max-lg:col-span-2"
          aria-label="Retest"
        >
          {painBefore && (
            <PainAsk
              id="pain"
              label={asksPain ? `Pain was ${painBefore.score} before. Now?` : 'Anything hurt now?'}
              pain={retest.pain}
              onChange={(pain) => setRetest((r) => ({ ...r, pain }))}
            />
          )}
          <FeelRow feels={feels} onChange={(next) => setRetest((r) => ({ ...r, feels: next }))} />
          <fieldset className="grid gap-2">
            <legend className="mb-1 text-copy text-soft">
              No picture? Say what you saw of the {measure?.short ?? 'thing the cue was for'}:
            </legend>
            <div className="grid grid-cols-3 gap-2">
              {(['helped', 'noDifference', 'worse'] as const).map((outcome) => (
                <Button
                  key={outcome}
                  className="px-1.5! text-copy!"
                  disabled={compare.isPending || (asksPain && !painComplete(retest.pain))}
                  onClick={() => compare.mutate(outcome)}
                >
                  {outcomeWord[outcome]}
                </Button>
              ))}
            </div>
          </fieldset>
          <div className="flex-1" />
          <Unsent entries={unsent} />
          <Trouble error={refused ?? compare.error} />
          {pending > 0 && (
            <p role="status" className="text-copy text-slate">
              Sending the picture…
            </p>
          )}
          <div className="flex justify-between">
            <Button
              kind="quiet"
              disabled={past.length === 0}
              onClick={() => {
                const back = past.at(-1);
                if (back) set(() => back);
                setPast((p) => p.slice(0, -1));
              }}
            >
              Undo
            </Button>
            <Button kind="quiet" onClick={() => done('correct')}>
              Back to the cue
            </Button>
          </div>
          <Button
            kind={ready ? 'act' : 'plain'}
            hint="D"
            className="min-h-14 w-full text-lead! max-lg:hidden"
            disabled={!ready || compare.isPending}
            onClick={() => compare.mutate(null)}
          >
            Compare {sideWord(side)} with before
          </Button>
        </aside>
      </div>
      {stills.some(isMarked) && (
        <NextBar>
          {asksPain && !painComplete(retest.pain) ? (
            <Button
              kind="act"
              className="min-h-14 flex-1 text-lead!"
              onClick={() => document.getElementById('pain')?.scrollIntoView({ block: 'center' })}
            >
              Ask about pain
            </Button>
          ) : (
            <Button
              kind="act"
              className="min-h-14 flex-1 text-lead!"
              disabled={!ready || compare.isPending}
              onClick={() => compare.mutate(null)}
            >
              Compare {sideWord(side)} with before
            </Button>
          )}
        </NextBar>
      )}
    </div>
  );
}
