import { useMutation } from '@tanstack/react-query';
import { useNavigate } from '@tanstack/react-router';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { flushSync } from 'react-dom';
import { v7 as uuid } from 'uuid';
import { api, type Schema, take } from '@/api/client';
import { checkQuery } from '@/api/options';
import { queries, refreshClient, useStandard } from '@/api/queries';
import { isFilm } from '@/clips/reading';
import { forgetKept, useKept } from '@/device/kept';
import { painComplete } from '@/features/pain/PainAsk';
import { useUnsent } from '@/outbox/device';
import { pictureFrom } from '@/pictures/camera';
import type { Openers } from '@/pictures/PictureSource';
import type { Marking } from '@/pictures/PictureStage';
import { onPictureKept, type Size, sendPicture, usePending, useRefusedPictures } from '@/pictures/pictures';
import {
  alteredFilm,
  cameraFor,
  guessed,
  inSlot,
  isMark,
  keepCamera,
  type Moment,
  newStill,
  nextPoint,
  placed,
  rescaled,
  type Slot,
  type Still,
  settled,
  toDto,
  type View,
} from '@/pictures/still';
import { waitingFor } from '@/pictures/waiting';
import { otherSide, SIDES, type Side, sideWord } from '@/ui/SidePlate';
import { useStable } from '@/ui/useStable';
import { emptyDraft, type Seen, useDraft, type Work } from './draft';
import { forgetDropped, keepDropped } from './dropped';
import { mended, standing, turned, withClip } from './filmed';
import type { Station } from './StationBar';
import type { StillActions } from './StillBench';
import { askedFor, type Next, nextStep, openMeasures, plannedOf } from './steps';
import { useClip } from './useClip';
import { useReading } from './useReading';

/** Where a coach stands in a look. */
type Stood = { station: Station; view: View; chosen: Partial<Record<View, Moment>>; active: Side | null };

/** Brings the question about pain into sight, with the first answer under the key. */
const toPain = () => {
  const asked = document.getElementById('pain');
  asked?.scrollIntoView({ block: 'center' });
  asked?.querySelector('button')?.focus();
};

/** A slot as a key of what is kept for each. */
export const slotKey = (slot: Slot) => `${slot.side}-${slot.view}-${slot.moment}`;

export type FirstLookProps = {
  client: Schema['ClientView'];
  studio: Schema['StudioView'];
  /** Another exercise than today's, where a screen before this one said which. */
  asked?: string | undefined;
  /** The style that came with it. */
  style?: Schema['SchoolCode'] | undefined;
};

export type FirstLookState = ReturnType<typeof useFirstLook>;

