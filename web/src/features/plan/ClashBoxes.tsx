import type { Schema } from '@/api/client';

const W = 250;
const H = 148;
const GROUND = 118;

/** The boxes of a clash side by side in true proportion, with the heights that do as a band across them. */
export function ClashBoxes({ clash }: { clash: Schema['KitClashView'] }) {
  const tallest = Math.max(clash.fitsHighCm, ...clash.heights.map((h) => h.cm)) + 3;
  const scale = (GROUND - 24) / tallest;
  const y = (cm: number) => GROUND - cm * scale;
  const each = Math.min(72, (W - 30) / Math.max(1, clash.heights.length));
  const from = (W - each * clash.heights.length) / 2;
  return (
    <svg viewBox={`0 0 ${W} ${H}`} className="w-full max-w-[270px]" role="img" aria-label={clash.fitsText}>
      <rect
        x="14"
        y={y(clash.fitsHighCm)}
        width={W - 28}
        height={Math.max(3, (clash.fitsHighCm - clash.fitsLowCm) * scale)}
        fill="var(--band)"
      />
      {[
        [10, 1],
        [W - 10, -1],
      ].map(([at = 0, way = 1]) => (
        <path
          key={at}
          d={`M${at + way * 9} ${y(clash.fitsHighCm)} H${at} V${y(clash.fitsLowCm)} H${at + way * 9}`}
          fill="none"
          stroke="var(--pine)"
          strokeWidth="2.6"
        />
      ))}
      <text x={W / 2} y="13" textAnchor="middle" fontSize="12.5" fontWeight="600" fill="var(--pine)">
        {clash.fitsText}
      </text>
      <line x1="4" x2={W - 4} y1={GROUND} y2={GROUND} stroke="var(--edge)" strokeWidth="1.5" />
      {clash.heights.map((h, i) => {
        const left = from + i * each + 5;
        const w = each - 10;
        return (
          <g key={h.cm}>
            <rect
              x={left}
              y={y(h.cm)}
              width={w}
              height={h.cm * scale}
              fill="var(--timber)"
              stroke="var(--timber-dark)"
              strokeWidth="1.5"
            />
            <rect x={left + w / 2 - 9} y={y(h.cm * 0.5)} width="18" height="5" rx="2.5" fill="var(--timber-dark)" />
            {h.client && (
              <ellipse
                cx={left + w / 2}
                cy={y(h.cm) - 4.5}
                rx="13"
                ry="4.5"
                fill={h.offered ? 'var(--paper)' : 'var(--ink)'}
                stroke={h.offered ? 'var(--brass)' : 'none'}
                strokeWidth="2.2"
              />
            )}
            <text
              x={left + w / 2}
              y={GROUND + 15}
              textAnchor="middle"
              fontSize="12.5"
              fontWeight={h.offered ? 700 : 600}
              fill={h.offered ? 'var(--pine)' : 'var(--ink)'}
            >
              {h.text}
            </text>
            {h.client && (
              <text x={left + w / 2} y={GROUND + 28} textAnchor="middle" fontSize="12" fill="var(--ink-soft)">
                {h.client}
              </text>
            )}
          </g>
        );
      })}
    </svg>
  );
}
