import type { Schema } from '@/api/client';
import { useKept } from '@/device/kept';
import { Button } from '@/ui/Button';

type Progress = { yes: number; no: number | null };

/** The way into knee-forward work: four questions before the first repetition, in order. One no, and the start is reset. */
export function SettleGate({ gate, place }: { gate: Schema['GateView']; place: string }) {
  const [at, setAt] = useKept<Progress>(place, () => ({ yes: 0, no: null }));
  const question = gate.questions[at.yes];
  const missed = at.no === null ? undefined : gate.questions[at.no];
  if (!question)
    return (
      <section
        aria-label="Before the first repetition"
        className="rounded-xl border border-pine/60 px-3.5 py-2.5"
        data-gate="open"
      >
        <p className="text-small text-soft">All four are yes. Say:</p>
        <p className="say text-head">“{gate.go}”</p>
        <Button kind="quiet" className="px-1!" onClick={() => setAt({ yes: 0, no: null })}>
          Ask again
        </Button>
      </section>
    );
  return (
    <section
      aria-label="Before the first repetition"
      className="grid gap-2 rounded-xl border border-ink px-3.5 py-3"
      data-gate={missed ? 'reset' : 'asking'}
    >
      <p className="flex justify-between text-small text-soft">
        <span>Before the first repetition</span>
        <span>
          {at.yes + 1} of {gate.questions.length}
        </span>
      </p>
      {missed ? (
        <>
          <p className="say text-head">“{missed.onNo}”</p>
          <p className="text-small text-soft">Start again, nothing is lowered yet. Easier: {lowerFirst(gate.easier)}</p>
          <Button className="min-h-12" onClick={() => setAt({ yes: 0, no: null })}>
            Reset, ask again
          </Button>
        </>
      ) : (
        <div className="grid gap-2 md:grid-cols-[minmax(0,1fr)_200px] md:items-center">
          <p className="say text-head">{question.question}</p>
          <div className="grid grid-cols-2 gap-2">
            <Button className="min-h-12" onClick={() => setAt({ yes: at.yes + 1, no: null })}>
              Yes
            </Button>
            <Button className="min-h-12" onClick={() => setAt({ yes: at.yes, no: at.yes })}>
              No
            </Button>
          </div>
        </div>
      )}
    </section>
  );
}

const lowerFirst = (text: string) => text.charAt(0).toLowerCase() + text.slice(1);
