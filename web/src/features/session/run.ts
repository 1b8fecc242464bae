import type { Schema } from '@/api/client';
import type { Side } from '@/ui/SidePlate';

// What a session has come to, folded from its taps on the device: the same as the server's own (src/DeftStride.Core/Training/
// Running/SessionRun.cs), which both are held to by shared cases (run.test.ts). It knows no rule: what may not be gone past
// comes as data.

export type Item = Schema['SessionItemDto'];
export type Guard = Schema['GuardDto'];
export type Tap = Schema['SessionTapDto'];
export type Kind = Schema['TapKind'];
export type Tempo = Schema['TempoDto'];
export type Pain = Schema['PainDto'];

export type Step = { item: string; set: number; side: Side | null };
export type Load = { kg: number; position: Schema['LoadPosition'] };
export type StepDone = { step: Step; exerciseId: string; clean: boolean[]; load: Load; resets: number; seconds: number | null };
export type Phase = 'before' | 'working' | 'toChange' | 'done' | 'stopped';
/** `from` in milliseconds of the device's clock. */
export type Rest = { from: number; seconds: number };

export type Run = {
  items: Item[];
  guard: Guard;
  phase: Phase;
  step: Step | null;
  count: boolean[];
  resets: number;
  begun: number | null;
  counted: number | null;
  over: StepDone[];
  rest: Rest | null;
  pains: { after: Step | null; pain: Pain }[];
  efforts: Record<string, number>;
  felts: Record<string, { asExpected: boolean; where: string }>;
  morning: number | null;
  soreness: number | null;
  changes: string[];
  tired: Side[];
  skipped: string[];
  closed: boolean;
  why: string | null;
};

/** Pain from which a set is stopped, whatever limit was set. */
const STOP = 5;
const MOST = 200;
const LONGEST_REST = 900;

export const countedPain = (pain: Pain) => (pain.kind === 'muscle' ? 0 : pain.score);

export const secondsOf = (t: Tempo) => t.down + t.pause + t.up + t.top;
const pace = (i: Item) => Math.max(1, i.tempo ? secondsOf(i.tempo) : 1);
export const timed = (i: Item) => i.held || i.forSeconds != null;
/** How long a set lasts, seconds, where the clock ends it. */
export const lasts = (i: Item) => i.forSeconds ?? (i.held ? i.amount : null);
export const whole = (i: Item) =>
  i.forSeconds != null ? Math.max(1, Math.floor(i.forSeconds / pace(i))) : i.alternating ? 2 * i.amount : i.amount;
const other = (side: Side): Side => (side === 'left' ? 'right' : 'left');

function steps(i: Item): Step[] {
  const first: Side = i.first ?? 'left';
  const sides = i.together || i.alternating ? [null] : [first, other(first)];
  return Array.from({ length: i.sets }, (_, n) => sides.map((side) => ({ item: i.id, set: n + 1, side }))).flat();
}

export const sameStep = (a: Step | null | undefined, b: Step | null | undefined) =>
  a === b || (!!a && !!b && a.item === b.item && a.set === b.set && a.side === b.side);

/** Why an exercise is not offered so, or null where it is. */
export const against = (guard: Guard, exerciseId: string, kg: number) =>
  guard.barred ?? guard.refused[exerciseId] ?? (kg > 0 ? (guard.notLoaded[exerciseId] ?? null) : null);

export const itemOf = (run: Run) => (run.step ? (run.items.find((i) => i.id === run.step?.item) ?? null) : null);

/** The sets that are over, without ranges that were only measured. */
export const setsDone = (run: Run) => run.over.filter((o) => !run.items.some((i) => i.id === o.step.item && i.range));

/** How many are asked of the set that is done or comes next: the second side matches what the first did when that was fewer. */
export function asked(run: Run): number {
  const item = itemOf(run);
  if (!item || !run.step) return 0;
  const { step } = run;
  const first = run.over.findLast((o) => o.step.item === item.id && o.step.set === step.set);
  return first && first.clean.length > 0 && first.step.side !== step.side
    ? Math.min(whole(item), first.clean.length)
    : whole(item);
}

