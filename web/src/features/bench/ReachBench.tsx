import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import type { Schema } from '@/api/client';
import { reachQuery } from '@/api/options';
import { unitsOf } from '@/words/units';
import type { BenchProps } from './BenchScreen';
import { Dial } from './Dial';
import { FloorMarks } from './FloorMarks';
import { PlannerFrame } from './PlannerFrame';
import { useKeepSetup } from './useKeepSetup';

/** A mark on the floor for a client: how far one foot goes from the other, and where. */
export function ReachBench({ clientId, name, start, body, studio, front, exercise, choose }: BenchProps) {
  const units = unitsOf(studio.tape);
  const [knee, setKnee] = useState<number | null>(null);
  const [tapeCm, setTapeCm] = useState<number | null>(null);
  const [direction, setDirection] = useState<number | null>(null);
  const request: Schema['ReachRequest'] = {
    body,
    tape: studio.tape,
    way: exercise.reach,
    diagonal: start.diagonal,
    kneeDegrees: knee,
    tapeCm,
    directionDegrees: direction,
  };
  const reach = useQuery(reachQuery(request));
  const view = reach.data;
  const fault = view?.fault ?? null;
  const keep = useKeepSetup({ clientId, exerciseId: exercise.id, school: start.school, front });
  const ready = keep.isPending || reach.error ? 'no' : !view || reach.isPlaceholderData ? 'soon' : fault ? 'no' : 'ready';
  return (
    <PlannerFrame
      clientId={clientId}
      name={name}
      exercise={exercise}
      choose={choose}
      view={view}
      fault={fault}
      keeping={{ error: reach.error ?? keep.error, said: keep.data?.said ?? null }}
      ready={ready}
      onKeep={() => keep.mutate({ reach: request })}
      drawing={view && !fault && <FloorMarks view={view} way={exercise.reach} front={front} />}
      dials={
        view && (
          <>
            <Dial
              label="Tape"
              value={units.length.from(view.tapeCm)}
              unit={units.length.name}
              step={units.length.step}
              onSet={(shown) => {
                setTapeCm(Math.max(0, units.length.to(shown)));
                setKnee(null);
              }}
            />
            <Dial
              label="Knee at the bottom"
              value={view.kneeDegrees}
              unit="°"
              onSet={(degrees) => {
                setKnee(Math.max(0, degrees));
                setTapeCm(null);
              }}
            />
            <Dial
              label="Direction"
              value={view.directionDegrees}
              unit="°"
              onSet={(degrees) => setDirection(Math.max(0, degrees))}
            />
          </>
        )
      }
    >
      {view?.longestText && !fault && (
        <p className="border-l-4 border-hair pl-3 text-body">
          {view.longestText} is the furthest that these legs reach. Nearer is easier, further is deeper.
        </p>
      )}
    </PlannerFrame>
  );
}
