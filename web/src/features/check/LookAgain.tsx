import { useMutation } from '@tanstack/react-query';
import { useCallback, useEffect, useMemo, useState } from 'react';
import { v7 as uuid } from 'uuid';
import { api, type Schema, take } from '@/api/client';
import { queries, refreshClient } from '@/api/queries';
import { useShortcuts } from '@/app/keys';
import { Button } from '@/ui/Button';
import { NextBar } from '@/ui/NextBar';
import { Trouble } from '@/ui/Notice';
import { type Side, sideWord } from '@/ui/SidePlate';
import { keptStills } from './AfterCheck';
import type { PainAnswer } from './draft';
import { pictureUrl, resumePictures, sendPicture, usePending } from './outbox';
import { PainAsk, painComplete } from './PainAsk';
import { SideBench } from './SideBench';
import { type Handle, isMarked, newStill, type Point, rescaled, type Still, toDto } from './still';
import { useReading } from './useReading';

type Retest = { id: string; correctionId: string; stills: Still[]; pain: PainAnswer | null };

const key = (checkId: string) => `deft-retest-${checkId}`;

function begin(checkId: string, correctionId: string): Retest {
  const kept = localStorage.getItem(key(checkId));
  const retest = kept ? (JSON.parse(kept) as Retest) : null;
  return retest?.correctionId === correctionId ? retest : { id: uuid(), correctionId, stills: [], pain: null };
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
  correction: Schema['CorrectionView'];
  side: Side;
  client: Schema['ClientView'];
  done: (next: 'correct' | 'decide') => void;
}) {
  const [retest, setRetest] = useState(() => begin(check.id, correction.id));
  const [past, setPast] = useState<Still[][]>([]);
  const [shown, setShown] = useState(0);
  const [upright, setUpright] = useState(false);
  const [refused, setRefused] = useState<unknown>(null);
  const pending = usePending();
  const { stills } = retest;
  const reading = useReading(check.standard, stills);
  useEffect(() => localStorage.setItem(key(check.id), JSON.stringify(retest)), [retest, check.id]);

  const baselineTrial = check.trials.findLast((t) => t.side === side && t.outcome === 'helped');
  const baseline = useMemo(
    () => keptStills((baselineTrial?.stills ?? check.stills).filter((s) => s.side === side)),
    [baselineTrial, check.stills, side],
  );
  const before = baselineTrial?.after ?? check.shin[side];
  const painBefore = baselineTrial?.pain ?? check.pain;
  const [shownBefore, setShownBefore] = useState(0);

  const set = useCallback((change: (all: Still[]) => Still[]) => setRetest((r) => ({ ...r, stills: change(r.stills) })), []);
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
  useEffect(() => void resumePictures(check.clientId, arrived), [check.clientId, arrived]);

  const add = (picture: Schema['PictureView']) => {
    setShown(stills.length);
    set((all) => [...all, newStill(side, picture.id, picture.width, picture.height, baseline[0]?.facing ?? 'right')]);
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
    stills.some(isMarked) && reading.view?.[side] != null && pending === 0 && (!asksPain || painComplete(retest.pain));
  const compare = useMutation({
    mutationFn: () =>
      take(
        api.POST('/api/trials', {
          body: {
            id: retest.id,
            checkId: check.id,
            correctionId: correction.id,
            stills: stills.filter(isMarked).map(toDto),
            pain: retest.pain,
            supersedes: null,
          },
        }),
      ),
    onSuccess: async (view) => {
      localStorage.removeItem(key(check.id));
      queries.setQueryData(['check', check.id], view);
      await refreshClient(check.clientId);
      done(view.correction ? 'correct' : 'decide');
    },
  });

  const focusHandle = (handle: Handle) =>
    document.querySelector<SVGGElement>(`[aria-label="After"] [data-handle="${handle}"]`)?.focus();
  useShortcuts('Look again', [
    { keys: 'A', does: 'To the ankle', run: () => focusHandle('ankle') },
    { keys: 'K', does: 'To the knee', run: () => focusHandle('knee') },
    { keys: 'U', does: 'Mark something upright', run: () => setUpright(!upright) },
    { keys: 'D', does: 'Compare', run: () => ready && compare.mutate() },
  ]);

  const shownSource = {
    side,
    active: true,
    loose: client.loosePictures.filter((p) => !stills.some((s) => s.pictureId === p.id)),
    clientName: client.client.name,
    consent: true,
    onConsent: () => undefined,
    onFile: (file: Blob) => void addFile(file),
    onLoose: add,
    ghost: baseline[0] && pictureUrl(baseline[0].pictureId),
    title: `${side === 'left' ? 'Left' : 'Right'} leg again`,
  };
  const none = () => undefined;
  return (
    <div className="flex min-h-full flex-col px-3 py-3 sm:px-6 lg:h-full lg:min-h-0">
      <div className="mb-3">
        <h1 className="say text-[23px] sm:text-[31px]">{correction.level === 'say' ? `“${correction.cue}”` : correction.cue}</h1>
        <p className="mt-1 text-[14px] text-soft">Same side, same camera place, one change only. Then compare.</p>
      </div>
      <div className="grid min-h-0 flex-1 gap-3 md:max-lg:grid-cols-2 lg:grid-cols-[minmax(0,1fr)_minmax(0,1fr)_320px]">
        <div className="grid min-h-0 grid-rows-1 max-md:order-2 max-md:h-[46dvh] md:max-lg:h-[48dvh]">
          <SideBench
            side={side}
            label="Before"
            stills={baseline}
            shown={shownBefore}
            reading={{ view: { ...check.shin, [side]: before }, settled: true, problem: null }}
            active={false}
            upright={false}
            readOnly
            source={{ ...shownSource, active: false }}
            onActivate={none}
            onShow={setShownBefore}
            onPoint={none}
            onFacing={none}
            onUpright={none}
            onRemove={none}
            onAnother={none}
          />
        </div>
        <div className="grid min-h-0 grid-rows-1 max-md:order-1 max-md:h-[56dvh] max-lg:min-h-[380px] md:max-lg:h-[48dvh]">
          <SideBench
            side={side}
            label="After"
            stills={stills}
            shown={shown}
            reading={reading}
            last={baseline[0]}
            active
            upright={upright}
            source={shownSource}
            ghost={stills[shown] && !isMarked(stills[shown]) && baseline[0] ? pictureUrl(baseline[0].pictureId) : undefined}
            onActivate={none}
            onShow={setShown}
            onPoint={(still, handle: Handle, point: Point, undoable) =>
              alter(
                still,
                (s) =>
                  handle === 'one' || handle === 'other'
                    ? { ...s, vertical: { one: s.vertical?.one ?? point, other: s.vertical?.other ?? point, [handle]: point } }
                    : { ...s, [handle]: point },
                undoable,
              )
            }
            onFacing={(still) => alter(still, (s) => ({ ...s, facing: s.facing === 'left' ? 'right' : 'left' }))}
            onUpright={setUpright}
            onRemove={(still) => {
              setPast((p) => [...p, stills]);
              setShown(0);
              set((all) => all.filter((s) => s.key !== still));
            }}
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
          <div className="flex-1" />
          <Trouble error={refused ?? compare.error} />
          {pending > 0 && (
            <p role="status" className="text-[14px] text-slate">
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
            className="min-h-14 w-full text-[17px]! max-lg:hidden"
            disabled={!ready || compare.isPending}
            onClick={() => compare.mutate()}
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
              className="min-h-14 flex-1 text-[17px]!"
              onClick={() => document.getElementById('pain')?.scrollIntoView({ block: 'center' })}
            >
              Ask about pain
            </Button>
          ) : (
            <Button
              kind="act"
              className="min-h-14 flex-1 text-[17px]!"
              disabled={!ready || compare.isPending}
              onClick={() => compare.mutate()}
            >
              Compare {sideWord(side)} with before
            </Button>
          )}
        </NextBar>
      )}
    </div>
  );
}
