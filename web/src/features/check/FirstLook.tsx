import { useMutation } from '@tanstack/react-query';
import { useNavigate } from '@tanstack/react-router';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { v7 as uuid } from 'uuid';
import { api, type Schema, take } from '@/api/client';
import { checkQuery } from '@/api/options';
import { queries, refreshClient, useStandard } from '@/api/queries';
import { useShortcuts } from '@/device/keys';
import { PainAsk, painComplete, SorenessAsk } from '@/features/pain/PainAsk';
import { CareAsk } from '@/features/safety/CareAsk';
import { Conditions } from '@/features/safety/Conditions';
import { RaiseStopSign } from '@/features/safety/StopSign';
import { useUnsent } from '@/outbox/device';
import type { Marking } from '@/pictures/PictureStage';
import { onPictureKept, pictureUrl, sendPicture, usePending, useRefusedPictures } from '@/pictures/pictures';
import {
  cameraFor,
  fromView,
  guessed,
  inSlot,
  keepCamera,
  type Moment,
  newStill,
  nextPoint,
  placed,
  plannedCamera,
  pointName,
  rescaled,
  type Slot,
  type Still,
  toDto,
  type View,
} from '@/pictures/still';
import { Button } from '@/ui/Button';
import { NextBar } from '@/ui/NextBar';
import { Trouble } from '@/ui/Notice';
import { Sentence } from '@/ui/Sentence';
import { otherSide, SIDES, type Side, SidePlate, sideWord } from '@/ui/SidePlate';
import { Unsent } from '@/ui/Unsent';
import { useStable } from '@/ui/useStable';
import { AskPanel } from './AskPanel';
import { emptyDraft, type Seen, useDraft, type Work } from './draft';
import { Extent, SchoolChoice } from './LookSetup';
import { Caret, MeasureList } from './MeasureList';
import { MomentStrip } from './MomentStrip';
import { SettleGate } from './SettleGate';
import { type Station, StationBar } from './StationBar';
import { type StillActions, StillBench } from './StillBench';
import { askedFor, type Next, nextStep, openMeasures } from './steps';
import { useReading } from './useReading';

const slotKey = (slot: Slot) => `${slot.side}-${slot.view}-${slot.moment}`;

