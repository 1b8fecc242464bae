import { type Result, type Verdict, verdictLine } from '@/words/verdict';

/**
 * What an instrument shows: a value with the reach of its error, the accepted band (either edge may be open) and the
 * verdict. The unit is the instrument's own: degrees on plumb line and level, centimetres on the rail.
 */
export type Gauge = {
  value: number;
  reach: number;
  low: number | null;
  high: number | null;
  verdict: Verdict;
};

/** The same of a number that is only noted: it has no verdict. */
export type Shown = Omit<Gauge, 'verdict'> & { verdict: Verdict | null };

/** The colour of what an instrument shows. */
export const gaugeLine = (gauge: Shown | null) => (gauge?.verdict ? verdictLine[gauge.verdict] : 'var(--edge)');

/** How large an instrument is drawn: in a list row, on a panel, or as the thing itself on the bench. */
export type GaugeSize = 'row' | 'panel' | 'bench';

/** What an instrument shows of a reading; nothing when it was only seen, or has no verdict. */
export const gaugeOf = (result: Result | null | undefined): Gauge | null =>
  result?.value != null && result.reach !== null && result.verdict
    ? {
        value: result.value,
        reach: result.reach,
        low: result.band?.lower ?? null,
        high: result.band?.upper ?? null,
        verdict: result.verdict,
      }
    : null;

/** An open edge reaches to the end of the instrument. */
export const edges = (gauge: Shown, end: number): [number, number] => [gauge.low ?? -end, gauge.high ?? end];

export const within = (value: number, low: number, high: number) => Math.min(Math.max(value, low), high);