export const fadedAtTheEnd = (done: StepDone) => {
  const at = done.clean.indexOf(false);
  const clean = at < 0 ? done.clean.length : at;
  return clean >= 3 && clean < done.clean.length && !done.clean.slice(clean).includes(true) && 3 * clean >= 2 * done.clean.length;
};

/** The set that is just over, where only its last ones were not clean and everything of the exercise before it was: tired, not untaught. */
export const faded = (run: Run): StepDone | null => {
  const last = run.over.at(-1);
  return last &&
    fadedAtTheEnd(last) &&
    run.over.every((o) => o === last || o.step.item !== last.step.item || o.clean.every(Boolean))
    ? last
    : null;
};

/** What is left of a rest, seconds, from the clock: a clock that was set back leaves it as long as it is and no longer. */
export const restLeft = (rest: Rest, now: number) => Math.min(rest.seconds, Math.max(0, rest.seconds - (now - rest.from) / 1000));

/** Whether pain has ended it: that is not talked away. */
export const stoppedByPain = (run: Run) => run.phase === 'stopped' && run.pains.some((p) => countedPain(p.pain) >= STOP);

export const mayGoOn = (run: Run) =>
  run.phase === 'stopped' && !run.closed && run.guard.barred === null && !run.pains.some((p) => countedPain(p.pain) >= STOP);

/** What has come of what was asked for and every tap since. */
export const runOf = (items: Item[], guard: Guard, taps: Tap[]): Run =>
  taps.reduce(
    after,
    next({
      items,
      guard,
      phase: 'before',
      step: null,
      count: [],
      resets: 0,
      begun: null,
      counted: null,
      over: [],
      rest: null,
      pains: [],
      efforts: {},
      felts: {},
      morning: null,
      soreness: null,
      changes: [],
      tired: [],
      skipped: [],
      closed: false,
      why: null,
    }),
  );

const going = (run: Run) => run.phase !== 'stopped' && !run.closed;
const ms = (tap: Tap) => Date.parse(tap.at);

/** It after one more tap. A tap that means nothing where it comes gives the very same run. */
export function after(run: Run, tap: Tap): Run {
  const at = ms(tap);
  const item = itemOf(run);
  switch (tap.kind) {
    case 'begun':
      // A range is measured and not counted: it is told, as a set that was counted elsewhere is.
      return run.phase === 'before' && item && !item.range
        ? { ...run, phase: 'working', rest: null, begun: at, counted: null }
        : run;
    case 'counted': {
      if (run.phase === 'before' && item && !item.range) return after(after(run, { ...tap, kind: 'begun' }), tap);
      if (run.phase !== 'working' || (tap.clean && item && timed(item)) || run.count.length >= MOST) return run;
      return { ...run, count: [...run.count, tap.clean === true], counted: at };
    }
    case 'takenBack':
      return run.phase === 'working' && run.count.length > 0 ? { ...run, count: run.count.slice(0, -1) } : run;
    case 'reset':
      return run.phase === 'working' && run.resets < MOST ? { ...run, resets: run.resets + 1 } : run;
    case 'ended':
      return run.phase === 'working' ? ended(run, at) : run;
    case 'restLonger': {
      const seconds = tap.seconds ?? 0;
      return run.rest && seconds > 0
        ? { ...run, rest: { ...run.rest, seconds: Math.min(run.rest.seconds + seconds, LONGEST_REST) } }
        : run;
    }
    case 'pain':
      return tap.pain ? hurt(run, tap.pain, at) : run;
    case 'changed':
      return run.phase === 'toChange' ? { ...run, phase: 'before', changes: [...run.changes, tap.change ?? ''] } : run;
    case 'effort': {
      const last = lastItem(run);
      return last && tap.score != null && tap.score >= 0 && tap.score <= 10
        ? { ...run, efforts: { ...run.efforts, [last]: tap.score } }
        : run;
    }
    case 'felt': {
      const last = lastItem(run);
      return last && tap.felt ? { ...run, felts: { ...run.felts, [last]: tap.felt } } : run;
    }
    case 'morning':
      return tap.score != null && tap.score >= 0 && tap.score <= 10 ? { ...run, morning: tap.score } : run;
    case 'soreness':
      return tap.score != null && tap.score >= 0 && tap.score <= 10 ? { ...run, soreness: tap.score } : run;
    case 'lastOnes':
      return tap.side && !run.tired.includes(tap.side) ? { ...run, tired: [...run.tired, tap.side] } : run;
    case 'firstSide':
      return withItem(run, tap.item, (i) => ({ ...i, first: tap.side ?? i.first }));
    case 'load':
      return withItem(run, tap.item, (i) => ({ ...i, loadKg: tap.loadKg ?? 0, position: tap.position ?? 'none' }));
    case 'tempo':
      return withItem(run, tap.item, (i) => (i.tempo && tap.tempo ? { ...i, tempo: tap.tempo } : i));
    case 'guard':
      return tap.guard ? next({ ...run, guard: tap.guard }) : run;
    case 'setTold':
      return told(run, tap);
    case 'skipped':
      return going(run) && run.items.some((i) => i.id === tap.item) ? skip(run, tap.item as string, at) : run;
    case 'added':
      return going(run) && tap.added && run.items.every((i) => i.id !== tap.added?.id)
        ? next({ ...run, items: put(run.items, tap.added, tap.before) })
        : run;
    case 'moved': {
      const moved = run.items.find((i) => i.id === tap.item);
      return going(run) && moved
        ? next({
            ...run,
            items: put(
              run.items.filter((i) => i !== moved),
              moved,
              tap.before,
            ),
          })
        : run;
    }
    case 'stopped':
      return run.phase === 'stopped' ? run : halted(run, at);
    case 'closed':
      return { ...(run.phase === 'stopped' || run.phase === 'done' ? run : halted(run, at)), closed: true };
    case 'resumed':
      return mayGoOn(run) ? next({ ...run, phase: 'before', why: null }) : run;
  }
}

