import { useCallback, useEffect, useReducer, useRef, useState } from 'react';
import { v7 as uuid } from 'uuid';
import { api, type Schema, take } from '@/api/client';
import { clientQuery } from '@/api/options';
import { queries } from '@/api/queries';
import { forgetKept, keep, readKept } from '@/device/kept';
import { actingCoach } from '@/device/person';
import { theOutbox, useUnsent } from '@/outbox/device';
import type { Entry } from '@/outbox/entry';
import type { Point, Still } from '@/pictures/still';

export type Seen = Schema['SeenDto'];
export type Stated = Schema['StatedDto'];
/** What moves in a clip that stills were taken from. */
export type Movement = Schema['MovementDto'];

/** What is entered on the pictures and said of them. */
export type Work = { stills: Still[]; seen: Seen[]; stated: Stated[]; movements?: Movement[] };

/** A look that is being made. Everything a coach has entered, and nothing that can be worked out from it. */
export type Draft = Work & {
  id: string;
  exerciseId: string;
  /** Every view of it, or the shortest look there is. */
  mode: 'whole' | 'quick';
  felt: Schema['FeltDto'] | null;
  /** What the client said without being asked; missing in looks from before it was written down. */
  remark?: string;
  effort: number | null;
  pain: Schema['PainDto'] | null;
  soreness: number | null;
  nextMorning: number | null;
  school: Schema['SchoolCode'] | null;
};

export const emptyDraft = (exerciseId: string, mode: Draft['mode']): Draft => ({
  id: uuid(),
  exerciseId,
  mode,
  pain: null,
  soreness: null,
  nextMorning: null,
  felt: null,
  effort: null,
  school: null,
  stills: [],
  seen: [],
  stated: [],
});

type Kept = { now: Draft; past: Draft[]; future: Draft[]; typed?: string | undefined };
type Step =
  /** `typed` names a field that is being typed in: letter after letter is one step back. */
  | { kind: 'set'; change: (draft: Draft) => Draft; typed?: string }
  | { kind: 'work'; change: (work: Work) => Partial<Work>; undoable: boolean }
  | { kind: 'undo' }
  | { kind: 'redo' };

const DEEPEST = 60;
const workOf = ({ stills, seen, stated, movements = [] }: Draft): Work => ({ stills, seen, stated, movements });

/** Undo goes back over whatever was entered: points and answers, and the exercise, the style and how much as well. */
export function reduce(kept: Kept, step: Step): Kept {
  const { now, past } = kept;
  const after = (next: Draft, undoable: boolean, typed?: string): Kept =>
    undoable ? { now: next, past: [...past, now].slice(-DEEPEST), future: [], typed } : { ...kept, now: next, typed };
  switch (step.kind) {
    case 'set':
      return after(step.change(now), step.typed === undefined || step.typed !== kept.typed, step.typed);
    case 'work':
      return after({ ...now, ...step.change(workOf(now)) }, step.undoable);
    case 'undo': {
      const before = past.at(-1);
      return before ? { now: before, past: past.slice(0, -1), future: [now, ...kept.future] } : kept;
    }
    case 'redo': {
      const next = kept.future[0];
      return next ? { now: next, past: [...past, now], future: kept.future.slice(1) } : kept;
    }
  }
}

type FirstStill = Omit<Still, 'points'> & { ankle?: Point | null; knee?: Point | null };

/** A look begun in an earlier form of this page, which knew two points from the side. */
function today(draft: Draft, exerciseId: string): Draft {
  if (draft.seen) return draft;
  const counted: Record<string, number> = {};
  return {
    ...emptyDraft(exerciseId, 'quick'),
    ...draft,
    seen: [],
    stated: [],
    stills: (draft.stills as unknown as FirstStill[]).map(({ ankle, knee, ...s }) => {
      counted[s.side] = (counted[s.side] ?? 0) + 1;
      return {
        ...s,
        view: 'side',
        moment: 'bottom',
        repetition: counted[s.side] ?? 1,
        mirrored: false,
        scale: null,
        camera: null,
        line: null,
        points: { ...(ankle ? { ankle } : {}), ...(knee ? { knee } : {}) },
      };
    }),
  };
}

