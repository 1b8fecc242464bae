import type { Schema } from '@/api/client';
import { type Result, resultLine } from '@/words/verdict';
import { known, type Landmark, type Point, type Still } from './still';

const PALE = '#f1eee6';

/** Which stretches are drawn, and by which measure each is coloured. */
const stretches: Record<'side' | 'frontal', [Landmark, Landmark, string?][]> = {
  side: [
    ['heel', 'toe', 'heel-rise'],
    ['knee', 'hip'],
    ['hip', 'shoulder', 'trunk-lean'],
    ['shoulder', 'ear'],
    ['hip', 'rearKnee', 'rear-thigh'],
    ['rearKnee', 'rearAnkle'],
    ['rearAnkle', 'rearToe'],
    ['ankle', 'knee', 'front-shin'],
  ],
  frontal: [
    ['ankle', 'toe'],
    ['knee', 'hip', 'projection'],
    ['freeHip', 'rearKnee'],
    ['rearKnee', 'rearAnkle'],
    ['workingShoulder', 'freeShoulder', 'side-lean'],
    ['ankle', 'knee', 'knee-offset'],
    ['workingPelvis', 'freePelvis', 'pelvic-level'],
  ],
};

/**
 * What is read between the points, drawn on the picture: the plumb line with its wedge on the shin, the knee between its two
 * rails, the pelvis against a level through its working side. Lines take the tone of their verdict.
 */
export function Skeleton({
  still,
  reading,
  results,
  unit,
  settled,
  colour: only,
}: {
  still: Still;
  reading: Schema['StillView'] | undefined;
  results: Result[];
  unit: number;
  settled: boolean;
  /** One colour for everything, for a still that lies over another. */
  colour?: string;
}) {
  const p = known(still);
  const tilt = ((reading?.tiltDegrees ?? 0) * Math.PI) / 180;
  const side = still.view === 'side';
  const of = (id: string | undefined) => (id && settled ? results.find((r) => r.measureId === id) : undefined);
  const tone = (id: string | undefined) => only ?? (of(id)?.verdict ? resultLine(of(id)) : PALE);
  return (
    <g pointerEvents="none">
      {side && !only && (
        <Plumb still={still} band={results.find((r) => r.measureId === 'front-shin')?.band ?? null} tilt={tilt} unit={unit} />
      )}
      {!side && !only && <Level still={still} tilt={tilt} unit={unit} />}
      {!only &&
        reading?.rail &&
        p.knee &&
        [reading.rail.low, reading.rail.high].map((edge, i) => (
          <Casing
            key={i}
            a={{ x: edge.x, y: edge.y - 34 * unit }}
            b={{ x: edge.x, y: edge.y + 34 * unit }}
            unit={unit}
            colour="#dfe6ea"
            width={3}
          />
        ))}
      {stretches[side ? 'side' : 'frontal'].map(([from, to, id]) => {
        const [a, b] = [p[from], p[to]];
        if (!a || !b) return null;
        const main = id === 'front-shin' || id === 'pelvic-level' || id === 'knee-offset';
        return (
          <Casing
            key={from + to}
            a={a}
            b={b}
            unit={unit}
            colour={tone(id)}
            width={main ? 3.5 : 2.2}
            {...(main && !only ? { casing: '#fdfbf5' } : {})}
          />
        );
      })}
    </g>
  );
}

