import { useState } from 'react';
import type { Schema } from '@/api/client';
import { fromView, type Slot, type Still } from '@/pictures/still';
import { ResultMark } from '@/ui/ResultMark';
import { SidePlate } from '@/ui/SidePlate';
import { resultText } from '@/words/verdict';
import { StillBench } from './StillBench';

/** One side as it was kept, to look at and to compare with. */
export function KeptBench({
  standard,
  slot,
  label,
  stills,
  look,
  stillViews,
  active,
  names,
}: {
  standard: Schema['StandardView'];
  slot: Slot;
  label?: string;
  stills: Still[];
  look: Schema['LookView'];
  stillViews: (Schema['StillView'] | undefined)[];
  active: boolean;
  /** What each measure is called, for what was answered without a picture. */
  names: Map<string, string>;
}) {
  const [shown, setShown] = useState(0);
  if (stills.length === 0) return <WithoutPicture slot={slot} label={label} look={look} names={names} />;
  return (
    <div className="grid min-h-0 grid-rows-1 max-lg:h-[46dvh]">
      <StillBench
        standard={standard}
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
          planned: null,
          active: false,
          loose: [],
          clientName: '',
          consent: true,
          onConsent: nothing,
          onFile: nothing,
          onLoose: nothing,
        }}
        actions={{ onPoint: nothing, onAlter: nothing, onCamera: nothing, onRemove: nothing, onAccept: nothing }}
        onActivate={nothing}
        onShow={setShown}
        onAnother={nothing}
      />
    </div>
  );
}

const nothing = () => undefined;

/** A side without a picture from here: what was said of it all the same, what is wrong first. */
function WithoutPicture({
  slot,
  label,
  look,
  names,
}: {
  slot: Slot;
  label: string | undefined;
  look: Schema['LookView'];
  names: Map<string, string>;
}) {
  const said = look.results
    .filter((r) => r.side === slot.side && r.standing && r.verdict)
    .sort((a, b) => Number(b.verdict === 'outside') - Number(a.verdict === 'outside'));
  return (
    <section
      aria-label={label ?? `${slot.side === 'left' ? 'Left' : 'Right'} side, without a picture`}
      className="min-h-40 overflow-y-auto rounded-2xl border border-hair bg-paper p-4"
    >
      <p className="flex items-center gap-2.5 text-body text-soft">
        <SidePlate side={slot.side} /> {label && <span className="font-semibold text-ink">{label}.</span>} No picture{' '}
        {fromView[slot.view]}.
      </p>
      <ul className="mt-2">
        {said.map((r) => (
          <li key={r.measureId} className="flex items-center gap-2.5 border-t border-hair/70 py-1.5">
            <ResultMark result={r} />
            <span className="min-w-0 text-body leading-tight">
              <span className={`block font-semibold ${resultText(r)}`}>{names.get(r.measureId) ?? r.measureId}</span>
              <span className="block text-small text-soft">
                {[r.words, r.reachText].filter(Boolean).join(' ')}
                {r.source === 'eye' && ', seen by eye'}
              </span>
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
