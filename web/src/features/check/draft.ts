import { useCallback, useEffect, useReducer, useRef, useState } from 'react';
import { v7 as uuid } from 'uuid';
import { api, Problem, type Schema, take, Unreachable } from '@/api/client';
import { isReachable, onConnection } from '@/api/connection';
import type { Point, Still } from './still';

export type PainAnswer = Schema['PainDto'];

export type Seen = Schema['SeenDto'];
export type Stated = Schema['StatedDto'];

/** What is entered on the pictures and said of them; undo goes back over this and nothing else. */
export type Work = { stills: Still[]; seen: Seen[]; stated: Stated[] };

/** A look that is being made. Everything a coach has entered, and nothing that can be worked out from it. */
export type Draft = Work & {
  id: string;
  exerciseId: string;
  /** Every view of it, or the shortest look there is. */
  mode: 'whole' | 'quick';
  felt: Schema['FeltDto'] | null;
  effort: number | null;
  pain: PainAnswer | null;
  nextMorning: number | null;
  school: Schema['SchoolCode'] | null;
};

export const emptyDraft = (exerciseId: string, mode: Draft['mode']): Draft => ({
  id: uuid(),
  exerciseId,
  mode,
  pain: null,
  nextMorning: null,
  felt: null,
  effort: null,
  school: null,
  stills: [],
  seen: [],
  stated: [],
});

type Kept = { now: Draft; past: Work[]; future: Work[] };
type Step =
  | { kind: 'set'; change: (draft: Draft) => Draft }
  | { kind: 'work'; change: (work: Work) => Partial<Work>; undoable: boolean }
  | { kind: 'undo' }
  | { kind: 'redo' };

const DEEPEST = 60;
const workOf = ({ stills, seen, stated }: Draft): Work => ({ stills, seen, stated });

function reduce(kept: Kept, step: Step): Kept {
  const work = workOf(kept.now);
  switch (step.kind) {
    case 'set':
      return { ...kept, now: step.change(kept.now) };
    case 'work': {
      const now = { ...kept.now, ...step.change(work) };
      return step.undoable ? { now, past: [...kept.past, work].slice(-DEEPEST), future: [] } : { ...kept, now };
    }
    case 'undo': {
      const before = kept.past.at(-1);
      return before ? { now: { ...kept.now, ...before }, past: kept.past.slice(0, -1), future: [work, ...kept.future] } : kept;
    }
    case 'redo': {
      const after = kept.future[0];
      return after ? { now: { ...kept.now, ...after }, past: [...kept.past, work], future: kept.future.slice(1) } : kept;
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
        points: { ...(ankle ? { ankle } : {}), ...(knee ? { knee } : {}) },
      };
    }),
  };
}

const key = (clientId: string) => `deft-draft-${clientId}`;

type Local = { draft: Draft; version: number; sent: boolean };

const readLocal = (clientId: string): Local | null => {
  const text = localStorage.getItem(key(clientId));
  return text ? (JSON.parse(text) as Local) : null;
};

/** Where to go on: what this device has not sent yet, else what the server keeps, else a new look. */
export function resume(
  clientId: string,
  server: Schema['DraftView'] | null,
  begin: () => Draft,
): { draft: Draft; version: number; unsent?: boolean } {
  const local = readLocal(clientId);
  if (local && !local.sent && (!server || server.id === local.draft.id))
    return { draft: today(local.draft, begin().exerciseId), version: server?.version ?? 0, unsent: true };
  if (server) return { draft: today(JSON.parse(server.body) as Draft, begin().exerciseId), version: server.version };
  return { draft: begin(), version: 0 };
}

export const forget = (clientId: string) => localStorage.removeItem(key(clientId));

/** A draft that is kept on this device at once and on the server a moment later, one message at a time. */
export function useDraft(clientId: string, server: Schema['DraftView'] | null, begin: () => Draft) {
  const [start] = useState(() => resume(clientId, server, begin));
  const [kept, step] = useReducer(reduce, { now: start.draft, past: [], future: [] });
  const version = useRef(start.version);
  const sending = useRef(false);
  const wanted = useRef<Draft | null>(start.unsent ? start.draft : null);
  const finished = useRef(false);
  const [clash, setClash] = useState<Schema['DraftView'] | null>(null);
  const first = useRef(true);
  const held = useRef(false);
  const inFlight = useRef<Promise<unknown> | null>(null);

  const pump = useCallback(async () => {
    if (sending.current || held.current || finished.current || !wanted.current) return;
    sending.current = true;
    const draft = wanted.current;
    wanted.current = null;
    try {
      const sent = take(
        api.PUT('/api/drafts', {
          body: { operationId: uuid(), version: version.current, id: draft.id, clientId, body: JSON.stringify(draft) },
        }),
      );
      inFlight.current = sent;
      const answer = await sent;
      version.current = answer.version;
      if (!wanted.current && !finished.current)
        localStorage.setItem(key(clientId), JSON.stringify({ draft, version: answer.version, sent: true } satisfies Local));
    } catch (error) {
      if (error instanceof Unreachable) wanted.current ??= draft;
      else if (error instanceof Problem && error.status === 409)
        setClash((error.current as Schema['DraftView'] | undefined) ?? null);
    } finally {
      sending.current = false;
    }
    if (wanted.current && isReachable()) void pump();
  }, [clientId]);

  useEffect(() => {
    if (first.current) {
      first.current = false;
      // What a reload cut off is sent now.
      void pump();
      return;
    }
    if (finished.current) return;
    localStorage.setItem(
      key(clientId),
      JSON.stringify({ draft: kept.now, version: version.current, sent: false } satisfies Local),
    );
    wanted.current = kept.now;
    const wait = setTimeout(() => void pump(), 350);
    return () => clearTimeout(wait);
  }, [kept.now, clientId, pump]);

  useEffect(() => {
    const stop = onConnection(() => {
      if (isReachable()) void pump();
    });
    return () => {
      stop();
    };
  }, [pump]);

  return {
    draft: kept.now,
    canUndo: kept.past.length > 0,
    canRedo: kept.future.length > 0,
    step,
    clash,
    /** The other device's version is left behind; this one is sent over it. */
    keepMine: () => {
      if (clash) version.current = clash.version;
      setClash(null);
      wanted.current = kept.now;
      void pump();
    },
    /** While the look is being finished its draft stays on this device only: one that arrived after it would be refused. */
    hold: async () => {
      held.current = true;
      await inFlight.current?.catch(() => undefined);
    },
    release: () => {
      held.current = false;
      void pump();
    },
    /** The look is finished or dropped: nothing more is kept of the draft. */
    finish: () => {
      finished.current = true;
      wanted.current = null;
      forget(clientId);
    },
  };
}
