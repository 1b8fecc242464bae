import type { Schema } from '@/api/client';
import { Sideways } from '@/ui/Sideways';

/** Every height that can be built, standing in a row to scale. */
export function HeightRow({ heights }: { heights: Schema['HeightView'][] }) {
  const built = heights.filter((h) => h.cm > 0);
  if (built.length === 0) return null;
  const step = 50;
  // Pixels for a centimetre: the lowest can still be told from the floor, the highest fits the page.
  const tall = 2.2;
  const most = Math.max(...built.map((h) => h.cm));
  return (
    <Sideways label="Heights that can be built" className="mt-4">
      <svg
        width={built.length * step + 8}
        height={most * tall + 34}
        className="block max-w-none"
        role="img"
        aria-label={`Heights: ${built.map((h) => `${h.text}, ${h.parts}`).join('; ')}`}
      >
        {built.map((h, i) => (
          <g key={`${h.cm}`} transform={`translate(${i * step + 4} ${most * tall + 18})`}>
            <rect
              x="0"
              y={-h.cm * tall}
              width={step - 8}
              height={h.cm * tall}
              rx="1"
              fill="var(--timber)"
              stroke="var(--timber-dark)"
              strokeWidth="0.7"
            />
            <text x={(step - 8) / 2} y={-h.cm * tall - 5} textAnchor="middle" fontSize="14" className="figure" fill="var(--ink)">
              {h.text}
            </text>
          </g>
        ))}
        <path d={`M0 ${most * tall + 18}H${built.length * step + 8}`} stroke="var(--edge)" strokeWidth="1" />
      </svg>
    </Sideways>
  );
}
