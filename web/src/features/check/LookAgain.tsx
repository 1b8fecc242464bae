import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { v7 as uuid } from 'uuid';
import type { Schema } from '@/api/client';
import { isFilm } from '@/clips/reading';
import { useShortcuts } from '@/device/keys';
import { NO_PAIN, PainAsk, PainBar, PainSheet } from '@/features/pain/PainAsk';
import { pictureFrom } from '@/pictures/camera';
import type { Openers } from '@/pictures/PictureSource';
import type { Marking } from '@/pictures/PictureStage';
import { onPictureKept, pictureUrl, type Size, sendPicture, usePending } from '@/pictures/pictures';
import { Sending } from '@/pictures/Sending';
import {
  alteredFilm,
  cameraFor,
  fromView,
  guessed,
  has,
  inSlot,
  isMark,
  isMarked,
  keepCamera,
  keptStills,
  newStill,
  nextPoint,
  placed,
  plannedCamera,
  pointName,
  rescaled,
  type Slot,
  type Still,
  settled,
  toDto,
} from '@/pictures/still';
import { ActionBar } from '@/ui/ActionBar';
import { Button } from '@/ui/Button';
import { Trouble } from '@/ui/Notice';
import { ReadingLine } from '@/ui/ReadingLine';
import { type Side, sideWord } from '@/ui/SidePlate';
import { Unsent } from '@/ui/Unsent';
import { ClipPanel, Following } from './ClipPanel';
import { FeelRow } from './FeelRow';
import { type Filmed, mended, standing, withClip } from './filmed';
import { namesOf, slotOfFinding } from './finding';
import { KeptBench } from './KeptBench';
import { leading } from './leading';
import { type Primary, PrimaryButton } from './Primary';
import { type StillActions, StillBench } from './StillBench';
import { useClip } from './useClip';
import { useReading } from './useReading';
import { type Change, useRetest } from './useRetest';

const none: never[] = [];