/** The plumb line hanging onto the ankle, with the accepted wedge. */
function Plumb({ still, band, tilt, unit }: { still: Still; band: Schema['BandView'] | null; tilt: number; unit: number }) {
  const { ankle, knee } = known(still);
  if (!ankle) return null;
  const ahead = still.facing === 'right' ? 1 : -1;
  const at = (degrees: number, r: number): Point => {
    const a = tilt + (ahead * degrees * Math.PI) / 180;
    return { x: ankle.x + Math.sin(a) * r, y: ankle.y - Math.cos(a) * r };
  };
  const shin = knee ? Math.hypot(knee.x - ankle.x, knee.y - ankle.y) : still.height * 0.24;
  const far = shin * 1.32;
  const near = shin * 0.5;
  const low = band ? (band.lower ?? -60) : null;
  const high = band ? (band.upper ?? 62) : null;
  // In a small picture the two numbers would run into each other; the reading below names the band anyway.
  const roomy = far > 105 * unit;
  const hook = at(0, far * 1.13);
  const bob = 9 * unit;
  const tip = at(0, 17 * unit);
  const shoulder = at(0, 17 * unit + bob * 2.6);
  const sideways = { x: Math.cos(tilt) * bob * 0.72, y: Math.sin(tilt) * bob * 0.72 };
  return (
    <>
      {low !== null && high !== null && knee && (
        <>
          <path
            d={`M${xy(at(low, near))}L${xy(at(low, far))}A${far} ${far} 0 0 ${ahead === 1 ? 1 : 0} ${xy(at(high, far))}L${xy(at(high, near))}A${near} ${near} 0 0 ${ahead === 1 ? 0 : 1} ${xy(at(low, near))}Z`}
            fill="#f7f3e8"
            fillOpacity="0.26"
          />
          {band?.lower != null && (
            <Edge
              a={at(low, near)}
              b={at(low, far)}
              label={at(low - 1.5, far * 1.06)}
              text={band.lower}
              unit={unit}
              shown={roomy}
            />
          )}
          {band?.upper != null && (
            <Edge
              a={at(high, near)}
              b={at(high, far)}
              label={at(high + 1.5, far * 1.06)}
              text={band.upper}
              unit={unit}
              shown={roomy}
            />
          )}
        </>
      )}
      <Casing a={hook} b={shoulder} unit={unit} colour="#e2a33c" width={2} />
      <path
        d={`M${shoulder.x - sideways.x} ${shoulder.y - sideways.y}L${shoulder.x + sideways.x} ${shoulder.y + sideways.y}L${tip.x} ${tip.y}Z`}
        fill="#e2a33c"
        stroke="#1a1408"
        strokeWidth={unit * 0.9}
        strokeLinejoin="round"
      />
    </>
  );
}

/** A level through the working side of the pelvis, to hold the other side against. */
function Level({ still, tilt, unit }: { still: Still; tilt: number; unit: number }) {
  const { workingPelvis: one, freePelvis: other } = known(still);
  if (!one || !other) return null;
  const across = { x: Math.cos(tilt), y: Math.sin(tilt) };
  const reach = (other.x - one.x) * across.x + (other.y - one.y) * across.y;
  const end = (by: number): Point => ({ x: one.x + across.x * reach * by, y: one.y + across.y * reach * by });
  return <Casing a={end(-0.3)} b={end(1.45)} unit={unit} colour="#e2a33c" width={2} dash />;
}

const xy = (p: Point) => `${p.x} ${p.y}`;

function Edge({
  a,
  b,
  label,
  text,
  unit,
  shown,
}: {
  a: Point;
  b: Point;
  label: Point;
  text: number;
  unit: number;
  shown: boolean;
}) {
  return (
    <>
      <Casing a={a} b={b} unit={unit} colour="#fdfbf5" width={1.6} />
      {shown && (
        <text
          x={label.x}
          y={label.y}
          textAnchor="middle"
          fontSize={13 * unit}
          fontWeight="650"
          fill="#fdfbf5"
          stroke="#14201c"
          strokeWidth={3.4 * unit}
          strokeLinejoin="round"
          paintOrder="stroke"
        >
          {`${Math.round(text)}°`.replace('-', '−')}
        </text>
      )}
    </>
  );
}

/** A line that stays visible on light and on dark: its colour inside a casing. */
export function Casing({
  a,
  b,
  unit,
  colour,
  width,
  casing = 'rgb(18 26 23 / 0.62)',
  dash = false,
}: {
  a: Point;
  b: Point;
  unit: number;
  colour: string;
  width: number;
  casing?: string;
  dash?: boolean;
}) {
  return (
    <>
      <path d={`M${xy(a)}L${xy(b)}`} stroke={casing} strokeWidth={(width + 2.6) * unit} strokeLinecap="round" />
      <path
        d={`M${xy(a)}L${xy(b)}`}
        stroke={colour}
        strokeWidth={width * unit}
        strokeLinecap="round"
        strokeDasharray={dash ? `${8 * unit} ${6 * unit}` : undefined}
      />
    </>
  );
}
