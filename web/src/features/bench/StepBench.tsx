import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import type { Schema } from '@/api/client';
import { stepQuery } from '@/api/options';
import { unitsOf } from '@/words/units';
import { BandAsk, useBand } from './BandAsk';
import type { BenchProps } from './BenchScreen';
import { Dial } from './Dial';
import { BenchFigure } from './figure';
import { Advice, PlannerFrame } from './PlannerFrame';
import { useKeepSetup } from './useKeepSetup';

/** A box for a client: from the knee that is wanted to what the studio has. */
export function StepBench({ clientId, name, start, body, studio, front, exercise, choose }: BenchProps) {
  const units = unitsOf(studio.tape);
  const down = exercise.startBoxCm !== null;
  const [box, setBox] = useState(exercise.startBoxCm ?? 0);
  const [knee, setKnee] = useState(90);
  const [shin, setShin] = useState(8);
  const [trunk, setTrunk] = useState(20);
  const banded = useBand(exercise, start);
  const request: Schema['StepRequest'] = {
    body,
    ranges: front === 'left' ? start.leftRanges : start.rightRanges,
    kit: start.kit,
    boxCm: down ? box : null,
    kneeDegrees: down ? null : knee,
    shinDegrees: shin,
    trunkDegrees: trunk,
    feetMeet: start.feetMeetOn.includes(exercise.id),
  };
  const step = useQuery(stepQuery(request));
  const view = step.data;
  const keep = useKeepSetup({ clientId, exerciseId: exercise.id, school: start.school, front, band: banded.band });
  const ready = banded.problem || keep.isPending || step.error ? 'no' : !view || step.isPlaceholderData ? 'soon' : 'ready';
  const H = body.statureCm;
  return (
    <PlannerFrame
      clientId={clientId}
      name={name}
      exercise={exercise}
      choose={choose}
      view={view}
      fault={null}
      extra={banded.lines}
      keeping={{ error: step.error ?? keep.error, said: keep.data?.said ?? null }}
      ready={ready}
      onKeep={() => keep.mutate({ step: request })}
      drawing={
        view && (
          <svg
            viewBox={`${-H * 0.5} ${-H * 1.08} ${H} ${H * 1.2}`}
            className="block h-full w-full"
            role="img"
            aria-label="The step to scale, from the side"
          >
            <rect x={-400} y="0" width="800" height="80" fill="var(--floor)" />
            <path d="M-400 0H400" stroke="var(--edge)" strokeWidth="0.7" />
            <rect
              x="0"
              y={-view.boxCm}
              width={view.sizes.footCm + 14}
              height={view.boxCm}
              fill="var(--timber)"
              stroke="var(--timber-dark)"
              strokeWidth="0.8"
            />
            <BenchFigure points={view.figure.points} sizes={view.sizes} />
            <text
              x={view.sizes.footCm / 2 + 7}
              y={-view.boxCm / 2 + 4}
              textAnchor="middle"
              fontSize="11"
              className="figure"
              fill="var(--tape-ink)"
            >
              {view.card.find((l) => l.id === 'box')?.value}
            </text>
          </svg>
        )
      }
      dials={
        <>
          {down ? (
            <Dial
              label="Box"
              value={units.length.from(box)}
              unit={units.length.name}
              step={units.length.step}
              onSet={(shown) => setBox(units.length.to(shown))}
            />
          ) : (
            <Dial label="Knee at the start" value={knee} unit="°" onSet={setKnee} />
          )}
          <Dial label="Shin" value={shin} unit="°" onSet={setShin} />
          <Dial label="Trunk" value={trunk} unit="°" onSet={setTrunk} />
        </>
      }
    >
      <BandAsk banded={banded} />
      {view?.rhythm && <p className="border-l-4 border-brick pl-3 text-body font-semibold">{view.rhythm}</p>}
      {view && <Advice advice={view.advice} />}
    </PlannerFrame>
  );
}