const lastOver = (run: Run) => run.over.at(-1)?.step ?? null;
const lastItem = (run: Run) => (run.phase === 'working' ? run.step?.item : (lastOver(run)?.item ?? run.step?.item)) ?? null;

/** What is being counted goes with the sets that are over: nothing that was counted is lost. */
function kept(run: Run, at: number | null): Run {
  const item = itemOf(run);
  if (!run.step || !item || (run.count.length === 0 && run.phase !== 'working')) return run;
  const until = at ?? run.counted;
  const lasted = run.begun !== null && until !== null ? (until - run.begun) / 1000 : 0;
  const clean = timed(item) && at !== null ? byTheClock(run, item, lasted) : run.count;
  const took = !timed(item) && run.begun !== null && run.counted !== null ? (run.counted - run.begun) / 1000 : 0;
  const done: StepDone = {
    step: run.step,
    exerciseId: item.exerciseId,
    clean,
    load: { kg: item.loadKg, position: item.position },
    resets: run.resets,
    seconds: took > 0 ? took : null,
  };
  return { ...run, over: [...run.over, done], count: [], resets: 0, phase: 'before', step: null, begun: null, counted: null };
}

function byTheClock(run: Run, item: Item, seconds: number): boolean[] {
  const all = Math.min(whole(item), Math.floor(Math.max(0, seconds) / (item.held ? 1 : pace(item))));
  const not = run.count.filter((c) => !c).length;
  return [...Array<boolean>(Math.max(0, all - not)).fill(true), ...Array<boolean>(not).fill(false)];
}

function ended(run: Run, at: number): Run {
  const rest = itemOf(run)?.restSeconds ?? 0;
  const then = next(kept(run, at));
  return then.step === null || rest === 0 ? then : { ...then, rest: { from: at, seconds: rest } };
}

const halted = (run: Run, at: number): Run => ({
  ...kept(run, at),
  phase: 'stopped',
  step: null,
  rest: null,
  why: 'Stopped by the coach.',
});

function told(run: Run, tap: Tap): Run {
  const item = run.items.find((i) => i.id === tap.item);
  const step: Step = { item: tap.item ?? '', set: tap.set ?? 0, side: tap.side ?? null };
  const clean = tap.each ?? [];
  if (
    !item ||
    !steps(item).some((s) => sameStep(s, step)) ||
    run.over.some((o) => sameStep(o.step, step)) ||
    (run.phase === 'working' && sameStep(run.step, step)) ||
    clean.length === 0 ||
    clean.length > MOST
  )
    return run;
  const load: Load = { kg: tap.loadKg ?? 0, position: tap.position ?? 'none' };
  return next({
    ...run,
    over: [...run.over, { step, exerciseId: item.exerciseId, clean, load, resets: tap.resets ?? 0, seconds: null }],
  });
}

