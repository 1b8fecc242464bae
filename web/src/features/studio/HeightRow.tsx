import type { Schema } from '@/api/client';

/** Every height that can be built, standing in a row to scale. */
export function HeightRow({ heights }: { heights: Schema['HeightView'][] }) {
  const built = heights.filter((h) => h.cm > 0);
  if (built.length === 0) return null;
  const step = 40;
  const most = Math.max(...built.map((h) => h.cm));
  return (
    <div className="mt-4 overflow-x-auto">
      <svg
        viewBox={`0 0 ${built.length * step + 8} ${most + 34}`}
        className="block max-h-52 w-full min-w-[640px]"
        role="img"
        aria-label={`Heights: ${built.map((h) => `${h.text}, ${h.parts}`).join('; ')}`}
      >
        {built.map((h, i) => (
          <g key={`${h.cm}`} transform={`translate(${i * step + 4} ${most + 14})`}>
            <rect
              x="0"
              y={-h.cm}
              width={step - 8}
              height={h.cm}
              rx="1"
              fill="var(--timber)"
              stroke="var(--timber-dark)"
              strokeWidth="0.7"
            />
            <text x={(step - 8) / 2} y={-h.cm - 4} textAnchor="middle" fontSize="9" className="figure" fill="var(--ink)">
              {h.text}
            </text>
          </g>
        ))}
        <path d={`M0 ${most + 14}H${built.length * step + 8}`} stroke="var(--edge)" strokeWidth="1" />
      </svg>
    </div>
  );
}
