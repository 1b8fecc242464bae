import type { SideView } from './verdict';
import { verdictLine } from './verdict';

/**
 * The plumb line, the instrument of the shin: a hook, a string, a brass bob, the accepted wedge and the shin leaning in
 * it. Forward is to the right on both sides, so that left and right can be laid over each other.
 */
export function Plumb({ reading, size = 84 }: { reading: SideView | null; size?: number }) {
  const reach = 66;
  const at = (degrees: number, r: number) => {
    const a = (degrees * Math.PI) / 180;
    return `${40 + Math.sin(a) * r} ${86 - Math.cos(a) * r}`;
  };
  const low = reading?.band.lowerDegrees ?? -30;
  const high = reading?.band.upperDegrees ?? 45;
  return (
    <svg width={size * 0.95} height={size} viewBox="0 0 95 100" aria-hidden="true" className="shrink-0">
      {reading && (
        <>
          <path d={`M40 86L${at(low, reach)}A${reach} ${reach} 0 0 1 ${at(high, reach)}Z`} fill="var(--pine)" opacity="0.13" />
          {reading.band.lowerDegrees !== null && (
            <path d={`M${at(low, 30)}L${at(low, reach)}`} stroke="var(--pine)" strokeWidth="1.5" />
          )}
          {reading.band.upperDegrees !== null && (
            <path d={`M${at(high, 30)}L${at(high, reach)}`} stroke="var(--pine)" strokeWidth="1.5" />
          )}
        </>
      )}
      <path d="M35 6h10M40 6v66" stroke="var(--brass)" strokeWidth="2" strokeLinecap="round" />
      <path d="M36.5 72h7v3.5l-3.5 9-3.5-9z" fill="var(--brass)" />
      {reading && (
        <>
          <path
            d={`M${at(reading.degrees - reading.reachDegrees, 60)}A60 60 0 0 1 ${at(reading.degrees + reading.reachDegrees, 60)}`}
            fill="none"
            stroke={verdictLine[reading.verdict]}
            strokeWidth="2"
          />
          <path
            d={`M40 86L${at(reading.degrees, 60)}`}
            stroke={verdictLine[reading.verdict]}
            strokeWidth="4.5"
            strokeLinecap="round"
          />
          <circle cx="40" cy="86" r="4" fill="var(--paper)" stroke="var(--ink)" strokeWidth="2" />
        </>
      )}
      <path d="M8 95.5h79" stroke="var(--edge)" strokeWidth="2" strokeLinecap="round" />
    </svg>
  );
}