/** The last state of a look that the outbox may not have yet: a key or a tap just before the page went. */
type Guard = { draft: Draft; version: number };

export const guard = (clientId: string) => `draft-${clientId}`;

const guarded = (clientId: string) => readKept<Guard>(guard(clientId)) ?? null;

const isDraftOf = (clientId: string) => (e: Entry) => e.kind === 'draft' && e.lane === clientId;

/** A look that was finished and refused is under way again, with everything that was entered. */
const ofCheck = (check: Schema['CheckRequest']): Draft => ({
  ...emptyDraft(check.exerciseId, 'whole'),
  id: check.id,
  school: check.school,
  stills: check.stills.map((s) => ({ ...s, key: uuid() })),
  seen: check.seen,
  stated: check.stated,
  movements: check.movements ?? [],
  felt: check.felt,
  remark: check.remark ?? '',
  effort: check.effort,
  pain: check.pain,
  soreness: check.soreness ?? null,
  nextMorning: check.nextMorning,
});

/** A look as it was kept, or null when nothing can be read from it. */
function readLook(text: string, exerciseId: string): Draft | null {
  try {
    const draft = JSON.parse(text) as Draft;
    return Array.isArray(draft.stills) ? today(draft, exerciseId) : null;
  } catch {
    return null;
  }
}

/** Where to go on: what this device has not sent yet, else what the server keeps, else a new look. The version goes with the work. */
export function resume(
  clientId: string,
  unsent: Entry | undefined,
  server: Schema['DraftView'] | null,
  begin: () => Draft,
  refused?: Entry,
): Guard & { unsent?: boolean } {
  const exercise = () => begin().exerciseId;
  const last = guarded(clientId);
  if (last) return { ...last, draft: today(last.draft, exercise()), unsent: true };
  const waiting = unsent?.json ? readLook(String(unsent.json.body), exercise()) : null;
  if (waiting) return { draft: waiting, version: Number(unsent?.json?.version) };
  if (refused?.json) return { draft: ofCheck(refused.json as unknown as Schema['CheckRequest']), version: server?.version ?? 0 };
  const theirs = server ? readLook(server.body, exercise()) : null;
  if (server && theirs) return { draft: theirs, version: server.version };
  return { draft: begin(), version: 0 };
}

/** Puts a look into the outbox. A refusal is shown from there, and something newer takes the place of what was not sent. */
function writeDraft(clientId: string, draft: Draft, version: number, stored: () => void) {
  const json: Schema['DraftRequest'] = { operationId: uuid(), version, id: draft.id, clientId, body: JSON.stringify(draft) };
  theOutbox()
    .write({ method: 'PUT', path: '/api/drafts', json, blob: null, coach: actingCoach() }, stored)
    .catch(() => undefined);
}

/** A pause in the work after which its state goes into the outbox, milliseconds. */
const SETTLED = 350;

