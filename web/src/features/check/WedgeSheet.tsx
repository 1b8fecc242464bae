import { useMutation, useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { v7 as uuid } from 'uuid';
import { api, type Schema, take } from '@/api/client';
import { wedgesQuery } from '@/api/options';
import { queries, refreshClient, useIntake } from '@/api/queries';
import { Dial } from '@/features/bench/Dial';
import { Button } from '@/ui/Button';
import { Choice } from '@/ui/Choice';
import { Trouble } from '@/ui/Notice';
import { Sheet } from '@/ui/Sheet';
import { type Side, SidePlate } from '@/ui/SidePlate';
import { day } from '@/words/dates';

type Try = Schema['WedgeTryDto'];
type Reading = Schema['WedgeReadingDto'];
type Place = NonNullable<Schema['WedgePlace']>;

const answers: { id: Schema['WedgeAnswer']; text: string }[] = [
  { id: 'better', text: 'Easier or steadier' },
  { id: 'same', text: 'No different' },
  { id: 'worse', text: 'Worse' },
];
const ANKLES: { value: NonNullable<Schema['AnkleSeen']>; text: string }[] = [
  { value: 'level', text: 'Level' },
  { value: 'sinksIn', text: 'Sinks in' },
  { value: 'rollsOut', text: 'Rolls out' },
];
const placeName: Record<Place, string> = {
  awareness: 'Attention alone',
  midFoot: 'Middle of the foot rolled',
  innerEdge: 'Inside edge',
  outerEdge: 'Outside edge',
  innerToe: 'Inside, under the big toe base',
  outerToe: 'Outside, under the little toe base',
};
const NOTHING: Reading = { kneeCm: null, ankle: null };

/** A wedge explored foot by foot: attention first, then the foot, then one edge and the other; kept only if better, tried without after one set. */
export function WedgeSheet({
  clientId,
  open,
  onOpenChange,
}: {
  clientId: string;
  open: boolean;
  onOpenChange: (open: boolean) => void;
}) {
  const [side, setSide] = useState<Side>('left');
  const wedges = useQuery({ ...wedgesQuery(clientId), enabled: open });
  const stands = wedges.data?.find((w) => w.foot === side);
  return (
    <Sheet title="Foot by foot" open={open} onOpenChange={onOpenChange}>
      <div className="grid gap-4">
        <p className="text-body text-soft">A thin wedge that does not tip, one foot at a time. Three split squats each.</p>
        <Choice
          label="Foot"
          value={side}
          options={[
            { value: 'left', text: 'Left foot' },
            { value: 'right', text: 'Right foot' },
          ]}
          onPick={setSide}
        />
        <Trouble error={wedges.error} />
        {wedges.data && <Foot key={`${side}-${stands?.id}`} side={side} clientId={clientId} stands={stands} />}
      </div>
    </Sheet>
  );
}

function Foot({ side, clientId, stands }: { side: Side; clientId: string; stands: Schema['WedgeTrialView'] | undefined }) {
  const intake = useIntake(clientId);
  const [again, setAgain] = useState(false);
  const [readBy, setReadBy] = useState<Schema['KneeReadBy']>('eye');
  const [before, setBefore] = useState<Reading | null>(null);
  const [reading, setReading] = useState<Reading>(NOTHING);
  const [tries, setTries] = useState<Try[]>([]);
  const [id, setId] = useState(() => uuid());
  const type = (side === 'left' ? intake.data?.intake.leftFoot : intake.data?.intake.rightFoot) ?? null;
  const asked: Schema['WedgeRequest'] = { foot: side, type, tries, before, readBy };
  const next = useMutation({
    mutationFn: (request: Schema['WedgeRequest']) => take(api.POST('/api/compute/wedge', { body: request })),
  });
  const { mutate } = next;
  useEffect(() => mutate({ foot: side, type, tries, before, readBy }), [mutate, side, type, tries, before, readBy]);
  const kept = useMutation({
    mutationFn: (without: Schema['WedgeAnswer'] | null) =>
      take(
        api.POST('/api/wedge-trials', {
          body:
            without && stands
              ? { id, clientId, asked: stands.asked, without, supersedes: stands.id }
              : { id, clientId, asked, without: null, supersedes: null },
        }),
      ),
    onSuccess: async () => {
      setId(uuid());
      setAgain(false);
      await Promise.all([queries.invalidateQueries({ queryKey: wedgesQuery(clientId).queryKey }), refreshClient(clientId)]);
    },
  });
  if (stands && !again)
    return (
      <section aria-label={`${side} foot`} className="grid gap-3">
        <p className="say flex items-center gap-2.5 text-head">
          <SidePlate side={side} /> {stands.tryWithout ? 'After one set on it: three without.' : stands.say}
        </p>
        <p className="text-copy text-soft">
          {stands.keep ? placeName[stands.keep] : 'Nothing kept'}, {day(stands.at)}, {stands.coach}. {stands.because.at(-1)}
        </p>
        {stands.tryWithout && (
          <fieldset className="grid grid-cols-3 gap-2" aria-label="Three without it">
            {[
              { id: 'better' as const, text: 'Better without' },
              { id: 'same' as const, text: 'As good without' },
              { id: 'worse' as const, text: 'Worse without' },
            ].map((a) => (
              <Button key={a.id} className="px-1.5! text-copy!" disabled={kept.isPending} onClick={() => kept.mutate(a.id)}>
                {a.text}
              </Button>
            ))}
          </fieldset>
        )}
        <div>
          <Button kind="quiet" onClick={() => setAgain(true)}>
            Explore this foot again
          </Button>
        </div>
        <Trouble error={kept.error} />
      </section>
    );
  const step = next.data;
  const begun = before !== null;
  return (
    <section aria-label={`${side} foot`} className="grid gap-3">
      <p className="say flex items-center gap-2.5 text-head">
        <SidePlate side={side} /> {begun ? step?.say : 'Three split squats with nothing under it.'}
      </p>
      {begun && step?.because && <p className="border-l-4 border-hair pl-3 text-copy">{step.because}</p>}
      {begun && step?.watch && <p className="text-copy text-soft">{step.watch}</p>}
      {(!begun || step?.next) && (
        <>
          <div className="grid gap-2">
            <span className="text-fine text-soft">Ankle</span>
            <Choice label="Ankle" value={reading.ankle} options={ANKLES} onPick={(ankle) => setReading({ ...reading, ankle })} />
            <div className="flex flex-wrap items-end gap-3">
              <div className="w-64">
                <Dial
                  label={`Knee inside its foot’s line, − outside${reading.kneeCm === null ? ': not read' : ''}`}
                  value={reading.kneeCm ?? 0}
                  unit="cm"
                  onSet={(kneeCm) => setReading({ ...reading, kneeCm })}
                />
              </div>
              <Choice
                label="Read"
                value={readBy}
                options={[
                  { value: 'eye' as const, text: 'By eye' },
                  { value: 'picture' as const, text: 'Off a picture' },
                ]}
                onPick={setReadBy}
              />
            </div>
          </div>
          {begun ? (
            <div className="grid grid-cols-3 gap-2">
              {answers.map((answer) => (
                <Button
                  key={answer.id}
                  className="px-1.5! text-copy!"
                  disabled={next.isPending}
                  onClick={() => {
                    if (!step?.next) return;
                    setTries([...tries, { place: step.next, answer: answer.id, reading }]);
                    setReading(NOTHING);
                  }}
                >
                  {answer.text}
                </Button>
              ))}
            </div>
          ) : (
            <Button
              kind="act"
              onClick={() => {
                setBefore(reading);
                setReading(NOTHING);
              }}
            >
              Seen. Try the first thing
            </Button>
          )}
        </>
      )}
      {tries.length > 0 && (
        <ul className="text-copy text-soft">
          {tries.map((t) => (
            <li key={t.place}>
              {t.place && placeName[t.place]}: {answers.find((a) => a.id === t.answer)?.text.toLowerCase()}
            </li>
          ))}
        </ul>
      )}
      <div className="flex flex-wrap gap-2">
        {begun && step && !step.next && (
          <Button kind="act" disabled={kept.isPending} onClick={() => kept.mutate(null)}>
            {step.keep && step.borrows ? 'Keep it for this set' : 'Keep what was found'}
          </Button>
        )}
        {(tries.length > 0 || begun) && (
          <Button kind="quiet" onClick={() => (tries.length > 0 ? setTries(tries.slice(0, -1)) : setBefore(null))}>
            Undo
          </Button>
        )}
      </div>
      <Trouble error={next.error ?? kept.error} />
    </section>
  );
}
