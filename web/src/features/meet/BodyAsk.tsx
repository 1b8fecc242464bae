import type { Schema } from '@/api/client';
import { useIntakeChange } from '@/api/intake';
import { useIntake } from '@/api/queries';
import { Trouble, Waiting } from '@/ui/Notice';
import { unitsOf } from '@/words/units';
import { NumberField } from './NumberField';

/** The two numbers that are enough to start with. */
export function BodyAsk({ clientId, tape }: { clientId: string; tape: Schema['Tape'] }) {
  const intake = useIntake(clientId);
  const change = useIntakeChange(clientId, intake.data);
  const units = unitsOf(tape);
  if (!intake.data) return <Waiting what="the client" error={intake.error} />;
  const { statureCm, massKg } = intake.data.intake;
  return (
    <div className="grid gap-3">
      <div className="grid grid-cols-2 gap-4">
        <NumberField
          large
          error={change.error}
          field="stature"
          label="Stature"
          unit={units.length.name}
          value={statureCm === null ? null : units.length.from(statureCm)}
          placeholder={tape === 'inches' ? '67' : '170'}
          onKeep={(n) => change.mutate({ statureCm: n === null ? null : units.length.to(n) })}
        />
        <NumberField
          large
          error={change.error}
          field="mass"
          label="Mass"
          unit={units.mass.name}
          value={massKg === null ? null : units.mass.from(massKg)}
          placeholder={tape === 'inches' ? '150' : '68'}
          onKeep={(n) => change.mutate({ massKg: n === null ? null : units.mass.to(n) })}
        />
      </div>
      <Trouble error={change.error} beside={['stature', 'mass']} />
    </div>
  );
}
