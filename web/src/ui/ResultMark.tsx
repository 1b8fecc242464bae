import { gaugeOf } from '@/ui/instruments/gauge';
import { type Result, resultLine } from '@/words/verdict';
import { BracketMark } from './BracketMark';

/**
 * The shape of an answer, whatever its source: brackets for a number with a band, a lidded eye for what was only seen (open
 * under its lid, with a tick beside it when it looked fine and a cross when it did not), a bare dash for what is noted, a gap while nobody has looked.
 */
export function ResultMark({ result, width = 52 }: { result: Result | null; width?: number }) {
  if (!result)
    return (
      <svg width={width} height={22} viewBox="0 0 52 22" aria-hidden="true" className="shrink-0">
        <path d="M14 11H38" stroke="var(--edge)" strokeWidth="2" strokeDasharray="2 5" strokeLinecap="round" />
      </svg>
    );
  if (result.source === 'eye') return <EyeMark result={result} width={width} />;
  const gauge = gaugeOf(result);
  if (gauge) return <BracketMark gauge={gauge} each={result.each} width={width} />;
  return (
    <svg width={width} height={22} viewBox="0 0 52 22" aria-hidden="true" className="shrink-0">
      <path d="M16 11H36" stroke="var(--edge)" strokeWidth="2.5" strokeLinecap="round" />
    </svg>
  );
}

function EyeMark({ result, width }: { result: Result; width: number }) {
  const colour = resultLine(result);
  const fine = result.verdict === 'inBand';
  return (
    <svg width={width} height={22} viewBox="0 0 52 22" aria-hidden="true" className="shrink-0">
      <g fill="none" stroke={colour} strokeWidth="2.25" strokeLinecap="round" strokeLinejoin="round">
        <path d="M9 12C14 4.500 30 4.500 35 12" />
        <path d="M13 15C18 18.500 26 18.500 31 15" strokeWidth="1.5" opacity="0.75" />
        {fine ? <path d="M42.500 12.500L45 15.500L50 7.500" /> : <path d="M43 8L50 15M50 8L43 15" />}
      </g>
      <circle cx="22" cy="12" r="3.2" fill={colour} stroke={colour} strokeWidth="1.8" />
    </svg>
  );
}
