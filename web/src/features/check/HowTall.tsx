import { useIntakeChange } from '@/api/intake';
import { useIntake } from '@/api/queries';
import { NumberField } from '@/features/meet/NumberField';
import { useUnits } from '@/ui/useUnits';

/** Lengths are read once somebody has said how tall the client is; angles need nothing. */
export function HowTall({ clientId, first }: { clientId: string; first: string }) {
  const intake = useIntake(clientId);
  const change = useIntakeChange(clientId, intake.data);
  const { length } = useUnits();
  if (!intake.data || intake.data.intake.statureCm !== null) return null;
  return (
    <div className="flex flex-wrap items-end gap-3 mb-2 rounded-[10px] bg-paper px-3.5 py-2" data-how-tall>
      <p className="min-w-40 flex-1 self-center text-small">No length can be read yet: how tall is {first}?</p>
      <NumberField
        error={change.error}
        field="stature"
        label="Stature"
        unit={length.name}
        value={null}
        placeholder={`${Math.round(length.from(170))}`}
        onKeep={(n) => n !== null && change.mutate({ statureCm: length.to(n) })}
      />
    </div>
  );
}