/** The retest: the same side and view after one change, beside its baseline. */
export function LookAgain({
  check,
  correction,
  side,
  client,
  checks,
  done,
  onEye,
  onBack,
}: {
  check: Schema['CheckView'];
  correction: Change;
  side: Side;
  client: Schema['ClientView'];
  /** The key checks, where there is room for them. */
  checks: (again: Schema['LookView'] | null) => React.ReactNode;
  done: (next: 'cue' | 'decide') => void;
  /** No picture after all: it is judged by eye. */
  onEye: () => void;
  onBack: () => void;
}) {
  const { retest, setRetest, unsent, judge, held, painBefore, asksPain, painAsked, waits } = useRetest(
    check,
    correction,
    side,
    done,
  );
  const [hurting, setHurting] = useState(false);
  const [past, setPast] = useState<Filmed[]>([]);
  const [shown, setShown] = useState(0);
  const [marking, setMarking] = useState<Marking>(null);
  const [laid, setLaid] = useState(false);
  const [refused, setRefused] = useState<unknown>(null);
  const pending = usePending(check.clientId);
  const { feels } = retest;
  // One that an earlier page kept knows no movements.
  const { stills, movements: kept = none } = retest;
  const movements = useMemo(() => standing({ stills, movements: kept }), [stills, kept]);
  const slot = useMemo(() => slotOfFinding(check, side, correction.measureId), [check, side, correction.measureId]);
  const measureId = correction.measureId ?? held?.measureId ?? check.look.finding.measureId ?? 'front-shin';
  const helped = check.trials.findLast((t) => t.side === side && t.outcome === 'helped');
  const baselineTrial = helped?.again?.results.some((r) => r.measureId === measureId && r.side === side) ? helped : undefined;
  const before = baselineTrial?.stills ?? check.stills;
  const baseline = useMemo(() => keptStills(before.filter((s) => inSlot(s, slot))), [before, slot]);
  const baseLook = baselineTrial?.again ?? check.look;

  // The retest asks for what the baseline shows, no more: the same points on the same view.
  const quick = check.standard.quick;
  const asked = useMemo(() => {
    const planned = check.standard.plan.find((p) => p.view === slot.view && p.moment === slot.moment)?.points ?? [];
    const needed =
      quick?.measures.includes(measureId) && quick.view === slot.view ? quick.points : planned.filter((p) => !p.more);
    return needed.filter((p) => baseline.length === 0 || baseline.some((s) => has(s, p.landmark)));
  }, [check.standard, quick, measureId, slot, baseline]);
  const mine = useMemo(() => stills.filter((s) => inSlot(s, slot)), [stills, slot]);
  const current = mine[shown];
  const currentKey = current?.key;
  const guess = useMemo(
    () => (currentKey ? { key: currentKey, pattern: baseline[0] && toDto(baseline[0]) } : null),
    [currentKey, baseline],
  );
  const reading = useReading(check.standard.standard, stills, none, none, guess, movements);

  const set = useCallback(
    (change: (all: Still[]) => Still[]) => setRetest((r) => ({ ...r, stills: change(r.stills) })),
    [setRetest],
  );
  const note = () => setPast((p) => [...p, { stills, movements: kept }].slice(-60));
  const alter = (still: string, change: (s: Still) => Still, undoable = true, film = false) => {
    if (undoable) note();
    set((all) => (film ? alteredFilm(all, still, change) : all.map((s) => (s.key === still ? change(s) : s))));
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

  const place = (guided: boolean) => baseline[0]?.camera ?? cameraFor(slot, check.standard.plan, null, guided);
  const add = (picture: Size, guided = false) => {
    setShown(mine.length);
    // The camera was left standing: what was said of it, and the line that was tapped, hold for the second look as well.
    const before = baseline[0];
    set((all) => [
      ...all,
      {
        ...newStill(slot, picture.id, picture.width, picture.height, all, before?.facing ?? 'right', place(guided)),
        line: before?.line && before.width === picture.width && before.height === picture.height ? before.line : null,
      },
    ]);
  };
  const clip = useClip({
    clientId: check.clientId,
    exerciseId: check.exerciseId,
    standard: check.standard.standard,
    // It is held beside what was seen before, from where that was seen.
    views: [slot.view],
    camera: (_, guided) => place(guided),
    add: (view, added, movement) => {
      const ours = added.filter((s) => s.side === side);
      if (ours.length === 0) {
        setRefused(new Error(`In this clip the other leg works. Film the ${sideWord(side)} one.`));
        return;
      }
      note();
      setShown(0);
      setRetest((r) => ({
        ...r,
        ...withClip(r, view, ours, { ...movement, repetitions: movement.repetitions.filter((m) => m.side === side) }),
      }));
    },
    mend: (...found) => setRetest((r) => ({ ...r, ...mended(r, ...found) })),
    // Seen the other way about, the other leg works in it.
    turn: () => setRefused(new Error(`In this clip the other leg works then. Film the ${sideWord(side)} one.`)),
    arrived,
    onRefused: setRefused,
  });
  const addFile = async (file: Blob, guided: boolean) => {
    setRefused(null);
    if (isFilm(file)) {
      clip.begin(slot, file, guided);
      return;
    }
    const id = uuid();
    let drawn = false;
    try {
      const picture = await sendPicture(id, check.clientId, file, slot, (size) => {
        drawn = true;
        add(size, guided);
      });
      if (drawn) arrived(picture);
      else add(picture, guided);
    } catch (error) {
      set((all) => all.filter((s) => s.pictureId !== id));
      setRefused(error);
    }
  };

  const read = stills.some(isMarked) && reading.view?.results.some((r) => r.measureId === measureId && r.side === side) === true;
  const ready = read && pending === 0 && !clip.busy && !waits && painAsked;
  const source = useRef<Openers[Side]>(undefined);
  const asking = current && nextPoint(current, asked);
  const ring = asking && current ? (current.points[asking.landmark] ?? reading.guesses[asking.landmark]) : undefined;
  const waiting = client.loosePictures.find(
    (p) =>
      p.today &&
      p.side === side &&
      p.view === slot.view &&
      p.moment === slot.moment &&
      p.at > check.at &&
      !stills.some((s) => s.pictureId === p.id),
  );
  const question = asksPain ? `Pain was ${painBefore?.score} before. Now?` : 'Anything hurt now?';
  const primary: Primary = !current
    ? waiting
      ? { words: 'Use the waiting picture', key: 'N', run: () => add(waiting) }
      : {
          words: `Picture of the ${sideWord(side)} again`,
          key: 'N',
          run: () => source.current?.[pictureFrom()](),
        }
    : asking
      ? ring
        ? {
            words: `Point is right: ${pointName[asking.landmark]}`,
            key: '↵',
            run: () => actions.onPoint(current.key, asking.landmark, ring, true),
          }
        : { words: `Tap the ${pointName[asking.landmark]}`, key: 'P', run: () => focusHandle(asking.landmark) }
      : !painAsked
        ? { words: 'Ask about pain', key: 'N', run: () => document.querySelector<HTMLElement>('#pain button')?.focus() }
        : {
            words: clip.busy
              ? clip.following
                ? 'Following the stickers…'
                : 'First the clip above'
              : pending > 0
                ? 'Sending the picture…'
                : `Compare ${sideWord(side)} with before`,
            key: 'D',
            run: () => judge.mutate(null),
            waits: !ready,
          };

  const focusHandle = (handle: string) =>
    document.querySelector<SVGGElement>(`[aria-label="After"] [data-handle="${handle}"]`)?.focus();
  useShortcuts('Look again', [
    { keys: 'A', does: 'To the ankle', run: () => focusHandle('ankle') },
    { keys: 'K', does: 'To the knee', run: () => focusHandle('knee') },
    { keys: 'U', does: 'Mark something upright', run: () => setMarking(marking === 'upright' ? null : 'upright') },
    { keys: 'P', does: 'To the next point', run: () => focusHandle(asking?.landmark ?? 'ankle') },
    { keys: 'N', does: 'The next step: what the brown button says', run: () => !primary.waits && primary.run() },
    { keys: 'C', does: 'Take a picture', run: () => source.current?.camera() },
    { keys: 'B', does: 'Choose a file', run: () => source.current?.file() },
    { keys: 'T', does: 'Take the waiting picture', run: () => waiting && add(waiting) },
    { keys: 'D', does: 'Compare', run: () => ready && judge.mutate(null) },
  ]);

  const actions: StillActions = {
    onPoint: (still, handle, point, undoable) => {
      alter(still, (s) => placed(s, handle, point), undoable, isMark(handle));
      const before = stills.find((s) => s.key === still);
      if (undoable && before) clip.tapped(placed(before, handle, point), handle);
    },
    onAlter: (still, change) => {
      const was = stills.find((s) => s.key === still);
      if (was?.clip && change(was).mirrored !== was.mirrored) void clip.swap(was);
      else alter(still, change, true, true);
    },
    onCamera: (view, camera) => {
      keepCamera(view, camera);
      set((all) => all.map((s) => ({ ...s, camera })));
    },
    onRemove: (still) => {
      note();
      setShown(0);
      set((all) => all.filter((s) => s.key !== still));
    },
    onAccept: (still, points, sure) => {
      const found = points.flatMap((p) => {
        const at = reading.guesses[p.landmark];
        return at ? ([[p.landmark, at]] as const) : [];
      });
      alter(still, (s) => (sure ? settled(s, found) : guessed(s, found)));
    },
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
    count: clip.counter(slot),
    onFile: (file: Blob, guided: boolean, line: boolean) => {
      if (line) setMarking('line');
      void addFile(file, guided);
    },
    onLoose: (picture: Schema['PictureView']) => add(picture),
    ghost: baseline[0] && pictureUrl(baseline[0].pictureId),
    opener: (open: Openers[Side]) => {
      source.current = open;
    },
    title: `${side === 'left' ? 'Left' : 'Right'} leg again, ${fromView[slot.view]}`,
  };
  return (
    <div className="relative flex min-h-full flex-col gap-3 px-3 py-3 max-lg:pb-[92px] sm:px-6 max-md:h-full short:h-auto lg:h-full lg:min-h-0 lg:flex-row lg:gap-4">
      <div className="flex min-h-0 min-w-0 flex-1 flex-col">
        <div className="mb-2">
          <h1 className="say min-h-[2.26em] text-title sm:text-big">
            {correction.level === 'say' ? `“${correction.cue}”` : correction.cue}
          </h1>
          <p className={`mt-0.5 text-copy text-soft ${current ? 'max-md:hidden' : ''}`}>
            Same side, same camera place, one change only. Then compare.
          </p>
        </div>
        {clip.following && <Following />}
        {clip.work && <ClipPanel work={clip.work} clip={clip} />}
        <div className="grid min-h-0 flex-1 gap-3 max-md:grid-rows-[minmax(0,1fr)_auto] md:grid-cols-2">
          <div className="grid min-h-0 grid-rows-1 max-md:hidden short:h-[calc(100dvh-136px)] short:min-h-[230px] md:max-lg:h-[44dvh]">
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
          <div className="grid min-h-0 grid-rows-1 short:h-[calc(100dvh-136px)] short:min-h-[230px] md:max-lg:h-[44dvh] md:max-lg:min-h-[380px]">
            <StillBench
              standard={check.standard}
              slot={slot}
              label="After"
              stills={mine}
              shown={shown}
              stillViews={mine.map((s) => reading.view?.stills[stills.indexOf(s)])}
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
              onActivate={() => undefined}
              onShow={setShown}
              onAnother={() => setShown(mine.length)}
            />
          </div>
          {baseline[0] && (
            <div className="md:hidden">
              <BeforeLine standard={check.standard} look={baseLook} slot={slot} />
            </div>
          )}
        </div>
      </div>
      <aside
        className="flex min-h-0 flex-col gap-2 rounded-2xl bg-paper p-3 max-md:contents lg:w-[336px] lg:shrink-0"
        aria-label="Retest"
      >
        <div className={`grid min-h-0 content-start gap-3.5 md:flex-1 lg:overflow-y-auto ${read ? '' : 'max-md:hidden'}`}>
          {painBefore && (
            <div className="max-md:hidden">
              <PainAsk id="pain" label={question} pain={retest.pain} onChange={(pain) => setRetest((r) => ({ ...r, pain }))} />
            </div>
          )}
          {read && <FeelRow feels={feels} onChange={(next) => setRetest((r) => ({ ...r, feels: next }))} />}
        </div>
        {checks(reading.view)}
        <Unsent entries={unsent} />
        <Trouble error={refused ?? judge.error} />
        <Sending pending={pending} />
        <ActionBar>
          <div className="flex items-center gap-1 lg:justify-between">
            <Button
              kind="quiet"
              className="px-2!"
              disabled={past.length === 0}
              onClick={() => {
                const back = past.at(-1);
                if (back) setRetest((r) => ({ ...r, ...back }));
                setPast((p) => p.slice(0, -1));
              }}
            >
              Undo
            </Button>
            <Button kind="quiet" className="px-2!" onClick={onBack}>
              <span className="max-sm:hidden">Back to the cue</span>
              <span className="sm:hidden">To the cue</span>
            </Button>
            {!current && (
              <Button kind="quiet" className="px-2!" onClick={onEye}>
                By eye
              </Button>
            )}
          </div>
          {current && !asking && !painAsked ? (
            <div className="flex min-w-0 flex-1 lg:hidden">
              <PainBar
                label={question}
                onNone={() => setRetest((r) => ({ ...r, pain: NO_PAIN }))}
                onHurts={() => setHurting(true)}
              />
            </div>
          ) : null}
          {!marking && <PrimaryButton primary={primary} asks={Boolean(current && !asking && !painAsked)} />}
        </ActionBar>
        <PainSheet
          label={question}
          open={hurting}
          onOpenChange={setHurting}
          pain={retest.pain}
          onChange={(pain) => setRetest((r) => ({ ...r, pain }))}
        />
      </aside>
    </div>
  );
}

/** What was read before, on a screen with room for one picture. */
function BeforeLine({ standard, look, slot }: { standard: Schema['StandardView']; look: Schema['LookView']; slot: Slot }) {
  const [first] = leading(standard, look, slot);
  if (!first) return null;
  return (
    <div className="flex items-center gap-3 rounded-xl bg-paper px-3 py-1">
      <span className="text-small font-semibold text-soft">Before</span>
      <ReadingLine reading={first} large={false} />
    </div>
  );
}