/** A draft that is kept on this device at once and goes to the server through the outbox a moment later. */
export function useDraft(clientId: string, server: Schema['DraftView'] | null, begin: () => Draft) {
  const unsent = useUnsent(isDraftOf(clientId));
  const refusedCheck = useUnsent((e) => e.kind === 'check' && e.lane === clientId && e.state === 'refused').at(-1);
  const [start] = useState(() => resume(clientId, unsent.at(-1), server, begin, refusedCheck));
  const [kept, step] = useReducer(reduce, { now: start.draft, past: [], future: [] });
  const version = useRef(start.version);
  const stopped = useRef(false);
  const first = useRef(true);
  const latest = useRef(start.draft);
  const refused = unsent.find((e) => e.state === 'refused');
  const clash = (refused?.refusal?.current as Schema['DraftView'] | null | undefined) ?? null;
  const clashing = useRef(false);
  clashing.current = refused !== undefined;

  const send = useCallback(
    (draft: Draft) => {
      if (stopped.current) return;
      writeDraft(clientId, draft, version.current, () => {
        // The outbox has it from here on, unless there was another change since.
        if (latest.current === draft) forgetKept(guard(clientId));
      });
    },
    [clientId],
  );

  useEffect(
    () =>
      theOutbox().onKept((entry) => {
        if (!isDraftOf(clientId)(entry) || !entry.answer) return;
        const view = JSON.parse(entry.answer.text) as Schema['DraftView'];
        version.current = view.version;
        // What is not sent yet goes on from here too, also when the page goes before it is.
        const last = guarded(clientId);
        if (last?.draft.id === view.id) keep(guard(clientId), { ...last, version: view.version });
        // Who comes back to this look before it is fetched again finds it as it was left.
        queries.setQueryData(clientQuery(clientId).queryKey, (c) => c && { ...c, draft: view });
      }),
    [clientId],
  );

  useEffect(() => {
    latest.current = kept.now;
    if (first.current) {
      first.current = false;
      // What a reload cut off is sent now.
      if (start.unsent) send(kept.now);
      return;
    }
    if (stopped.current) return;
    keep(guard(clientId), { draft: kept.now, version: version.current } satisfies Guard);
    // While another device's version stands against this one it waits for the coach.
    if (clashing.current) return;
    const wait = setTimeout(() => send(kept.now), SETTLED);
    return () => clearTimeout(wait);
  }, [kept.now, clientId, send, start]);

  // Whoever leaves the screen, or the page, within the pause leaves nothing behind.
  useEffect(() => {
    const leave = () => {
      if (guarded(clientId) && !clashing.current) send(latest.current);
    };
    addEventListener('pagehide', leave);
    return () => {
      removeEventListener('pagehide', leave);
      leave();
    };
  }, [clientId, send]);

  return {
    draft: kept.now,
    canUndo: kept.past.length > 0,
    canRedo: kept.future.length > 0,
    step,
    /** Another device's version of it, or why the studio does not take it. */
    clash,
    refusal: refused?.refusal ?? null,
    /** The other device's version is left behind; this one is sent over it. */
    keepMine: async () => {
      if (!refused) return;
      if (clash && clash.id !== kept.now.id) await take(api.DELETE('/api/drafts/{id}', { params: { path: { id: clash.id } } }));
      version.current = clash && clash.id === kept.now.id ? clash.version : 0;
      send(kept.now);
    },
    /** This device's version is left behind. */
    takeTheirs: async () => {
      stopped.current = true;
      forgetKept(guard(clientId));
      for (const entry of unsent) await theOutbox().leaveOut(entry.id);
      location.reload();
    },
    /** While the look is being finished its draft stays as it is. */
    hold: () => {
      stopped.current = true;
      // It is in what finishes it.
      forgetKept(guard(clientId));
    },
    release: () => {
      stopped.current = false;
      send(latest.current);
    },
    /** The look is finished or dropped: nothing more is kept of the draft. */
    finish: () => {
      stopped.current = true;
      forgetKept(guard(clientId));
    },
  };
}

/** Looks that an earlier page kept in its own place go into the outbox, once. */
export function takeOverDrafts() {
  for (const key of Object.keys(localStorage).filter((k) => k.startsWith('deft-draft-'))) {
    const { draft, version, sent } = JSON.parse(localStorage.getItem(key) ?? '{}') as {
      draft?: Draft;
      version?: number;
      sent?: boolean;
    };
    const clientId = key.slice('deft-draft-'.length);
    if (draft && !sent) writeDraft(clientId, draft, version ?? 0, () => localStorage.removeItem(key));
    else localStorage.removeItem(key);
  }
}
