import { ResultMark } from '@/ui/ResultMark';
import { type Result, verdictWord } from '@/words/verdict';
import { type GaugeSize, gaugeOf } from './gauge';
import { Pair } from './Pair';
import { PlumbLine } from './PlumbLine';
import { Rail } from './Rail';
import { SpiritLevel } from './SpiritLevel';

type Two = { left: Result | null; right: Result | null; size?: GaugeSize };

const say = (name: string, { left, right }: Two) =>
  [left, right]
    .flatMap((r) =>
      r
        ? [
            `${r.side} ${name} ${r.words}${r.reachText ? ` ${r.reachText}` : ''}${r.verdict ? `, ${verdictWord[r.verdict].toLowerCase()}` : ''}`,
          ]
        : [],
    )
    .join('; ') || `${name} not looked at`;

/** What was only seen has no needle to show: it wears the eye in the instrument's place. */
const seen = (result: Result | null) => (result?.source === 'eye' ? <ResultMark result={result} /> : null);

/** Both shins on their plumb lines. */
export function ShinPair(two: Two) {
  const { size = 'panel' } = two;
  return (
    <Pair label={say('shin', two)} small={size === 'row'}>
      {(side) => seen(two[side]) ?? <PlumbLine gauge={gaugeOf(two[side])} size={size} />}
    </Pair>
  );
}

/** Both knees on their rails. */
export function KneePair(two: Two) {
  const { size = 'panel' } = two;
  return (
    <Pair label={say('knee', two)} small={size === 'row'}>
      {(side) => seen(two[side]) ?? <Rail gauge={gaugeOf(two[side])} side={side} size={size} />}
    </Pair>
  );
}

/** The pelvis on its level, once for each working side. */
export function PelvisPair(two: Two) {
  const { size = 'panel' } = two;
  return (
    <Pair label={say('pelvis', two)} small={size === 'row'}>
      {(side) => seen(two[side]) ?? <SpiritLevel gauge={gaugeOf(two[side])} side={side} size={size} />}
    </Pair>
  );
}
