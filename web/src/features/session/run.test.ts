import { describe, expect, it } from 'vitest';
import {
  after,
  asked,
  faded,
  fadedAtTheEnd,
  type Guard,
  type Item,
  type Run,
  restLeft,
  runOf,
  type Step,
  type Tap,
  tempoAt,
} from './run';
import cases from './run.cases.json';

/** A state in a line, as the server's own test writes it. */
function said(run: Run): string {
  const id = (of: string) => of.at(-1) ?? '';
  const step = (s: Step | null) => (s ? `${id(s.item)}${s.set}${s.side ? s.side[0] : 'b'}` : '-');
  const bits = (all: boolean[]) => all.map((c) => (c ? '1' : '0')).join('');
  const over = run.over.map(
    (o) => `${step(o.step)}:${bits(o.clean)}:${o.load.kg}:${o.seconds ?? ''}${fadedAtTheEnd(o) ? 'f' : ''}`,
  );
  const pains = run.pains.map((p) => `${step(p.after)}=${p.pain.score}`);
  const efforts = Object.entries(run.efforts)
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .map(([i, e]) => `${id(i)}=${e}`);
  return `${run.phase} ${step(run.step)} ${asked(run)} [${bits(run.count)}] ${run.resets} ${over.join(',')} rest ${run.rest?.seconds ?? ''} pains ${pains.join(',')} efforts ${efforts.join(',')} ${run.morning ?? ''} ${run.soreness ?? ''} ${run.changes.length} ${run.tired.length}${run.closed ? ' closed' : ''}${faded(run) ? ' faded' : ''} ${run.items.map((i) => id(i.id)).join('')}`;
}

describe('A session folded on the device', () => {
  it('is the server’s after every tap of every case', () => {
    for (const one of cases as unknown as { items: Item[]; guard: Guard; taps: Tap[]; said: string[] }[]) {
      let run = runOf(one.items, one.guard, []);
      expect(said(run)).toBe(one.said[0]);
      one.taps.forEach((tap, i) => {
        run = after(run, tap);
        expect(said(run)).toBe(one.said[i + 1]);
      });
      // From the beginning, as after a reload, it is the same.
      expect(runOf(one.items, one.guard, one.taps)).toEqual(run);
    }
  });

  it('rests by the clock, and a clock that was set back makes it no longer', () => {
    const rest = { from: 1_000_000, seconds: 60 };
    expect(restLeft(rest, 1_025_000)).toBe(35);
    expect(restLeft(rest, 9_000_000)).toBe(0);
    expect(restLeft(rest, 0)).toBe(60);
  });

  it('tells the tempo from the clock, onto a box the way up first', () => {
    const usual = { down: 3, pause: 1, up: 1, top: 0 };
    expect(tempoAt(usual, 0)).toEqual({ repetition: 1, call: 'lower', left: 3, depth: 0 });
    expect(tempoAt(usual, 3.5)).toEqual({ repetition: 1, call: 'pause', left: 1, depth: 1 });
    expect(tempoAt(usual, 9.25)).toEqual({ repetition: 2, call: 'up', left: 1, depth: 0.75 });
    expect(tempoAt({ ...usual, top: 1 }, 1.5, true).call).toBe('top');
  });
});
