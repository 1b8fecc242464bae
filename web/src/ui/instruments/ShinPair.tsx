import type { SideView } from '../verdict';
import { verdictWord } from '../verdict';
import { type GaugeSize, shinGauge } from './gauge';
import { Pair } from './Pair';
import { PlumbLine } from './PlumbLine';

/** Both shins on their plumb lines, as last read. */
export function ShinPair({ left, right, size = 'panel' }: { left: SideView | null; right: SideView | null; size?: GaugeSize }) {
  const words = [left, right]
    .flatMap((r) => (r ? [`${r.side} shin ${r.lean} ${r.reachText}, ${verdictWord[r.verdict].toLowerCase()}`] : []))
    .join('; ');
  return (
    <Pair label={words || 'Not read yet'} small={size === 'row'}>
      {(side) => {
        const reading = side === 'left' ? left : right;
        return <PlumbLine gauge={reading && shinGauge(reading)} size={size} />;
      }}
    </Pair>
  );
}
