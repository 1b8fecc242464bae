import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { type Played, phaseAt, secondsAt } from '@/clips/played';
import type { Pair } from './pairs';

/** Where a pair stands: in which repetition, from 0, and at which phase of it, 0 to 200. */
export type At = { repetition: number; phase: number };

/** Seconds of a clip of a pair; a shorter one stays in its last repetition. */
export function secondsIn(clip: Played, { repetition, phase }: At) {
  const mine = clip.repetitions[Math.min(repetition, clip.repetitions.length - 1)];
  return mine ? secondsAt(mine, phase) : clip.begins;
}

const QUARTER = 0.25;

/** Plays a pair in step by phase: the clip with more repetitions goes by its own time, the other follows by phase. */
export function usePlayer(pair: Pair) {
  const [at, setAt] = useState<At>({ repetition: 0, phase: 0 });
  const [playing, setPlaying] = useState(false);
  const [slow, setSlow] = useState(false);
  const [loop, setLoop] = useState(false);
  const { one, other } = pair;
  const lead = other && other.repetitions.length > one.repetitions.length ? other : one;
  const now = useRef(at);
  now.current = at;

  // Another pair begins where the one before stood, as far as it goes.
  const most = Math.max(0, lead.repetitions.length - 1);
  useEffect(() => setAt((a) => (a.repetition > most ? { ...a, repetition: most } : a)), [most]);

  const go = useCallback((to: At) => {
    setPlaying(false);
    setAt(to);
  }, []);

  /** Seconds of the leading clip further on. */
  const on = useCallback(
    (seconds: number, held: boolean): At | null => {
      const { repetition, phase } = now.current;
      const rep = lead.repetitions[repetition];
      if (!rep) return null;
      const to = phaseAt(rep, secondsAt(rep, phase) + seconds);
      if (to < 0) return repetition > 0 && !held ? { repetition: repetition - 1, phase: 200 } : { repetition, phase: 0 };
      if (to <= 200) return { repetition, phase: to };
      if (held) return { repetition, phase: 0 };
      return repetition + 1 < lead.repetitions.length ? { repetition: repetition + 1, phase: 0 } : null;
    },
    [lead],
  );

  useEffect(() => {
    if (!playing) return;
    let frame = 0;
    let before = performance.now();
    const step = (time: number) => {
      const next = on(((time - before) / 1000) * (slow ? QUARTER : 1), loop);
      before = time;
      if (!next) {
        setPlaying(false);
        setAt((a) => ({ ...a, phase: 200 }));
        return;
      }
      now.current = next;
      setAt(next);
      frame = requestAnimationFrame(step);
    };
    frame = requestAnimationFrame(step);
    return () => cancelAnimationFrame(frame);
  }, [playing, slow, loop, on]);

  /** Everything that left its band, in the order in which it is come by. */
  const nicks = useMemo(
    () =>
      [one, other]
        .flatMap((clip) =>
          (clip?.nicks ?? []).flatMap((n) => {
            const repetition = clip?.repetitions.findIndex((r) => r.number === n.repetition) ?? -1;
            return clip && repetition >= 0 ? [{ ...n, clip, at: { repetition, phase: n.phase } }] : [];
          }),
        )
        .sort((a, b) => a.at.repetition - b.at.repetition || a.at.phase - b.at.phase),
    [one, other],
  );

  return {
    at,
    go,
    lead,
    nicks,
    playing,
    slow,
    loop,
    setSlow,
    setLoop,
    play: () => {
      const { repetition, phase } = now.current;
      // At the very end it begins anew.
      if (!playing && phase >= 199.5 && (loop || repetition + 1 >= lead.repetitions.length))
        setAt({ repetition: loop ? repetition : 0, phase: 0 });
      setPlaying(!playing);
    },
    /** One frame of the leading film on or back. */
    step: (frames: number) => go(on(frames / lead.filmRate, false) ?? { ...now.current, phase: 200 }),
    nextNick: () => {
      const { repetition, phase } = now.current;
      const next =
        nicks.find((n) => n.at.repetition > repetition || (n.at.repetition === repetition && n.at.phase > phase + 0.5)) ??
        nicks[0];
      if (next) go(next.at);
      return next ?? null;
    },
    jump: (repetition: number) =>
      go({ repetition: Math.min(Math.max(0, repetition), lead.repetitions.length - 1), phase: now.current.phase }),
  };
}

export type Player = ReturnType<typeof usePlayer>;
