import type { Schema } from '@/api/client';
import type { Gauge } from '@/ui/instruments/gauge';
import type { Side } from '@/ui/SidePlate';

/** Made-up readings, one of every kind, for the sheet alone. */
export const shin: Record<string, Gauge> = {
  'In band': { value: 4, reach: 3, low: -5, high: 10, verdict: 'inBand' },
  'Too close to call': { value: 8.5, reach: 3, low: -5, high: 10, verdict: 'tooCloseToCall' },
  Outside: { value: 24, reach: 3, low: -5, high: 10, verdict: 'outside' },
  'Open above': { value: 31, reach: 4, low: 25, high: null, verdict: 'inBand' },
};

export const knee: Record<string, Gauge> = {
  'In band': { value: 0.6, reach: 0.9, low: -3, high: 3, verdict: 'inBand' },
  'Too close to call': { value: 2.6, reach: 0.9, low: -3, high: 3, verdict: 'tooCloseToCall' },
  Outside: { value: 5.2, reach: 0.9, low: -3, high: 3, verdict: 'outside' },
};

export const pelvis: Record<string, Gauge> = {
  'In band': { value: 1.5, reach: 1.6, low: -5, high: 5, verdict: 'inBand' },
  'Too close to call': { value: 4.4, reach: 1.6, low: -5, high: 5, verdict: 'tooCloseToCall' },
  Outside: { value: 9, reach: 1.6, low: -5, high: 5, verdict: 'outside' },
};

export const reading = (side: Side, gauge: Gauge, verdict: string): Schema['ResultView'] => ({
  measureId: 'front-shin',
  each: [],
  side,
  moment: 'bottom',
  standing: true,
  mustPass: true,
  source: 'pictures',
  value: gauge.value,
  text: `${Math.round(gauge.value)}°`,
  words: `${Math.round(gauge.value)}° forward`,
  reach: gauge.reach,
  reachText: `±${gauge.reach}°`,
  verdict: gauge.verdict,
  where: gauge.verdict === 'outside' ? 'beyond' : 'within',
  marginText:
    verdict === 'Outside'
      ? '14° past the limit (−5° to 10°)'
      : verdict === 'In band'
        ? '−5° to 10°'
        : 'an edge lies within the measuring error',
  band: { lower: gauge.low, upper: gauge.high, text: '−5° to 10°' },
  repetitions: 3,
  sameness: null,
  error: [
    { name: 'Placing', text: '1.1°', means: 'how far hand-placed points scatter in a picture this large' },
    { name: 'Together', text: '1.6°', means: 'standard error over 3 repetitions' },
  ],
});

export const rungs = [
  { id: 'half-kneeling', name: 'Half-kneeling', note: '12 Oct' },
  { id: 'from-floor', name: 'From the floor', note: '26 Oct' },
  { id: 'to-pad', name: 'To pad', note: '9 Nov' },
  { id: 'loaded', name: 'Loaded' },
  { id: 'reverse', name: 'Reverse lunge' },
  { id: 'offset', name: 'Offset reverse' },
];
