import { useQuery } from '@tanstack/react-query';
import type { Schema } from '@/api/client';
import { faultsQuery } from '@/api/options';
import { Trouble } from '@/ui/Notice';
import { Sheet } from '@/ui/Sheet';

const regions: [Schema['Region'], string][] = [
  ['foot', 'Foot'],
  ['pelvis', 'Pelvis'],
  ['knee', 'Knee'],
  ['shinAndTrunk', 'Shin and trunk'],
  ['whole', 'The whole of it'],
];

/** Every fault of the form, one tap each, whatever the numbers say; what the look shows comes first in its row. */
export function FaultPicker({
  checkId,
  open,
  onOpenChange,
  onPick,
}: {
  checkId: string;
  open: boolean;
  onOpenChange: (open: boolean) => void;
  onPick: (faultId: string) => void;
}) {
  const faults = useQuery({ ...faultsQuery(checkId), enabled: open });
  return (
    <Sheet title="What did you see?" open={open} onOpenChange={onOpenChange}>
      <Trouble error={faults.error} />
      <div className="grid gap-4" data-picker>
        {regions.map(([region, name]) => {
          const here = (faults.data ?? [])
            .filter((f) => f.region === region)
            .toSorted((a, b) => Number(b.shown) - Number(a.shown));
          return here.length > 0 ? (
            <section key={region}>
              <h3 className="mb-1.5 text-copy text-soft">{name}</h3>
              <div className="flex flex-wrap gap-1.5">
                {here.map((fault) => (
                  <button
                    key={fault.id}
                    type="button"
                    onClick={() => onPick(fault.id)}
                    className={`min-h-11 rounded-[10px] border px-3 text-left text-body font-semibold hover:border-ink ${fault.shown ? 'border-brick text-brick' : 'border-hair'}`}
                  >
                    {fault.name}
                    {fault.shown && <span className="font-normal"> · seen in this check</span>}
                  </button>
                ))}
              </div>
            </section>
          ) : null;
        })}
      </div>
    </Sheet>
  );
}
