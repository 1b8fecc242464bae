import { useState } from 'react';
import type { Schema } from '@/api/client';
import { StillBench } from './StillBench';
import { fromView, type Slot, type Still } from './still';

/** One side as it was kept, to look at and to compare with. */
export function KeptBench({
  slot,
  label,
  stills,
  look,
  stillViews,
  active,
}: {
  slot: Slot;
  label?: string;
  stills: Still[];
  look: Schema['LookView'];
  stillViews: (Schema['StillView'] | undefined)[];
  active: boolean;
}) {
  const [shown, setShown] = useState(0);
  if (stills.length === 0) {
    const seen = look.results.filter((r) => r.side === slot.side && r.source === 'eye');
    return (
      <section
        aria-label={label}
        className="grid min-h-40 place-items-center rounded-2xl border border-dashed border-edge/50 p-4 text-center text-soft"
      >
        <p>
          {slot.side === 'left' ? 'Left' : 'Right'}: no picture {fromView[slot.view]}.
          {seen.length > 0 && <span className="block text-[14px]">{seen.length} checks answered by eye.</span>}
        </p>
      </section>
    );
  }
  return (
    <div className="grid min-h-0 grid-rows-1 max-lg:h-[46dvh]">
      <StillBench
        slot={slot}
        {...(label ? { label } : {})}
        stills={stills}
        shown={shown}
        stillViews={stillViews}
        reading={{ view: look, guesses: {}, settled: true, problem: null }}
        asked={[]}
        active={active}
        marking={null}
        onMarking={nothing}
        readOnly
        source={{
          side: slot.side,
          view: slot.view,
          moment: slot.moment,
          active: false,
          loose: [],
          clientName: '',
          consent: true,
          onConsent: nothing,
          onFile: nothing,
          onLoose: nothing,
        }}
        actions={{ onPoint: nothing, onAlter: nothing, onRemove: nothing, onAccept: nothing }}
        onActivate={nothing}
        onShow={setShown}
        onAnother={nothing}
      />
    </div>
  );
}

const nothing = () => undefined;