function hurt(run: Run, pain: Pain, at: number): Run {
  const where = run.phase === 'working' ? run.step : lastOver(run);
  const now: Run = { ...run, pains: [...run.pains, { after: where, pain }] };
  const score = countedPain(pain);
  if (score >= STOP) return { ...kept(now, at), phase: 'stopped', step: null, rest: null, why: stopWords(pain) };
  if (score <= run.guard.painLimit || run.phase === 'stopped' || run.phase === 'done')
    return now.phase === 'toChange' ? { ...now, phase: 'before' } : now;
  const over = run.phase === 'working' ? ended(now, at) : now;
  return over.phase === 'before' ? { ...over, phase: 'toChange' } : over;
}

/** The studio says it in its own words once it is told; until then in these. */
const stopWords = (pain: Pain) => `Pain ${pain.score}: stop for today. Ask tomorrow how the morning was.`;

function withItem(run: Run, id: string | null | undefined, change: (item: Item) => Item): Run {
  return going(run) && run.items.some((i) => i.id === id)
    ? next({ ...run, items: run.items.map((i) => (i.id === id ? change(i) : i)) })
    : run;
}

function skip(run: Run, id: string, at: number): Run {
  let then = run.step?.item === id && run.phase === 'working' ? ended(run, at) : run;
  // To leave what hurt for today is the one thing changed.
  if (then.phase === 'toChange' && lastOver(then)?.item === id) then = { ...then, phase: 'before' };
  return next({ ...then, skipped: then.skipped.includes(id) ? then.skipped : [...then.skipped, id] });
}

/** Which set comes next, unless one is being done: the first that is not over, not skipped and not forbidden. */
function next(run: Run): Run {
  if (run.guard.barred !== null) return { ...kept(run, null), phase: 'stopped', step: null, rest: null, why: run.guard.barred };
  if (run.phase === 'working' || run.phase === 'stopped' || run.closed) return run;
  const step = run.items
    .filter((i) => !run.skipped.includes(i.id) && against(run.guard, i.exerciseId, i.loadKg) === null)
    .flatMap(steps)
    .find((s) => !run.over.some((o) => sameStep(o.step, s)));
  return step
    ? { ...run, phase: run.phase === 'toChange' ? 'toChange' : 'before', step }
    : { ...run, phase: 'done', step: null, rest: null };
}

function put(items: Item[], item: Item, before: string | null | undefined): Item[] {
  const at = items.findIndex((i) => i.id === before);
  return at < 0 ? [...items, item] : [...items.slice(0, at), item, ...items.slice(at)];
}

export type Call = Schema['TempoCall'];
export type TempoAt = { repetition: number; call: Call; left: number; depth: number };

/** Where in the tempo an instant is, from the clock: a late frame is late and not behind. */
export function tempoAt(tempo: Tempo, seconds: number, upFirst = false): TempoAt {
  const cycle = secondsOf(tempo);
  const at = Math.max(0, seconds);
  const repetition = Math.floor(at / cycle);
  let into = at - repetition * cycle;
  const down: [Call, number][] = [
    ['lower', tempo.down],
    ['pause', tempo.pause],
  ];
  const up: [Call, number][] = [
    ['up', tempo.up],
    ['top', tempo.top],
  ];
  for (const [call, part] of upFirst ? [...up, ...down] : [...down, ...up]) {
    if (into < part) {
      const depth = call === 'lower' ? into / part : call === 'pause' ? 1 : call === 'up' ? 1 - into / part : 0;
      return { repetition: repetition + 1, call, left: part - Math.floor(into), depth };
    }
    into -= part;
  }
  return upFirst
    ? { repetition: repetition + 2, call: 'up', left: tempo.up, depth: 1 }
    : { repetition: repetition + 2, call: 'lower', left: tempo.down, depth: 0 };
}
