import type { Schema } from '@/api/client';

type Demand = Schema['DemandView'];

const SHOWN: Demand['joint'][] = ['frontAnkle', 'frontKnee', 'frontHip'];
const NAMES: Partial<Record<Demand['joint'], string>> = { frontAnkle: 'Ankle', frontKnee: 'Knee', frontHip: 'Hip' };

/** What each joint of the working leg has left in both, as holes in a belt of ten degrees each. */
export function JointBelts({ a, b }: { a: Demand[]; b: Demand[] }) {
  const binding = (left: Demand[]) =>
    left.filter((d) => SHOWN.includes(d.joint)).sort((x, y) => x.spareDegrees - y.spareDegrees)[0];
  const first = [
    { name: 'A', joint: binding(a) },
    { name: 'B', joint: binding(b) },
  ].sort((x, y) => (x.joint?.spareDegrees ?? 0) - (y.joint?.spareDegrees ?? 0))[0];
  const past = first?.joint && first.joint.spareDegrees < 0;
  const assumed = [...a, ...b].some((d) => SHOWN.includes(d.joint) && d.joint !== 'frontKnee' && !d.measured);
  return (
    <section aria-label="What each joint has left" className="rounded-2xl bg-paper px-4 py-3">
      <h2 className="text-body font-semibold">
        What each joint has left <span className="font-normal text-soft">a hole is 10°</span>
      </h2>
      <ul className="mt-1 grid gap-1">
        {SHOWN.map((joint) => (
          <li key={joint} className="grid grid-cols-[3.2rem_1fr_1fr] items-center gap-x-2">
            <span className="text-copy font-semibold">{NAMES[joint]}</span>
            <Belt name="A" demand={a.find((d) => d.joint === joint)} />
            <Belt name="B" demand={b.find((d) => d.joint === joint)} />
          </li>
        ))}
      </ul>
      <p className="mt-1 text-small text-soft">
        {first?.joint &&
          `In ${first.name} the ${first.joint.name.replace('front ', '')} ${past ? 'is past its end' : 'runs out first'}. `}
        {assumed && 'Ranges are assumed where nobody measured.'}
      </p>
    </section>
  );
}

function Belt({ name, demand }: { name: string; demand: Demand | undefined }) {
  if (!demand) return null;
  const spare = Math.round(demand.spareDegrees);
  const holes = Math.min(5, Math.max(0, spare / 10));
  return (
    <span className="flex min-w-0 items-center gap-1.5">
      <span className="text-small text-soft">{name}</span>
      <svg viewBox="0 0 76 22" className="h-[22px] w-[76px] min-w-8 shrink" aria-hidden="true">
        <rect x="1" y="2" width="74" height="18" rx="6" fill="var(--timber-dark)" />
        <rect
          x="4"
          y="5"
          width="82"
          height="12"
          rx="4"
          fill="none"
          stroke="var(--tape)"
          strokeWidth="0.800"
          strokeDasharray="3 2.500"
        />
        {Array.from({ length: Math.ceil(holes) }, (_, i) => (
          <circle key={i} cx={13 + i * 12.5} cy="11" r={3.4 * Math.min(1, Math.max(0.45, holes - i))} fill="var(--paper)" />
        ))}
      </svg>
      <span className={`text-copy font-semibold tabular-nums ${spare < 0 ? 'text-brick' : ''}`}>
        {String(spare).replace('-', '−')}°
      </span>
    </span>
  );
}
