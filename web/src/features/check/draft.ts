import { useCallback, useEffect, useReducer, useRef, useState } from 'react';
import { v7 as uuid } from 'uuid';
import { api, Problem, type Schema, take, Unreachable } from '@/api/client';
import { isReachable, onConnection } from '@/api/connection';
import type { Still } from './still';

export type PainAnswer = Schema['PainDto'];

/** A look that is being made. Everything a coach has entered, and nothing that can be worked out from it. */
export type Draft = {
  id: string;
  pain: PainAnswer | null;
  nextMorning: number | null;
  school: Schema['SchoolCode'] | null;
  stills: Still[];
};

export const emptyDraft = (): Draft => ({ id: uuid(), pain: null, nextMorning: null, school: null, stills: [] });

type Kept = { now: Draft; past: Still[][]; future: Still[][] };
type Step =
  | { kind: 'set'; change: (draft: Draft) => Draft }
  | { kind: 'stills'; change: (stills: Still[]) => Still[]; undoable: boolean }
  | { kind: 'undo' }
  | { kind: 'redo' };

const DEEPEST = 60;

function reduce(kept: Kept, step: Step): Kept {
  const stills = kept.now.stills;
  switch (step.kind) {
    case 'set':
      return { ...kept, now: step.change(kept.now) };
    case 'stills': {
      const now = { ...kept.now, stills: step.change(stills) };
      return step.undoable ? { now, past: [...kept.past, stills].slice(-DEEPEST), future: [] } : { ...kept, now };
    }
    case 'undo': {
      const before = kept.past.at(-1);
      return before
        ? { now: { ...kept.now, stills: before }, past: kept.past.slice(0, -1), future: [stills, ...kept.future] }
        : kept;
    }
    case 'redo': {
      const after = kept.future[0];
      return after ? { now: { ...kept.now, stills: after }, past: [...kept.past, stills], future: kept.future.slice(1) } : kept;
    }
  }
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
): { draft: Draft; version: number; unsent?: boolean } {
  const local = readLocal(clientId);
  if (local && !local.sent && (!server || server.id === local.draft.id))
    return { draft: local.draft, version: server?.version ?? 0, unsent: true };
  if (server) return { draft: JSON.parse(server.body) as Draft, version: server.version };
  return { draft: emptyDraft(), version: 0 };
}

export const forget = (clientId: string) => localStorage.removeItem(key(clientId));

/** A draft that is kept on this device at once and on the server a moment later, one message at a time. */
export function useDraft(clientId: string, server: Schema['DraftView'] | null) {
  const [start] = useState(() => resume(clientId, server));
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
