import type { Schema } from '@/api/client';
import type { SideView } from '../verdict';

/**
 * What an instrument shows: a value with the reach of its error, the accepted band (either edge may be open) and the
 * verdict. The unit is the instrument's own: degrees on plumb line and level, centimetres on the rail.
 */
export type Gauge = {
  value: number;
  reach: number;
  low: number | null;
  high: number | null;
  verdict: Schema['Verdict'];
};

/** How large an instrument is drawn: in a list row, on a panel, or as the thing itself on the bench. */
export type GaugeSize = 'row' | 'panel' | 'bench';

export const shinGauge = (reading: SideView): Gauge => ({
  value: reading.degrees,
  reach: reading.reachDegrees,
  low: reading.band.lowerDegrees,
  high: reading.band.upperDegrees,
  verdict: reading.verdict,
});

/** An open edge reaches to the end of the instrument. */
export const edges = (gauge: Gauge, end: number): [number, number] => [gauge.low ?? -end, gauge.high ?? end];

export const within = (value: number, low: number, high: number) => Math.min(Math.max(value, low), high);
