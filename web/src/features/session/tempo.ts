import { useEffect, useRef } from 'react';
import { readKept, useKept } from '@/device/kept';
import { type Call, type Item, secondsOf, type Tempo, type TempoAt, tempoAt } from './run';

/** What of a tempo is given: each can be off. */
export type Given = { mark: boolean; sound: boolean; buzz: boolean };
const GIVEN: Given = { mark: true, sound: true, buzz: true };
const PLACE = 'tempo-given';

export const useGiven = () => useKept<Given>(PLACE, () => GIVEN);

let context: AudioContext | undefined;

/** The clock of sound, once something was tapped: a browser gives no sound before. */
export function wakeAudio() {
  if (!(readKept<Given>(PLACE) ?? GIVEN).sound || typeof AudioContext === 'undefined') return;
  context ??= new AudioContext({ latencyHint: 'interactive' });
  void context.resume().catch(() => undefined);
}

/** Seconds of the clock that everything goes by: that of sound while it runs, else the page's own. */
const clock = () => (context?.state === 'running' ? context.currentTime : performance.now() / 1000);

/** How far ahead sounds are laid down, seconds: a late frame is then late for the eye only. */
const AHEAD = 1.5;

const PITCH: Record<Call, number> = { lower: 330, pause: 440, up: 660, top: 550 };

/** The instants of one repetition at which something is called or counted, seconds from its beginning. */
export function beats(tempo: Tempo, upFirst: boolean): { at: number; call: Call; first: boolean }[] {
  const down: [Call, number][] = [
    ['lower', tempo.down],
    ['pause', tempo.pause],
  ];
  const up: [Call, number][] = [
    ['up', tempo.up],
    ['top', tempo.top],
  ];
  const all: { at: number; call: Call; first: boolean }[] = [];
  let from = 0;
  for (const [call, part] of upFirst ? [...up, ...down] : [...down, ...up]) {
    for (let s = 0; s < part; s++) all.push({ at: from + s, call, first: s === 0 });
    from += part;
  }
  return all;
}

function tick(at: number, call: Call, first: boolean) {
  if (!context) return;
  const tone = context.createOscillator();
  const gain = context.createGain();
  tone.frequency.value = first ? PITCH[call] : 220;
  gain.gain.setValueAtTime(0, at);
  gain.gain.linearRampToValueAtTime(first ? 0.35 : 0.12, at + 0.004);
  gain.gain.exponentialRampToValueAtTime(0.001, at + (first ? 0.16 : 0.05));
  tone.connect(gain).connect(context.destination);
  tone.start(at);
  tone.stop(at + 0.2);
}

/**
 * Runs the tempo of a set: `draw` hears on every frame where it is. Sound is laid down ahead on its own clock, which the mark
 * reads too; a buzz comes with each new call.
 */
export function useTempo(
  item: Item | null,
  begun: number | null,
  given: Given,
  draw: (at: TempoAt, since: number, audible: boolean) => void,
) {
  const drawn = useRef(draw);
  drawn.current = draw;
  const tempo = item?.tempo ?? null;
  const upFirst = item?.upFirst ?? false;
  const key = tempo ? `${tempo.down}-${tempo.pause}-${tempo.up}-${tempo.top}-${upFirst}` : '';
  useEffect(() => {
    if (!tempo || begun === null || !Number.isFinite(begun)) return;
    const cycle = secondsOf(tempo);
    const each = beats(tempo, upFirst);
    const since0 = Math.max(0, (Date.now() - begun) / 1000);
    let audible = context?.state === 'running';
    let base = clock() - since0;
    let laid = since0;
    let call: string | null = null;
    let frame = 0;
    const go = () => {
      // Sound that woke up later, or was taken away, has another clock: the tempo goes on where it was.
      const running = context?.state === 'running';
      if (running !== audible) {
        const at = Math.max(0, (Date.now() - begun) / 1000);
        audible = running;
        base = clock() - at;
        laid = at;
      }
      const now = clock();
      const since = now - base;
      if (given.sound && running) {
        const until = since + AHEAD;
        for (let r = Math.floor(laid / cycle); r * cycle <= until; r++)
          for (const beat of each) {
            const at = r * cycle + beat.at;
            if (at >= laid && at < until) tick(base + at, beat.call, beat.first);
          }
        laid = Math.max(laid, until);
      }
      const where = tempoAt(tempo, since, upFirst);
      if (given.buzz && call !== null && call !== where.call) navigator.vibrate?.(where.call === 'lower' ? 90 : 40);
      call = where.call;
      drawn.current(where, since, running);
      frame = requestAnimationFrame(go);
    };
    frame = requestAnimationFrame(go);
    return () => cancelAnimationFrame(frame);
  }, [key, begun, given.sound, given.buzz]);
}

/** A short sound and a buzz: a rest or a hold is over. */
export function bell(given: Given) {
  if (given.sound && context?.state === 'running') {
    tick(context.currentTime, 'up', true);
    tick(context.currentTime + 0.2, 'up', true);
  }
  if (given.buzz) navigator.vibrate?.([60, 60, 60]);
}
