import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import type { Schema } from '@/api/client';
import { seatQuery } from '@/api/options';
import { Choice } from '@/ui/Choice';
import { unitsOf } from '@/words/units';
import type { BenchProps } from './BenchScreen';
import { Dial } from './Dial';
import { at, BenchFigure } from './figure';
import { Advice, PlannerFrame } from './PlannerFrame';
import { useKeepSetup } from './useKeepSetup';

/** A seat for a squat on one leg, or the box from which the other leg hangs clear. */
export function SeatBench({ clientId, name, start, body, studio, front, exercise, choose }: BenchProps) {
  const units = unitsOf(studio.tape);
  const behind = exercise.seat === 'behind';
  const [choice, setChoice] = useState<Schema['OneLegChoice']>('shared');
  const [knee, setKnee] = useState(exercise.seatKneeDegrees);
  const [seatCm, setSeatCm] = useState<number | null>(null);
  const request: Schema['SeatRequest'] = {
    body,
    ranges: front === 'left' ? start.leftRanges : start.rightRanges,
    kit: start.kit,
    way: exercise.seat,
    choice,
    kneeDegrees: knee,
    seatCm,
  };
  const seat = useQuery(seatQuery(request));
  const view = seat.data;
  const fault = view?.fault ?? null;
  const keep = useKeepSetup({ clientId, exerciseId: exercise.id, school: start.school, front });
  const ready = keep.isPending || seat.error ? 'no' : !view || seat.isPlaceholderData ? 'soon' : fault ? 'no' : 'ready';
  return (
    <PlannerFrame
      clientId={clientId}
      name={name}
      exercise={exercise}
      choose={choose}
      view={view}
      fault={fault}
      keeping={{ error: seat.error ?? keep.error, said: keep.data?.said ?? null }}
      ready={ready}
      onKeep={() => keep.mutate({ seat: request })}
      drawing={view?.figure && !fault && <OneLegDrawing view={view} behind={behind} statureCm={body.statureCm} />}
      dials={
        <>
          {behind && view && (
            <Dial
              label="Seat"
              value={units.length.from(seatCm ?? view.heightCm)}
              unit={units.length.name}
              step={units.length.step}
              onSet={(shown) => setSeatCm(Math.max(0, units.length.to(shown)))}
            />
          )}
          <Dial
            label={behind ? 'Knee at the seat' : 'Knee at the bottom'}
            value={seatCm === null ? knee : (view?.kneeDegrees ?? knee)}
            unit="°"
            onSet={(degrees) => {
              setKnee(Math.max(0, degrees));
              setSeatCm(null);
            }}
          />
        </>
      }
    >
      <Choice
        label="Work"
        value={choice}
        options={[
          { value: 'shared' as const, text: 'Knee forward, shared' },
          { value: 'hip' as const, text: 'Hips back' },
        ]}
        onPick={setChoice}
      />
      {view && <Advice advice={view.advice} />}
    </PlannerFrame>
  );
}

function OneLegDrawing({ view, behind, statureCm: H }: { view: Schema['SeatView']; behind: boolean; statureCm: number }) {
  const points = view.figure?.points ?? {};
  const [hipX, hipY] = at(points, 'hip');
  const foot = view.sizes.footCm;
  const height = view.heightCm;
  const value = view.card[0]?.value;
  // Seen from the side; the seat stands behind the hip, the box under the foot.
  const box = behind ? { x: hipX - 34, width: 40 } : { x: -foot * 0.25 - 9, width: foot + 18 };
  return (
    <svg
      viewBox={`${-H * 0.55} ${Math.min(-H * 0.98, hipY - H * 0.52)} ${H * 1.1} ${H * 1.06 - Math.min(0, hipY + H * 0.46)}`}
      className="block h-full w-full"
      role="img"
      aria-label={behind ? 'The seat to scale, from the side' : 'The box to scale, from the side'}
    >
      <rect x={-500} y="0" width="1000" height="90" fill="var(--floor)" />
      <path d="M-500 0H500" stroke="var(--edge)" strokeWidth="0.7" />
      <rect
        x={box.x}
        y={-height}
        width={box.width}
        height={height}
        fill="var(--timber)"
        stroke="var(--timber-dark)"
        strokeWidth="0.8"
      />
      <BenchFigure points={points} sizes={view.sizes} hands={view.hands} />
      <text
        x={behind ? box.x + 15 : box.x + box.width + 6}
        y={-height / 2 + 4}
        textAnchor={behind ? 'middle' : 'start'}
        fontSize="11"
        className="figure"
        fill={behind ? 'var(--tape-ink)' : 'var(--ink)'}
      >
        {value}
      </text>
    </svg>
  );
}
