import type { Schema } from '@/api/client';

/** From the front: the pelvis over its two tracks, narrow at the hip joints and wide at the hip bones. */
export function TrackView({ sizes, text }: { sizes: Schema['BodySizesView']; text: string }) {
  const [narrow, wide] = [sizes.hipJointCm / 2, sizes.hipBoneCm / 2];
  const foot = (x: number, y: number) => <ellipse cx={x} cy={y} rx="4.300" ry="2.200" fill="var(--figure-front)" />;
  return (
    <figure className="flex items-center gap-3">
      <svg viewBox="-34 -66 68 74" className="h-24 shrink-0" role="img" aria-label={`Feet apart: ${text}`}>
        <rect x={-wide} y="-4" width={wide - narrow} height="9" fill="var(--band)" />
        <rect x={narrow} y="-4" width={wide - narrow} height="9" fill="var(--band)" />
        {[-narrow, narrow, -wide, wide].map((x) => (
          <path
            key={x}
            d={`M${x} -52V6`}
            stroke="var(--pine)"
            strokeWidth="0.7"
            strokeDasharray={Math.abs(x) === wide ? '2 2' : undefined}
          />
        ))}
        <path d={`M${-wide} -52Q0 -42 ${wide} -52L${wide - 4} -62Q0 -56 ${-wide + 4} -62Z`} fill="var(--figure-trunk)" />
        <path
          d={`M${-narrow} -50L${-narrow - 2} -2M${narrow} -50L${narrow + 2} -2`}
          stroke="var(--figure-front)"
          strokeWidth="6"
          strokeLinecap="round"
        />
        {foot(-narrow - 2, 0)}
        {foot(narrow + 2, 0)}
        <path d="M-32 3H32" stroke="var(--edge)" strokeWidth="0.8" />
      </svg>
      <figcaption className="text-small">
        <span className="figure block text-head">{text}</span>
        <span className="text-soft">feet apart: hip joints to hip bones</span>
      </figcaption>
    </figure>
  );
}
