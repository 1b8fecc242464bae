import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { api, type Schema, take } from '@/api/client';
import { intakeQuery } from '@/api/options';
import { queries, refreshBody } from '@/api/queries';
import { Button } from '@/ui/Button';
import { Choice } from '@/ui/Choice';
import { Trouble } from '@/ui/Notice';
import { SIDES, type Side, SidePlate } from '@/ui/SidePlate';
import { day } from '@/words/dates';
import { type Units, unitsOf } from '@/words/units';
import { NumberField } from './NumberField';
import { WallDrawing } from './WallDrawing';

type Test = Schema['RangeTestView'];

/** How far the joints go, per side and dated. Assumed until measured, and marked so. */
export function Ranges({ view, tape }: { view: Schema['IntakeView']; tape: Schema['Tape'] }) {
  const [open, setOpen] = useState<Schema['RangeTest'] | null>(null);
  return (
    <ul>
      {view.tests.map((test) => (
        <li key={test.test} className="border-t border-hair">
          <button
            type="button"
            aria-expanded={open === test.test}
            onClick={() => setOpen(open === test.test ? null : test.test)}
            className="grid min-h-14 w-full grid-cols-[1fr_auto_auto] items-center gap-x-4 gap-y-1 px-1 py-2 text-left hover:bg-ground max-[380px]:grid-cols-2 max-[380px]:*:first:col-span-2"
          >
            <span className="font-semibold">{test.name}</span>
            {SIDES.map((side) => (
              <Latest key={side} side={side} test={test} ranges={view.ranges} />
            ))}
          </button>
          {open === test.test && <Measure test={test} view={view} units={unitsOf(tape)} />}
        </li>
      ))}
    </ul>
  );
}

function Latest({ side, test, ranges }: { side: Side; test: Test; ranges: Schema['RangeView'][] }) {
  const last = ranges.find((r) => r.test === test.test && r.side === side);
  return (
    <span className="flex w-24 items-center gap-1.5">
      <SidePlate side={side} size="s" />
      {last ? (
        <span className="figure text-head">{Math.round(last.degrees)}°</span>
      ) : test.assumedDegrees !== null ? (
        <span className="text-copy text-soft">{test.assumedDegrees}° assumed</span>
      ) : (
        <span className="text-copy text-soft">not yet</span>
      )}
    </span>
  );
}

function Measure({ test, view, units }: { test: Test; view: Schema['IntakeView']; units: Units }) {
  const [side, setSide] = useState<Side>('left');
  const [id, setId] = useState(() => uuid());
  const wall = test.test === 'ankleBend';
  const [byGap, setByGap] = useState(wall && view.intake.statureCm !== null);
  const add = useMutation({
    mutationFn: (number: number) =>
      take(
        api.POST('/api/ranges', {
          body: {
            id,
            clientId: view.clientId,
            test: test.test,
            side,
            degrees: byGap ? null : number,
            gapCm: byGap ? units.length.to(number) : null,
            supersedes: null,
          },
        }),
      ),
    onSuccess: async (next) => {
      queries.setQueryData(intakeQuery(view.clientId).queryKey, next);
      setId(uuid());
      setSide(side === 'left' ? 'right' : 'left');
      await refreshBody(view.clientId);
    },
  });
  const history = view.ranges.filter((r) => r.test === test.test);
  return (
    <div className="grid gap-3 px-1 pb-4">
      <p className="max-w-[52em] text-body">{test.how}</p>
      {wall && <WallDrawing />}
      <div className="flex flex-wrap items-end gap-3">
        <Choice
          label="Side"
          value={side}
          options={[
            { value: 'left', text: 'Left' },
            { value: 'right', text: 'Right' },
          ]}
          onPick={setSide}
        />
        <div className="w-44">
          <NumberField
            key={`${id}-${byGap}`}
            label={byGap ? 'Toe to wall' : 'Angle'}
            unit={byGap ? units.length.name : '°'}
            value={null}
            onKeep={(n) => n !== null && add.mutate(n)}
          />
        </div>
        {wall && (
          <Button kind="quiet" onClick={() => setByGap(!byGap)}>
            {byGap ? 'Give the shin’s angle instead' : 'Give the gap to the wall instead'}
          </Button>
        )}
      </div>
      <p className="text-small text-soft">Enter keeps it, and goes to the other side.</p>
      <Trouble error={add.error} />
      {history.length > 0 && (
        <p className="text-small text-soft">
          {history
            .map((r) => `${r.side === 'left' ? 'L' : 'R'} ${Math.round(r.degrees)}° on ${day(r.at)} (${r.coach})`)
            .join(' · ')}
        </p>
      )}
    </div>
  );
}
