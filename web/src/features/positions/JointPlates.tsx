import type { Schema } from '@/api/client';
import { turning } from '@/words/units';
import { type Plate, platesOf } from './plates';

type Joint = Schema['JointView'];
type Compared = Schema['JointComparisonView'];

const NAMES: Record<Joint['joint'], string> = { ankle: 'Ankle', knee: 'Knee', hip: 'Hip' };

const whole = (value: number) => String(Math.round(value)).replace('-', '−');

const fine = (value: number) => value.toFixed(2).replace('-', '−');

/** A joint in both: its moments as plates on two sleeves, the comparison in the largest figure, a sentence that a coach would say. */
export function JointPlates({
  compared,
  a,
  b,
  plate,
  pounds,
}: {
  compared: Compared;
  a: Joint;
  b: Joint;
  plate: number;
  pounds: boolean;
}) {
  const { ratio, ratioLeast, ratioMost, difference } = compared;
  const unit = turning(pounds);
  const said = (value: number) => whole(unit.from(value));
  const range = (j: Joint) => (Math.round(j.least) === Math.round(j.most) ? '' : ` (${said(j.least)} to ${said(j.most)})`);
  return (
    <section
      data-joint={compared.joint}
      aria-label={NAMES[compared.joint]}
      className="rounded-2xl bg-paper px-4 py-2.5 [container-type:inline-size]"
    >
      <div className="flex items-baseline justify-between gap-3">
        <h2 className="text-lead font-semibold">{NAMES[compared.joint]}</h2>
        <p className="text-copy text-soft">
          {ratio !== null && ratioLeast !== null && ratioMost !== null ? (
            <>
              B is <b className="say text-title text-ink">{ratio.toFixed(1)} times</b>
              {ratioLeast.toFixed(1) !== ratioMost.toFixed(1) && ` (${ratioLeast.toFixed(1)}–${ratioMost.toFixed(1)})`}
            </>
          ) : (
            <>
              B takes{' '}
              <b className="say text-title text-ink">
                {said(Math.abs(difference))} {unit.name} {difference < 0 ? 'less' : 'more'}
              </b>
            </>
          )}
        </p>
      </div>
      <Sleeve name="A" joint={a} plate={plate} />
      <Sleeve name="B" joint={b} plate={plate} />
      <p className="mt-0.5 text-body font-semibold leading-tight">{compared.sentence}</p>
      <p className="text-small text-soft">
        A <b className="text-ink">{said(a.moment)}</b>
        {range(a)}, B <b className="text-ink">{said(b.moment)}</b>
        {range(b)} {unit.name}
        {!pounds && `; ${fine(a.perKilogram)}, ${fine(b.perKilogram)} a kg`}
        {ratio === null && '; no ratio: one can be nil'}
      </p>
    </section>
  );
}

const WIDE = 320;
const START = 8;

function Sleeve({ name, joint, plate }: { name: string; joint: Joint; plate: number }) {
  const px = (value: number) => START + 8 + (Math.max(0, value) / (13 * plate)) * (WIDE - START - 14);
  const plates = platesOf(joint.least, joint.moment, joint.most, plate);
  const words = `${name}: ${whole(joint.moment)} newton metres, ${whole(joint.least)} to ${whole(joint.most)}`;
  return (
    <div className="flex max-w-[460px] items-center gap-1.5">
      <span className="w-4 shrink-0 text-body font-semibold" aria-hidden="true">
        {name}
      </span>
      <svg viewBox={`0 0 ${WIDE} 27`} className="block h-auto min-w-0 flex-1" role="img" aria-label={words}>
        <rect
          x={START - 8}
          y="11.500"
          width={Math.max(px(joint.most), px(20)) - START + 16}
          height="5"
          rx="2"
          fill="var(--steel)"
        />
        <rect x={START} y="3" width="6" height="22" rx="2" fill="var(--steel-dark)" />
        {plates.map((p) => (
          <PlateOf key={`${p.from}-${p.sure}`} plate={p} px={px} />
        ))}
        <rect
          x={px(joint.moment) - 2}
          y="2"
          width="5"
          height="24"
          rx="1.500"
          fill="var(--brass)"
          stroke="var(--brass-dark)"
          strokeWidth="0.800"
        />
        {joint.moment < 0 && (
          <text
            x={px(0) + 10}
            y="19"
            fontSize="16"
            fill="var(--ink-soft)"
            stroke="var(--paper)"
            strokeWidth="4"
            paintOrder="stroke"
          >
            pulls the other way
          </text>
        )}
      </svg>
    </div>
  );
}

function PlateOf({ plate, px }: { plate: Plate; px: (value: number) => number }) {
  const [x, width] = [px(plate.from) + 0.6, px(plate.to) - px(plate.from) - 1.2];
  if (width <= 0.4) return null;
  return plate.sure === 'most' ? (
    <rect
      x={x}
      y="4"
      width={width}
      height="20"
      rx="2"
      fill="none"
      stroke="var(--ink-soft)"
      strokeWidth="1.100"
      strokeDasharray="2.500 2.500"
    />
  ) : (
    <rect
      x={x}
      y="3"
      width={width}
      height="22"
      rx="2.500"
      fill={plate.sure === 'least' ? 'var(--plate)' : 'var(--figure-rear)'}
    />
  );
}