/** A look that is under way: what is on the bench, what is read of it, what comes next, and all that can be done to it. */
export function useFirstLook({ client, studio, asked, style }: FirstLookProps) {
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
  // Another style is shown once what it makes of the look is there too: bands and verdicts change in one moment everywhere.
  const [standard, setStandard] = useState(fetched.data ?? client.standard);
  const fresh = fetched.data ?? standard;

  const firstView = standard.quick?.view ?? 'side';
  const momentsOf = (v: View) => standard.plan.filter((p) => p.view === v);
  const views = (['side', 'front', 'back'] as const).filter((v) => momentsOf(v).length > 0);
  const stations: Station[] = [...views, 'ask' as const, 'checks' as const];
  // Where one stands in the look: whoever comes back to it stands there again.
  const place = `at-${draft.id}`;
  const [stood, setStood] = useKept<Stood>(place, () => ({ station: firstView, view: firstView, chosen: {}, active: null }));
  const setStation = useCallback(
    (station: Station) =>
      setStood((s) => ({ ...s, station, view: station === 'ask' || station === 'checks' ? s.view : station })),
    [setStood],
  );
  // Another exercise may not be looked at from where one stood.
  const view: View = momentsOf(stood.view).length > 0 ? stood.view : firstView;
  const station: Station = stations.includes(stood.station) ? stood.station : view;
  const { chosen } = stood;
  const setChosen = (v: View, m: Moment) => setStood((s) => ({ ...s, chosen: { ...s.chosen, [v]: m } }));
  const moment: Moment =
    chosen[view] ??
    (draft.mode === 'quick' && standard.quick?.view === view ? standard.quick.moment : undefined) ??
    momentsOf(view).find((p) => p.essential)?.moment ??
    momentsOf(view)[0]?.moment ??
    'bottom';
  const slotOf = (side: Side): Slot => ({ side, view, moment });
  const marked = (side: Side) => draft.stills.some((s) => s.side === side && Object.keys(s.points).length >= 2);
  const active: Side = stood.active ?? (marked('left') && !marked('right') ? 'right' : 'left');
  const setActive = useCallback((side: Side) => setStood((s) => ({ ...s, active: side })), [setStood]);
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
  const openers = useRef<Openers>({});
  const navigate = useNavigate();

  const stillsIn = (slot: Slot) => draft.stills.filter((s) => inSlot(s, slot));
  const lastIn = (slot: Slot) =>
    client.checks.findLast((c) => c.stills.some((s) => inSlot(s, slot)))?.stills.find((s) => inSlot(s, slot));
  const activeSlot = slotOf(active);
  const current = station === 'ask' || station === 'checks' ? undefined : stillsIn(activeSlot)[shown[slotKey(activeSlot)] ?? 0];
  const twin = stillsIn(slotOf(otherSide(active)))[0];
  const last = lastIn(activeSlot);
  const currentKey = current?.key;
  const pattern = twin && Object.keys(twin.points).length >= 4 ? twin : undefined;
  const like = useMemo(() => (pattern ? toDto(pattern) : last), [pattern, last]);
  const guess = useMemo(() => (currentKey ? { key: currentKey, pattern: like } : null), [currentKey, like]);
  const movements = useMemo(
    () => standing({ stills: draft.stills, movements: draft.movements ?? [] }),
    [draft.movements, draft.stills],
  );
  const reading = useReading(fresh.standard, draft.stills, draft.seen, draft.stated, guess, movements);
  const look = reading.view;
  if (standard !== fresh && (!look || reading.by === fresh.standard || reading.problem !== null)) setStandard(fresh);
  const waiting = waitingFor(plannedOf(draft, standard), draft.stills, client.loosePictures);
  const next = nextStep(draft, standard, look, waiting);
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

  /** Puts pictures into their places, in one step that can be taken back. */
  const addStills = (added: { slot: Slot; picture: Size }[], guided = false) => {
    const made = added.map(({ slot, picture }) => {
      const mine = stillsIn(slot);
      const facing =
        mine[0]?.facing ?? stillsIn({ ...slot, side: otherSide(slot.side) })[0]?.facing ?? lastIn(slot)?.facing ?? 'right';
      const camera = cameraFor(slot, standard.plan, lastIn(slot)?.camera, guided);
      return { slot, at: mine.length, still: newStill(slot, picture.id, picture.width, picture.height, mine, facing, camera) };
    });
    setShown((s) => ({ ...s, ...Object.fromEntries(made.map((m) => [slotKey(m.slot), m.at])) }));
    const [first] = made;
    if (first) goTo(first.slot);
    work(({ stills }) => ({ stills: [...stills, ...made.map((m) => m.still)] }));
  };
  const addStill = (slot: Slot, picture: Size, guided = false) => addStills([{ slot, picture }], guided);

  const clip = useClip({
    clientId,
    exerciseId: draft.exerciseId,
    standard: fresh.standard,
    views,
    camera: (slot, guided) => cameraFor(slot, standard.plan, lastIn(slot)?.camera, guided),
    add: (view, added, movement) => {
      const [first] = added.filter((s) => s.moment === 'bottom');
      if (first) goTo({ side: first.side, view, moment: 'bottom' });
      work((before) => withClip(before, view, added, movement));
    },
    mend: (...found) => work((before) => mended(before, ...found)),
    turn: (...found) => work((before) => turned(before, ...found)),
    arrived,
    onRefused: setRefused,
  });

  const addFile = async (slot: Slot, file: Blob, guided: boolean) => {
    setRefused(null);
    if (isFilm(file)) {
      clip.begin(slot, file, guided);
      return;
    }
    const id = uuid();
    let drawn = false;
    try {
      const picture = await sendPicture(id, clientId, file, slot, (size) => {
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
      if (isMark(handle)) {
        work(({ stills }) => ({ stills: alteredFilm(stills, key, (s) => placed(s, handle, point)) }), undoable);
        return;
      }
      alter(key, (s) => placed(s, handle, point), undoable);
      if (undoable) clip.tapped(after, handle);
      // The last point of a side hands over to the other side, when that one still has something to do.
      if (wasNext && !nextPoint(after, asked)) handOver(still);
    },
    onAlter: (key, change) => {
      const alter = () => work(({ stills }) => ({ stills: alteredFilm(stills, key, change) }));
      const still = draft.stills.find((s) => s.key === key);
      // A mirrored camera swaps left and right in every frame: its clip is cut anew, where it is at hand.
      if (still?.clip && change(still).mirrored !== still.mirrored) void clip.swap(still).then((swapped) => swapped || alter());
      else alter();
    },
    // The camera stands where it stands for every picture of its view.
    onCamera: (view, camera) => {
      keepCamera(view, camera);
      work(({ stills }) => ({ stills: stills.map((s) => (s.view === view ? { ...s, camera } : s)) }));
    },
    onRemove: (key) => {
      setShown((s) => ({ ...s, [slotKey(activeSlot)]: 0 }));
      work(({ stills }) => ({ stills: stills.filter((s) => s.key !== key) }));
    },
    onAccept: (key, points, sure) => {
      const still = draft.stills.find((s) => s.key === key);
      if (!still) return;
      const found = points.flatMap((p) => {
        const at = reading.guesses[p.landmark];
        return at ? ([[p.landmark, at]] as const) : [];
      });
      alter(key, (s) => (sure ? settled(s, found) : guessed(s, found)));
      if (sure) handOver(still);
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
            remark: draft.remark?.trim() || null,
            effort: draft.effort,
            pain: draft.pain,
            soreness: draft.soreness ?? null,
            nextMorning: draft.nextMorning,
            supersedes: null,
            movements,
          },
        }),
      );
    },
    onError: kept.release,
    onSuccess: async (check) => {
      kept.finish();
      forgetKept(place);
      forgetDropped(clientId);
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
      forgetKept(place);
      keepDropped(clientId, draft);
      await refreshClient(clientId);
      if (here.current) await navigate({ to: '/clients/$clientId', params: { clientId } });
    },
  });

  const goTo = (slot: Slot) =>
    setStood((s) => ({
      station: slot.view,
      view: slot.view,
      chosen: { ...s.chosen, [slot.view]: slot.moment },
      active: slot.side,
    }));
  /** Opens the camera or the files for a place, once its side is on the screen. */
  const open = (slot: Slot, from: 'camera' | 'file') => {
    flushSync(() => goTo(slot));
    openers.current[slot.side]?.[from]();
  };
  const openPicture = (slot: Slot) => open(slot, pictureFrom());
  const go = (to: Next) => {
    if (to.kind === 'picture') openPicture(to.slot);
    else if (to.kind === 'points') goTo(to.slot);
    else if (to.kind === 'waiting') addStills(to.pictures);
    else if (to.kind === 'eye') onRestFine(to.measures);
    else if (to.kind === 'pain') toPain();
    else if (to.kind === 'felt') setStation('ask');
  };
  /** The point that is asked for on the picture that is up, and where it probably lies. */
  const asking = current && nextPoint(current, askedFor(draft, standard, current, more[slotKey(current)] ?? false));
  const ring = asking && current ? (current.points[asking.landmark] ?? reading.guesses[asking.landmark]) : undefined;
  const unanswered = openMeasures(look, standard);

  const ready =
    markedSides.length > 0 &&
    pending === 0 &&
    !clip.busy &&
    painComplete(draft.pain) &&
    !done &&
    !finishing.some((e) => e.state !== 'refused');
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

  const measures = useMemo(() => standard.measures.filter((m) => m.kind !== 'number'), [standard]);
  const strip = momentsOf(view);

  return {
    clientId,
    name,
    first,
    kept,
    draft,
    step,
    work,
    fetched,
    standard,
    stations,
    station,
    setStation,
    view,
    moment,
    momentsOf,
    setChosen,
    slotOf,
    stillsIn,
    lastIn,
    active,
    setActive,
    shown,
    setShown,
    more,
    setMore,
    overs,
    setOvers,
    overlaysFor,
    marking,
    setMarking,
    consent,
    setConsent,
    refused,
    pending,
    finishing,
    current,
    reading,
    look,
    next,
    markedSides,
    alter,
    addStill,
    addStills,
    addFile,
    clip,
    openers,
    open,
    asking,
    ring,
    unanswered,
    waiting,
    actions,
    onSeen,
    onRestFine,
    keep,
    startOver,
    go,
    ready,
    measures,
    strip,
  };
}
