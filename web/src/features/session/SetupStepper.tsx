import { useState } from 'react';
import type { Schema } from '@/api/client';
import { useShortcuts } from '@/device/keys';
import { Wrong } from '@/features/bench/ExerciseNotes';
import { SettleGate } from '@/features/check/SettleGate';
import { Button } from '@/ui/Button';

/** The set-up one step at a time, from the floor to the breath: at the first set of a form, and at each reset. */
export function SetupStepper({
  about,
  place,
  onReady,
}: {
  about: Schema['SessionExerciseView'];
  /** Under which key the answers of the gate are kept. */
  place: string;
  onReady: () => void;
}) {
  const [at, setAt] = useState(0);
  const step = about.setup[at];
  const last = at >= about.setup.length - 1;
  useShortcuts('Set-up', [
    { keys: 'N', does: 'The next step of the set-up', run: () => !last && setAt(at + 1) },
    { keys: 'S', does: 'It stands', run: onReady },
  ]);
  if (!step) return null;
  const [label, value] = step.value?.includes(': ') ? step.value.split(/: (.*)/) : [null, step.value];
  return (
    <section aria-label="Set-up" className="flex min-h-0 flex-1 flex-col" data-setup-step={at + 1}>
      <div className="grid min-h-0 flex-1 content-start gap-3 overflow-y-auto pb-3">
        <p className="flex items-center justify-between text-body text-soft">
          <span>
            Set-up, {at + 1} of {about.setup.length}
          </span>
          <Button kind="quiet" className="px-1!" hint="S" onClick={onReady}>
            It stands already
          </Button>
        </p>
        <div className="flex h-1.5 gap-1" aria-hidden="true">
          {about.setup.map((s, i) => (
            <span key={s.name} className={`flex-1 rounded-full ${i <= at ? 'bg-act' : 'bg-hair'}`} />
          ))}
        </div>
        <p className="mt-2 text-lead text-soft">{step.name}</p>
        <p className="say text-large">{step.say}</p>
        {value && (
          <p className="mt-3">
            {label && <span className="block text-lead text-soft">{label}</span>}
            <span className={`figure block ${value.length > 9 ? 'text-huge' : 'text-card'}`}>{value}</span>
          </p>
        )}
        {last && about.lookFor.length > 0 && (
          <div className="mt-3" data-look-for>
            <p className="text-lead text-soft">Then look for</p>
            <ul className="list-disc pl-5 text-lead">
              {about.lookFor.map((l) => (
                <li key={l}>{l}</li>
              ))}
            </ul>
          </div>
        )}
        {last && <Wrong wrong={about.wrong} className="text-lead" />}
        {last && about.gate && <SettleGate gate={about.gate} place={place} />}
      </div>
      <div className="grid shrink-0 grid-cols-[auto_1fr] gap-2.5 pt-2">
        <Button className="min-h-[68px] px-5 text-lead!" disabled={at === 0} onClick={() => setAt(at - 1)}>
          Back
        </Button>
        {last ? (
          <Button kind="act" className="min-h-[68px] text-title!" onClick={onReady}>
            It stands
          </Button>
        ) : (
          <Button className="min-h-[68px] border-ink! text-title!" hint="N" onClick={() => setAt(at + 1)}>
            Next
          </Button>
        )}
      </div>
    </section>
  );
}
