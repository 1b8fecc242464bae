import type { Schema } from '@/api/client';

export type Points = Schema['FigureView']['points'];
export type Sizes = Schema['BodySizesView'];
type P = [number, number];

export const at = (points: Points, name: string): P => {
  const p = points[name];
  return [p?.[0] ?? 0, -(p?.[1] ?? 0)];
};

const line = (...points: P[]) => `M${points.map((p) => `${p[0].toFixed(1)} ${p[1].toFixed(1)}`).join('L')}`;

/**
 * The client to scale in the side view: shaped limbs over the linkage's points, the front leg in ink, the rear leg and
 * trunk paler. World units are centimetres, y up on the floor and therefore negative here.
 */
export function BenchFigure({
  points,
  sizes,
  ghost = false,
  hands,
}: {
  points: Points;
  sizes: Sizes;
  ghost?: boolean;
  /** Where the hands are, centimetres; on the hips where nothing is said. */
  hands?: number[] | null;
}) {
  const p = (name: string) => at(points, name);
  const unit = sizes.statureCm / 175;
  if (ghost)
    return (
      <g fill="none" strokeLinejoin="round" strokeLinecap="round" pointerEvents="none">
        {[
          { stroke: 'var(--paper)', width: 2.6, dash: undefined },
          { stroke: 'var(--slate)', width: 1.5, dash: '4 3' },
        ].map(({ stroke, width, dash }) => (
          <path
            key={stroke}
            d={`${line(p('frontToe'), p('frontHeel'), p('frontAnkle'), p('frontKnee'), p('hip'), p('shoulder'))}${line(p('hip'), p('rearKnee'), p('rearAnkle'), p('rearToe'))}`}
            stroke={stroke}
            strokeWidth={width * unit}
            strokeDasharray={dash}
          />
        ))}
      </g>
    );
  const [hip, shoulder] = [p('hip'), p('shoulder')];
  const lean: P = [(shoulder[0] - hip[0]) / sizes.trunkCm, (shoulder[1] - hip[1]) / sizes.trunkCm];
  const head: P = [shoulder[0] + lean[0] * 18.5 * unit + 3 * unit, shoulder[1] + lean[1] * 18.5 * unit];
  const limb = (a: P, b: P, from: number, to: number, fill: string) => {
    const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
    const length = Math.hypot(dx, dy) || 1;
    const [nx, ny] = [-dy / length, dx / length];
    const [ra, rb] = [from * unit, to * unit];
    return (
      <g fill={fill}>
        <path
          d={`M${a[0] + nx * ra} ${a[1] + ny * ra}L${b[0] + nx * rb} ${b[1] + ny * rb}L${b[0] - nx * rb} ${b[1] - ny * rb}L${a[0] - nx * ra} ${a[1] - ny * ra}Z`}
        />
        <circle cx={a[0]} cy={a[1]} r={ra} />
        <circle cx={b[0]} cy={b[1]} r={rb} />
      </g>
    );
  };
  const foot = (ankle: P, heel: P, toe: P, fill: string) => (
    <path
      d={`M${heel[0]} ${heel[1]}L${toe[0]} ${toe[1]}L${ankle[0] + (toe[0] - ankle[0]) * 0.28} ${ankle[1] + (toe[1] - ankle[1]) * 0.28}L${ankle[0]} ${ankle[1]}Z`}
      fill={fill}
      stroke={fill}
      strokeWidth={3.4 * unit}
      strokeLinejoin="round"
    />
  );
  const rearHeel = (): P => {
    if (points.rearHeel) return p('rearHeel');
    // The heel stands behind ankle and ball along the sole.
    const [ankle, ball] = [p('rearAnkle'), p('rearBall')];
    const [dx, dy] = [ball[0] - ankle[0], ball[1] - ankle[1]];
    const length = Math.hypot(dx, dy) || 1;
    const turn = Math.atan2(sizes.ankleCm, 0.47 * sizes.footCm);
    const [ux, uy] = [dx / length, dy / length];
    const sole: P = [ux * Math.cos(turn) + uy * Math.sin(turn), -ux * Math.sin(turn) + uy * Math.cos(turn)];
    return [ball[0] - sole[0] * 0.72 * sizes.footCm, ball[1] - sole[1] * 0.72 * sizes.footCm];
  };
  // Hands on the hips: the elbow a little behind the trunk.
  const hand: P = hands
    ? [hands[0] ?? 0, -(hands[1] ?? 0)]
    : [hip[0] + lean[0] * 6 * unit + 4 * unit, hip[1] + lean[1] * 6 * unit];
  const top: P = [shoulder[0] - lean[0] * 3 * unit, shoulder[1] - lean[1] * 3 * unit];
  // Upper arm and forearm are of one length here: the elbow lies square to their chord, behind or below it.
  const chord = Math.hypot(hand[0] - top[0], hand[1] - top[1]) || 1;
  const off = hands ? Math.sqrt(Math.max(0, (30 * unit) ** 2 - (chord / 2) ** 2)) : 13 * unit;
  const elbow: P = hands
    ? [(top[0] + hand[0]) / 2 - ((hand[1] - top[1]) / chord) * off, (top[1] + hand[1]) / 2 + ((hand[0] - top[0]) / chord) * off]
    : [(top[0] + hand[0]) / 2 - off, (top[1] + hand[1]) / 2 + 2 * unit];
  const arm = (
    <g stroke="var(--figure-arm)" strokeLinecap="round" strokeLinejoin="round" fill="none">
      <path d={line(top, elbow)} strokeWidth={7.4 * unit} />
      <path d={line(elbow, hand)} strokeWidth={5.8 * unit} />
      <circle cx={hand[0]} cy={hand[1]} r={2.2 * unit} strokeWidth={3 * unit} />
    </g>
  );
  const rear = 'var(--figure-rear)';
  const front = 'var(--figure-front)';
  return (
    <g>
      {limb(hip, p('rearKnee'), 8.2, 5.2, rear)}
      {limb(p('rearKnee'), p('rearAnkle'), 5.2, 3.2, rear)}
      {foot(p('rearAnkle'), rearHeel(), p('rearToe'), rear)}
      {limb(
        [hip[0], hip[1]],
        [shoulder[0] - lean[0] * 5 * unit, shoulder[1] - lean[1] * 5 * unit],
        8.6,
        9.4,
        'var(--figure-trunk)',
      )}
      <g fill="var(--figure-trunk)">
        <path
          d={line([shoulder[0], shoulder[1]], head)}
          stroke="var(--figure-trunk)"
          strokeWidth={9.5 * unit}
          strokeLinecap="round"
        />
        <ellipse cx={head[0]} cy={head[1]} rx={8.4 * unit} ry={10.6 * unit} />
        <path
          d={`M${head[0] + 7 * unit} ${head[1] - 3 * unit}q${4.5 * unit} ${3.5 * unit} ${0.6 * unit} ${4.6 * unit}z`}
          stroke="var(--figure-trunk)"
          strokeWidth={1.2 * unit}
          strokeLinejoin="round"
        />
      </g>
      {limb(hip, p('frontKnee'), 8.6, 5.6, front)}
      {arm}
      {limb(p('frontKnee'), p('frontAnkle'), 5.6, 3.5, front)}
      {foot(p('frontAnkle'), p('frontHeel'), p('frontToe'), front)}
      {['hip', 'frontKnee', 'frontAnkle', 'rearKnee', 'rearAnkle'].map((name) => (
        <circle key={name} cx={p(name)[0]} cy={p(name)[1]} r={1.5 * unit} fill="var(--paper)" opacity="0.9" />
      ))}
    </g>
  );
}
