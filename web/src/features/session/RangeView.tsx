import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { api, Problem, type Schema, Superseded, take } from '@/api/client';
import { intakeQuery } from '@/api/options';
import { queries, refreshBody } from '@/api/queries';
import { useShortcuts } from '@/device/keys';
import { WallDrawing } from '@/features/meet/WallDrawing';
import { Button } from '@/ui/Button';
import { NumberInput } from '@/ui/NumberInput';
import { otherSide, type Side, sideWord } from '@/ui/SidePlate';
import { useUnits } from '@/ui/useUnits';
import { nameOf } from './itemWords';
import { BigPlate } from './RestWalk';
import type { Item } from './run';
import type { Session } from './sessions';

/** A range that is due, one side at a time: how it is measured, the number that was read, and on to the other side. */
export function RangeView({
  session,
  item,
  onMeasured,
  onSkip,
}: {
  session: Session;
  item: Item;
  onMeasured: () => void;
  onSkip: () => void;
}) {
  const { run, view } = session;
  const { length } = useUnits();
  const side: Side = run.step?.side ?? 'left';
  const test = item.range ? view.ranges[item.range] : undefined;
  const [read, setRead] = useState<number | null>(null);
  /** What was read here of the side before, as it was typed. */
  const [before, setBefore] = useState<string | null>(null);
  const first = run.over.every((o) => o.step.item !== item.id);
  // Lengths are typed by the studio's tape, and kept in centimetres.
  const meant = read === null ? null : test?.byGap ? length.to(read) : read;
  const odd = test && meant !== null && (meant < test.least || meant > test.most);
  const keep = () => {
    if (!test || meant === null || odd) return;
    void keepRange({
      id: uuid(),
      clientId: view.clientId,
      test: item.range as Schema['RangeTest'],
      side,
      degrees: test.byGap ? null : meant,
      gapCm: test.byGap ? meant : null,
      supersedes: null,
    });
    onMeasured();
    setBefore(`${sideWord(side)} ${read}${test.byGap ? ` ${length.name}` : '°'}`);
    setRead(null);
  };
  useShortcuts('Range', [{ keys: 'S', does: 'Keep what was read', run: keep }]);
  if (!test) return null;
  const unit = test.byGap ? length.name : '°';
  const edge = (n: number) => `${test.byGap ? length.from(n) : n}${test.byGap ? ` ${length.name}` : '°'}`;
  return (
    <>
      <div className="min-h-0 flex-1 overflow-y-auto px-5 pb-3" data-range={item.range}>
        <h1 className="say text-large">{nameOf(session, item)}</h1>
        <div className="mt-3 flex items-center gap-5">
          <BigPlate side={side} size={96} />
          <label className="min-w-0 flex-1">
            <span className="mb-1 block text-lead font-semibold">{test.byGap ? 'Toe tip to wall' : 'The angle'}</span>
            <span className="flex items-baseline gap-2">
              <NumberInput
                value={read}
                decimals={1}
                live
                // Where there are keys the number is what is typed next; a phone's own would cover how it is measured.
                autoFocus={matchMedia('(pointer: fine)').matches}
                onSay={setRead}
                onEmpty={() => setRead(null)}
                onKeyDown={(e) => e.key === 'Enter' && keep()}
                className="figure h-20 w-full max-w-[190px] min-w-0 rounded-[10px] border border-edge bg-ground px-3 text-large"
              />
              <span className="text-title text-soft">{unit}</span>
            </span>
          </label>
        </div>
        {odd && (
          <p role="alert" className="mt-3 text-lead text-brick">
            It lies between {edge(test.least)} and {edge(test.most)}. Read it again.
          </p>
        )}
        {before && <p className="mt-3 text-lead text-soft first-letter:uppercase">{before}, kept.</p>}
        <p className="mt-4 max-w-[34em] text-lead">{test.how}</p>
        <p className="mt-1 text-body text-soft">{test.real}</p>
        {item.range === 'ankleBend' && (
          <div className="mt-3">
            <WallDrawing />
          </div>
        )}
      </div>
      <div className="flex shrink-0 gap-2.5 px-5 pt-2 pb-3">
        <Button className="min-h-[68px] px-4 text-lead!" onClick={onSkip}>
          Not today
        </Button>
        <Button
          kind="act"
          className="min-h-[68px] flex-1 text-title!"
          disabled={meant === null || odd === true}
          hint="S"
          onClick={keep}
        >
          {first ? `Keep, then ${sideWord(otherSide(side))}` : 'Keep it'}
        </Button>
      </div>
    </>
  );
}

/** What was measured goes its own way to the studio, also without a signal: the session does not wait for it. */
async function keepRange(body: Schema['RangeRequest']) {
  try {
    const intake = await take(api.POST('/api/ranges', { body }));
    queries.setQueryData(intakeQuery(body.clientId).queryKey, intake);
    await refreshBody(body.clientId);
  } catch (error) {
    // The studio said no: the bar above the screen says why, with what was entered.
    if (!(error instanceof Superseded) && !(error instanceof Problem)) throw error;
  }
}