export function FirstLook({
  client,
  studio,
  asked,
  style,
}: {
  client: Schema['ClientView'];
  studio: Schema['StudioView'];
  /** Another exercise than today's, where a screen before this one said which. */
  asked?: string | undefined;
  /** The style that came with it. */
  style?: Schema['SchoolCode'] | undefined;
}) {
  const clientId = client.client.id;
  const name = client.client.name;
  const first = name.split(' ')[0] ?? name;
  const kept = useDraft(clientId, client.draft, () => {
    const exercise = studio.exercises.find((e) => e.id === asked)?.id ?? client.today.exerciseId;
    // Who was looked at as a whole before needs only the short look now.
    const known = client.checks.some((c) => c.exerciseId === exercise && c.look.missing.length === 0);
    const begun = emptyDraft(exercise, known ? 'quick' : 'whole');
    return style ? { ...begun, school: style } : begun;
  });
  const { draft, step } = kept;
  const fetched = useStandard(clientId, draft.exerciseId, draft.school);
  const standard = fetched.data ?? client.standard;

  const firstView = standard.quick?.view ?? 'side';
  const momentsOf = (v: View) => standard.plan.filter((p) => p.view === v);
  const stations: Station[] = [...(['side', 'front', 'back'] as const).filter((v) => momentsOf(v).length > 0), 'ask'];
  const [gone, setStation] = useState<Station>(firstView);
  // Another exercise may not be looked at from where one stood.
  const station = stations.includes(gone) ? gone : firstView;
  const view: View = station === 'ask' ? firstView : station;
  const [chosen, setChosen] = useState<Partial<Record<View, Moment>>>({});
  const moment: Moment =
    chosen[view] ??
    (draft.mode === 'quick' && standard.quick?.view === view ? standard.quick.moment : undefined) ??
    momentsOf(view).find((p) => p.essential)?.moment ??
    momentsOf(view)[0]?.moment ??
    'bottom';
  const slotOf = (side: Side): Slot => ({ side, view, moment });
  const [active, setActive] = useState<Side>(() => {
    const done = (side: Side) => draft.stills.some((s) => s.side === side && Object.keys(s.points).length >= 2);
    return done('left') && !done('right') ? 'right' : 'left';
  });
  const [shown, setShown] = useState<Record<string, number>>({});
  const [more, setMore] = useState<Record<string, boolean>>({});
  const [overs, setOvers] = useState<Record<string, string>>({});
  const [marking, setMarking] = useState<Marking>(null);
  const [consent, setConsent] = useState(client.client.pictureConsent);
  const [refused, setRefused] = useState<unknown>(null);
  const [done, setDone] = useState(false);
  const pending = usePending(clientId);
  const refusedPictures = useRefusedPictures(clientId);
  // A look that was finished and waits to be sent.
  const finishing = useUnsent((e) => (e.kind === 'check' || e.kind === 'draftDrop') && e.lane === clientId);
  const here = useRef(true);
  const navigate = useNavigate();

  const stillsIn = (slot: Slot) => draft.stills.filter((s) => inSlot(s, slot));
  const lastIn = (slot: Slot) =>
    client.checks.findLast((c) => c.stills.some((s) => inSlot(s, slot)))?.stills.find((s) => inSlot(s, slot));
  const activeSlot = slotOf(active);
  const current = station === 'ask' ? undefined : stillsIn(activeSlot)[shown[slotKey(activeSlot)] ?? 0];
  const twin = stillsIn(slotOf(otherSide(active)))[0];
  const last = lastIn(activeSlot);
  const currentKey = current?.key;
  const pattern = twin && Object.keys(twin.points).length >= 4 ? twin : undefined;
  const like = useMemo(() => (pattern ? toDto(pattern) : last), [pattern, last]);
  const guess = useMemo(() => (currentKey ? { key: currentKey, pattern: like } : null), [currentKey, like]);
  const reading = useReading(standard.standard, draft.stills, draft.seen, draft.stated, guess);
  const look = reading.view;
  const next = nextStep(draft, standard, look);
  const markedSides = SIDES.filter((side) => look?.results.some((r) => r.side === side));

  const work = useCallback(
    (change: (work: Work) => Partial<Work>, undoable = true) => step({ kind: 'work', change, undoable }),
    [step],
  );
  const alter = useCallback(
    (key: string, change: (still: Still) => Still, undoable = true) =>
      work(({ stills }) => ({ stills: stills.map((s) => (s.key === key ? change(s) : s)) }), undoable),
    [work],
  );

  const arrived = useCallback(
    (picture: Schema['PictureView']) =>
      work(
        ({ stills }) => ({
          stills: stills.map((s) =>
            s.pictureId === picture.id && (s.width !== picture.width || s.height !== picture.height)
              ? rescaled(s, picture.width, picture.height)
              : s,
          ),
        }),
        false,
      ),
    [work],
  );

  useEffect(() => onPictureKept(clientId, arrived), [clientId, arrived]);
  useEffect(() => {
    here.current = true;
    return () => {
      here.current = false;
    };
  }, []);

  // A refused picture leaves no trace: what was drawn of it goes again, also when it was refused after a reload.
  const noMore = refusedPictures.find((r) => draft.stills.some((s) => s.pictureId === r.id));
  useEffect(() => {
    if (!noMore) return;
    work(({ stills }) => ({ stills: stills.filter((s) => s.pictureId !== noMore.id) }), false);
    setRefused(new Error(noMore.sentence));
  }, [noMore, work]);

  const addStill = (slot: Slot, picture: Schema['PictureView'], guided = false) => {
    const mine = stillsIn(slot);
    const facing =
      mine[0]?.facing ?? stillsIn({ ...slot, side: otherSide(slot.side) })[0]?.facing ?? lastIn(slot)?.facing ?? 'right';
    setShown((s) => ({ ...s, [slotKey(slot)]: mine.length }));
    setActive(slot.side);
    work(({ stills }) => ({
      stills: [
        ...stills,
        newStill(
          slot,
          picture.id,
          picture.width,
          picture.height,
          mine,
          facing,
          cameraFor(slot, standard.plan, lastIn(slot)?.camera, guided),
        ),
      ],
    }));
  };

  const addFile = async (slot: Slot, file: Blob, guided: boolean) => {
    setRefused(null);
    const id = uuid();
    let drawn = false;
    try {
      const picture = await sendPicture(id, clientId, file, (size) => {
        drawn = true;
        addStill(slot, size, guided);
      });
      if (drawn) arrived(picture);
      else addStill(slot, picture, guided);
    } catch (error) {
      work(({ stills }) => ({ stills: stills.filter((s) => s.pictureId !== id) }), false);
      setRefused(error);
    }
  };

  const actions: StillActions = {
    onPoint: (key, handle, point, undoable) => {
      const still = draft.stills.find((s) => s.key === key);
      if (!still) return;
      const asked = askedFor(draft, standard, still, more[slotKey(still)] ?? false);
      const wasNext = nextPoint(still, asked)?.landmark === handle;
      const after = placed(still, handle, point);
      alter(key, (s) => placed(s, handle, point), undoable);
      // The last point of a side hands over to the other side, when that one still has something to do.
      if (wasNext && !nextPoint(after, asked)) handOver(still);
    },
    onAlter: (key, change) => alter(key, change),
    // The camera stands where it stands for every picture of its view.
    onCamera: (view, camera) => {
      keepCamera(view, camera);
      work(({ stills }) => ({ stills: stills.map((s) => (s.view === view ? { ...s, camera } : s)) }));
    },
    onRemove: (key) => {
      setShown((s) => ({ ...s, [slotKey(activeSlot)]: 0 }));
      work(({ stills }) => ({ stills: stills.filter((s) => s.key !== key) }));
    },
    onAccept: (key, points) => {
      const still = draft.stills.find((s) => s.key === key);
      if (!still) return;
      const found = points.flatMap((p) => {
        const at = reading.guesses[p.landmark];
        return at ? ([[p.landmark, at]] as const) : [];
      });
      alter(key, (s) => guessed(s, found));
    },
  };
  const handOver = (from: Slot) => {
    const other = { side: otherSide(from.side), view: from.view, moment: from.moment };
    const theirs = stillsIn(other);
    const open = theirs.length === 0 || theirs.some((s) => nextPoint(s, askedFor(draft, standard, other, false)));
    if (open) setActive(other.side);
  };

  const onSeen = useStable((measureId: string, side: Side, where: Seen['where'] | null) =>
    work(({ seen }) => ({
      seen: [
        ...seen.filter((s) => s.measureId !== measureId || s.side !== side),
        ...(where ? [{ measureId, side, where, moment: null }] : []),
      ],
    })),
  );
  const onRestFine = useStable((measures: Schema['MeasureView'][]) =>
    work(({ seen }) => ({
      seen: [
        ...seen,
        ...measures.flatMap((m) =>
          SIDES.filter((side) => !look?.results.some((r) => r.measureId === m.id && r.side === side && r.verdict)).map(
            (side): Seen => ({ measureId: m.id, side, where: 'within', moment: null }),
          ),
        ),
      ],
    })),
  );

  const keep = useMutation({
    mutationFn: async () => {
      kept.hold();
      return take(
        api.POST('/api/checks', {
          body: {
            id: draft.id,
            clientId,
            exerciseId: draft.exerciseId,
            school: draft.school,
            stills: draft.stills.filter((s) => Object.keys(s.points).length > 0).map(toDto),
            seen: draft.seen,
            stated: draft.stated,
            felt: draft.felt,
            effort: draft.effort,
            pain: draft.pain,
            soreness: draft.soreness ?? null,
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
      queries.setQueryData(checkQuery(check.id).queryKey, check);
      // Whoever went on to somebody else while it was sent is not fetched back.
      if (here.current)
        await navigate({ to: '/clients/$clientId/check', params: { clientId }, search: { check: check.id }, replace: true });
      await refreshClient(clientId);
    },
  });

  const startOver = useMutation({
    mutationFn: () => {
      kept.hold();
      return take(api.DELETE('/api/drafts/{id}', { params: { path: { id: draft.id } } }));
    },
    onError: kept.release,
    onSuccess: async () => {
      kept.finish();
      await refreshClient(clientId);
      if (here.current) await navigate({ to: '/clients/$clientId', params: { clientId } });
    },
  });

  const goTo = (slot: Slot) => {
    setStation(slot.view);
    setChosen((c) => ({ ...c, [slot.view]: slot.moment }));
    setActive(slot.side);
  };
  const go = (to: Next) => {
    if (to.kind === 'picture' || to.kind === 'points') goTo(to.slot);
    else if (to.kind === 'eye') onRestFine(to.measures);
    else if (to.kind === 'pain') document.getElementById('pain')?.scrollIntoView({ block: 'center' });
    else if (to.kind === 'felt') setStation('ask');
  };

  const ready =
    markedSides.length > 0 && pending === 0 && painComplete(draft.pain) && !done && !finishing.some((e) => e.state !== 'refused');
  const focusHandle = (handle: string) =>
    document.querySelector<SVGGElement>(`[data-stage="${active}"] [data-handle="${handle}"]`)?.focus();
  useShortcuts('Check', [
    { keys: 'A', does: 'To the ankle (arrow keys move it, Enter places a ring)', run: () => focusHandle('ankle') },
    { keys: 'K', does: 'To the knee', run: () => focusHandle('knee') },
    {
      keys: 'P',
      does: 'To the next point',
      run: () =>
        current &&
        focusHandle(nextPoint(current, askedFor(draft, standard, current, more[slotKey(current)] ?? false))?.landmark ?? 'ankle'),
    },
    { keys: 'S', does: 'The other side', run: () => setActive(otherSide(active)) },
    { keys: 'N', does: 'The next step', run: () => go(next) },
    { keys: '1', does: 'From the side', run: () => setStation('side') },
    { keys: '2', does: 'From the front', run: () => setStation('front') },
    { keys: '3', does: 'From behind', run: () => setStation('back') },
    { keys: '4', does: 'Ask', run: () => setStation('ask') },
    { keys: 'W', does: 'The rest looked fine', run: () => onRestFine(openMeasures(look, standard)) },
    { keys: 'U', does: 'Mark something upright', run: () => setMarking(marking === 'upright' ? null : 'upright') },
    { keys: 'L', does: 'Mark a known length', run: () => setMarking(marking === 'scale' ? null : 'scale') },
    {
      keys: 'F',
      does: 'Turn the toes round',
      run: () => current && alter(current.key, (s) => ({ ...s, facing: s.facing === 'left' ? 'right' : 'left' })),
    },
    { keys: 'Z', does: 'Undo', run: () => step({ kind: 'undo' }) },
    { keys: 'Y', does: 'Redo', run: () => step({ kind: 'redo' }) },
    { keys: 'D', does: 'Done: keep this look', run: () => ready && keep.mutate() },
  ]);

  const note = (at: Station) => {
    if (at === 'ask')
      return (
        [draft.pain && 'pain', draft.felt && 'felt', draft.effort !== null && 'effort'].filter(Boolean).join(', ') ||
        'pain, felt, load'
      );
    const wanted = standard.plan.filter((p) => p.view === at && p.essential);
    const got = SIDES.filter((side) => draft.stills.some((s) => s.view === at && s.side === side)).map((s) =>
      s === 'left' ? 'L' : 'R',
    );
    return got.length > 0 ? `pictures ${got.join(' ')}` : wanted.length > 0 && draft.mode === 'whole' ? 'needed' : 'if you like';
  };

  /** Pictures that can be laid over the one that is up: the other side, the last time, the half-kneeling baseline. */
  const overlaysFor = (slot: Slot): { still: Still; name: string }[] => {
    const other = stillsIn({ ...slot, side: otherSide(slot.side) })[0];
    const before = lastIn(slot);
    const kneeling = client.checks
      .findLast(
        (c) => c.exerciseId.startsWith('half-kneeling') && c.stills.some((s) => s.side === slot.side && s.view === slot.view),
      )
      ?.stills.find((s) => s.side === slot.side && s.view === slot.view);
    const laid = (still: Schema['StillDto'] | undefined, key: string, title: string) =>
      still?.points.ankle && still.points.knee ? [{ still: { ...still, key }, name: title }] : [];
    return [
      ...laid(other, 'other', `The ${sideWord(otherSide(slot.side))} side`),
      ...laid(before, 'before', 'Last time'),
      ...(draft.exerciseId.startsWith('half-kneeling') ? [] : laid(kneeling, 'kneeling', 'Half-kneeling')),
    ];
  };

  const { mode } = draft;
  const measures = useMemo(
    () =>
      standard.measures.filter((m) =>
        m.kind === 'number' ? false : mode === 'quick' ? true : station !== 'ask' && m.views.includes(view),
      ),
    [standard, mode, station, view],
  );
  const strip = momentsOf(view);
  return (
    <div className="flex min-h-full flex-col px-3 py-3 sm:px-6 lg:h-full lg:min-h-0">
      <div className="mb-1.5 flex items-start justify-between gap-8">
        <div className="min-w-0">
          <h1 className="say text-[23px] sm:text-[29px]" aria-live="polite">
            {look && markedSides.length > 0 ? <Sentence parts={look.finding.sentence} /> : <>“{standard.task}”</>}
          </h1>
          <p className="mt-1 text-[14px] text-soft">
            {look && markedSides.length > 0
              ? look.finding.because
              : current
                ? `${first} heard this and nothing more. Tap the points as they are asked for.`
                : `Say this to ${first} and nothing more. ${start(next)}`}
          </p>
        </div>
        {client.today.asked && (
          <p className="max-w-[260px] shrink-0 pt-1 text-right text-[13.5px] text-soft max-lg:hidden" data-today>
            <span className="block font-semibold text-ink">{client.today.asked.text}</span>
            {client.today.exerciseName}. {client.today.firstSideText}
          </p>
        )}
      </div>

      <StationBar look={look} stations={stations} at={station} note={note} onGo={setStation}>
        <Extent
          studio={studio}
          notOffered={client.today.notOffered}
          draft={draft}
          onChange={(change) => step({ kind: 'set', change })}
        />
      </StationBar>

      {station !== 'ask' && (
        <div className="mb-2 flex flex-wrap items-center justify-between gap-x-4 gap-y-2">
          <div className="flex flex-1 gap-2 md:hidden" role="group" aria-label="Side">
            {SIDES.map((side) => (
              <button
                key={side}
                type="button"
                aria-pressed={active === side}
                onClick={() => setActive(side)}
                className={`flex min-h-11 flex-1 items-center gap-2 rounded-[10px] border px-3 text-left font-semibold ${active === side ? 'border-ink bg-paper' : 'border-hair text-soft'}`}
              >
                <SidePlate side={side} />
                {tabWords(look, side, stillsIn(slotOf(side)))}
              </button>
            ))}
          </div>
          {strip.length > 1 &&
            (draft.mode === 'whole' || draft.stills.some((s) => s.view === view && s.moment !== strip[0]?.moment)) && (
              <MomentStrip
                plan={strip}
                at={moment}
                has={(m) => SIDES.filter((side) => stillsIn({ side, view, moment: m }).length > 0)}
                onGo={(m) => setChosen((c) => ({ ...c, [view]: m }))}
              />
            )}
          <details key={`${draft.mode} ${draft.exerciseId} ${draft.school}`} className="group w-full md:hidden">
            <summary className="flex min-h-11 cursor-pointer items-center gap-2 text-[14px] font-semibold text-soft">
              <Caret />
              {standard.exerciseName}, {draft.mode === 'quick' ? 'quick look' : 'full check'}, {standard.schoolName.toLowerCase()}
            </summary>
            <div className="flex flex-wrap gap-2 pb-1">
              <Extent
                studio={studio}
                notOffered={client.today.notOffered}
                draft={draft}
                onChange={(change) => step({ kind: 'set', change })}
              />
              <SchoolChoice
                studio={studio}
                standard={standard}
                onPick={(school) => step({ kind: 'set', change: (d) => ({ ...d, school }) })}
              />
            </div>
          </details>
          <div className="ml-auto max-md:hidden">
            <SchoolChoice
              studio={studio}
              standard={standard}
              onPick={(school) => step({ kind: 'set', change: (d) => ({ ...d, school }) })}
            />
          </div>
        </div>
      )}

      <div className="grid min-h-0 flex-1 gap-3 md:max-lg:grid-cols-2 lg:grid-cols-[minmax(0,1fr)_minmax(0,1fr)_336px]">
        {station === 'ask' ? (
          <div className="grid min-h-0 grid-rows-1 lg:col-span-2 md:max-lg:col-span-2">
            <AskPanel
              draft={draft}
              standard={standard}
              look={look}
              repeated={client.checks.length > 0}
              onChange={(change) => step({ kind: 'set', change })}
              onStated={(stated) =>
                work(({ stated: all }) => ({
                  stated: [
                    ...all.filter((s) => s.measureId !== stated.measureId || s.side !== stated.side),
                    ...(stated.value === null ? [] : [stated]),
                  ],
                }))
              }
            />
          </div>
        ) : (
          SIDES.map((side) => {
            const slot = slotOf(side);
            const stills = stillsIn(slot);
            const at = shown[slotKey(slot)] ?? 0;
            const overlays = overlaysFor(slot);
            const wanted = askedFor(draft, standard, slot, more[slotKey(slot)] ?? false);
            const all = askedFor(draft, standard, slot, true);
            return (
              <div
                key={side}
                className={`grid min-h-0 grid-rows-1 max-md:h-[56dvh] max-lg:min-h-[380px] md:max-lg:h-[48dvh] ${active === side ? '' : 'max-md:hidden'}`}
              >
                <StillBench
                  slot={slot}
                  stills={stills}
                  shown={at}
                  stillViews={stills.map((s) => look?.stills[draft.stills.indexOf(s)])}
                  reading={reading}
                  asked={wanted}
                  more={more[slotKey(slot)] ? null : all.length - wanted.length}
                  onMore={() => setMore((m) => ({ ...m, [slotKey(slot)]: true }))}
                  active={active === side}
                  marking={marking}
                  onMarking={setMarking}
                  over={overlays.find((o) => o.still.key === overs[slotKey(slot)])?.still}
                  overlays={overlays.map((o) => ({ id: o.still.key, name: o.name }))}
                  onOver={(id) => setOvers((o) => ({ ...o, [slotKey(slot)]: id }))}
                  actions={actions}
                  source={{
                    side,
                    view,
                    moment,
                    planned: plannedCamera(slot, standard.plan),
                    active: active === side,
                    loose: client.loosePictures.filter((p) => !draft.stills.some((s) => s.pictureId === p.id)),
                    clientName: name,
                    consent,
                    onConsent: () => setConsent(true),
                    ghost: lastIn(slot) && pictureUrl(lastIn(slot)?.pictureId ?? ''),
                    onFile: (file, guided, line) => {
                      if (line) setMarking('line');
                      void addFile(slot, file, guided);
                    },
                    onLoose: (picture) => addStill(slot, picture),
                  }}
                  onActivate={() => active !== side && setActive(side)}
                  onShow={(i) => setShown((s) => ({ ...s, [slotKey(slot)]: i }))}
                  onAnother={() => setShown((s) => ({ ...s, [slotKey(slot)]: stills.length }))}
                />
              </div>
            );
          })
        )}

        <aside
          className="flex min-h-0 flex-col gap-3 rounded-2xl bg-paper p-4 md:max-lg:col-span-2 lg:pb-3"
          aria-label="This look"
        >
          <div className="grid min-h-0 flex-1 content-start gap-3.5 lg:-mx-2 lg:overflow-y-auto lg:px-2">
            <Conditions today={client.today} />
            {standard.gate && <SettleGate gate={standard.gate} place={`gate-${draft.id}`} />}
            <PainAsk
              id="pain"
              label={`Does anything hurt, ${first}?`}
              pain={draft.pain}
              onChange={(pain) => step({ kind: 'set', change: (d) => ({ ...d, pain }) })}
              about={client.today.aboutPain}
            />
            {draft.pain !== null && (
              <SorenessAsk
                value={draft.soreness ?? null}
                onPick={(soreness) => step({ kind: 'set', change: (d) => ({ ...d, soreness }) })}
              />
            )}
            {measures.length > 0 && (
              <MeasureList
                measures={measures}
                look={look}
                clientId={clientId}
                standard={standard}
                onSeen={onSeen}
                onRestFine={onRestFine}
              />
            )}
            {client.today.ask.length > 0 && (
              <details className="rounded-[10px] border border-brass px-3.5">
                <summary className="flex min-h-11 cursor-pointer items-center text-[14.5px] font-semibold">
                  Not asked yet for the record: {client.today.ask.length}
                </summary>
                <div className="pb-3">
                  <CareAsk clientId={clientId} fields={client.today.ask} />
                </div>
              </details>
            )}
            <p className="text-[13px] text-soft">{studio.cautions.beforeCheck}</p>
          </div>
          <Trouble
            error={
              refused ?? keep.error ?? startOver.error ?? fetched.error ?? (reading.problem ? new Error(reading.problem) : null)
            }
          />
          <Unsent entries={finishing} />
          {kept.refusal && (
            <div className="grid gap-2" data-clash>
              <Trouble
                error={
                  new Error(
                    kept.clash
                      ? 'This look was changed on another device. Nothing of either is lost yet.'
                      : kept.refusal.sentence,
                  )
                }
              />
              <Button onClick={() => void kept.takeTheirs()}>Go on with theirs</Button>
              {kept.clash && <Button onClick={() => void kept.keepMine()}>Keep what is here</Button>}
            </div>
          )}
          {pending > 0 && (
            <p role="status" className="text-[14px] text-slate">
              Sending {pending === 1 ? 'the picture' : `${pending} pictures`}…
            </p>
          )}
          <div className="grid gap-2 max-lg:hidden">
            <div className="flex items-center gap-1">
              <Button kind="quiet" onClick={() => step({ kind: 'undo' })} disabled={!kept.canUndo} className="px-2!">
                Undo
              </Button>
              <Button kind="quiet" onClick={() => step({ kind: 'redo' })} disabled={!kept.canRedo} className="px-2!">
                Redo
              </Button>
              <span className="flex-1" />
              {markedSides.length + draft.stills.length > 0 && (
                <Button kind="quiet" onClick={() => startOver.mutate()} className="px-2! text-soft">
                  Drop this look
                </Button>
              )}
            </div>
            {next.kind !== 'done' && next.kind !== 'pain' && (
              <Button
                kind={ready && draft.mode === 'quick' ? 'plain' : 'act'}
                hint="N"
                className="min-h-14 w-full text-[17px]!"
                onClick={() => go(next)}
              >
                {next.words}
              </Button>
            )}
            <Button
              kind={ready && (next.kind === 'done' || draft.mode === 'quick') ? 'act' : 'plain'}
              hint="D"
              className={`w-full ${next.kind === 'done' || next.kind === 'pain' ? 'min-h-14 text-[17px]!' : ''}`}
              disabled={!ready || keep.isPending}
              onClick={() => keep.mutate()}
            >
              {doneWords(markedSides)}
            </Button>
            {markedSides.length > 0 && !painComplete(draft.pain) && (
              <p className="-mt-1 text-center text-[13.5px] text-soft">Ask about pain first.</p>
            )}
          </div>
          <RaiseStopSign clientId={clientId} className="w-full" />
          {markedSides.length + draft.stills.length > 0 && (
            <Button kind="quiet" onClick={() => startOver.mutate()} className="text-soft lg:hidden">
              Drop this look
            </Button>
          )}
        </aside>
      </div>

      {markedSides.length + draft.stills.length > 0 && (
        <NextBar>
          <Button onClick={() => step({ kind: 'undo' })} disabled={!kept.canUndo}>
            Undo
          </Button>
          {next.kind === 'done' || (ready && draft.mode === 'quick' && next.kind !== 'points') ? (
            <>
              {next.kind !== 'done' && (
                <Button className="flex-1" onClick={() => go(next)}>
                  {next.words}
                </Button>
              )}
              <Button
                kind={markedSides.length === 2 ? 'act' : 'plain'}
                className="min-h-14 flex-1 text-[17px]!"
                disabled={!ready || keep.isPending}
                onClick={() => keep.mutate()}
              >
                {markedSides.length === 1 ? `Done, ${sideWord(markedSides[0] ?? 'left')} only` : 'Done looking'}
              </Button>
            </>
          ) : next.kind === 'points' && current && inSlot(current, next.slot) ? (
            <p className="flex-1 text-center text-[14.5px] text-soft">
              {marking
                ? MARK[marking]
                : `Tap the ${pointName[nextPoint(current, askedFor(draft, standard, current, false))?.landmark ?? 'ankle']}.`}
            </p>
          ) : (
            <>
              <Button kind="act" className="min-h-14 flex-1 text-[17px]!" onClick={() => go(next)}>
                {next.words}
              </Button>
              {ready && (
                <Button className="min-h-14" disabled={keep.isPending} onClick={() => keep.mutate()}>
                  Done
                </Button>
              )}
            </>
          )}
        </NextBar>
      )}
    </div>
  );
}

const MARK: Record<Exclude<Marking, null>, string> = {
  upright: 'Tap both ends of something upright.',
  scale: 'Tap both ends of a known length.',
  line: 'Tap both ends of the tape on the floor.',
};

const doneWords = (marked: Side[]) =>
  marked.length === 1 ? `Done with the ${sideWord(marked[0] ?? 'left')} only` : 'Done looking';

/** How to begin, while nothing has been looked at. */
const start = (next: Next) =>
  next.kind === 'picture'
    ? `Start with a picture of the ${sideWord(next.slot.side)} leg ${next.slot.view === 'side' ? 'in front' : fromView[next.slot.view]}, or say what you see.`
    : 'Then say what you see.';

/** What a phone's side tab says: the reading, or what is still missing. */
function tabWords(look: Schema['LookView'] | null, side: Side, stills: Still[]) {
  const moment = stills[0]?.moment;
  const read = look?.results.find(
    (r) =>
      r.side === side &&
      r.moment === moment &&
      r.source === 'pictures' &&
      ['front-shin', 'knee-offset', 'pelvic-level', 'projection'].includes(r.measureId) &&
      inView(r.measureId, stills[0]?.view),
  );
  if (read) return `${read.words} ${read.reachText ?? ''}`;
  return stills.length > 0 ? 'to mark' : 'no picture';
}

const inView = (measureId: string, view: View | undefined) => (measureId === 'front-shin') === (view === 'side');
