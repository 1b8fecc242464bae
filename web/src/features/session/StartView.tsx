import { Link } from '@tanstack/react-router';
import { useState } from 'react';
import { useShortcuts } from '@/device/keys';
import { SorenessAsk } from '@/features/pain/PainAsk';
import { Conditions } from '@/features/safety/Conditions';
import { Button } from '@/ui/Button';
import { Rolling } from '@/ui/Rolling';
import { ScoreRow } from '@/ui/ScoreRow';
import { SIDES, type Side } from '@/ui/SidePlate';
import { useUnits } from '@/ui/useUnits';
import { tempoWords } from './Bob';
import { amountWords, HELD, nameOf, PLACE } from './itemWords';
import { BigPlate } from './RestWalk';
import type { Item, Tap } from './run';
import { MOST_IN_HAND, type Session, useRack } from './sessions';

/** Before the first tap: what is due, what the hour consists of, and the beginning. */
export function StartView({
  session,
  onTap,
  onBegin,
}: {
  session: Session;
  onTap: (bare: Omit<Tap, 'id' | 'at'>) => void;
  onBegin: () => void;
}) {
  const { view, run } = session;
  const { mass } = useUnits();
  const [morning, setMorning] = useState<number | null>(null);
  const [soreness, setSoreness] = useState<number | null>(null);
  const asks = view.due.some((d) => d.kind === 'morning');
  const main = run.items.find((i) => i.place === 'main');
  // Nobody is sorer or weaker: who went second last time only the coach knows.
  const open = run.items.some(choosable);
  const inHand = useRack().filter((r) => r.clientId !== view.clientId && r.session.mine && !r.session.run.closed);
  const full = inHand.length >= MOST_IN_HAND;
  const begin = (side: Side | null) => {
    if (morning !== null) onTap({ kind: 'morning', score: morning });
    if (soreness !== null) onTap({ kind: 'soreness', score: soreness });
    onBegin();
    if (side) for (const item of run.items.filter(choosable)) onTap({ kind: 'firstSide', item: item.id, side });
  };
  useShortcuts('Session', [
    { keys: 'S', does: 'Begin the session', run: () => !open && !full && begin(null) },
    { keys: 'L', does: 'Begin with the left', run: () => open && !full && begin('left') },
    { keys: 'R', does: 'Begin with the right', run: () => open && !full && begin('right') },
  ]);
  return (
    <>
      <Rolling label="What is asked today" className="min-h-24 px-5 pb-4">
        {view.leftOpen && (
          <p className="mb-2 rounded-[10px] bg-slate-wash px-3.5 py-2.5 text-slate">Left open on {view.leftOpen}.</p>
        )}
        <h1 className="say text-large">{main ? nameOf(session, main) : 'Today'}</h1>
        <p className="mt-1 text-lead text-soft">
          About {view.aboutMinutes} minutes by the tempo and the rests. {view.firstSideText}
        </p>
        <Conditions today={view} className="mt-3" />
        {view.due.length > 0 && (
          <ul className="mt-4 grid gap-2">
            {view.due.map((d) => (
              <li key={d.sentence} className="flex flex-wrap items-baseline gap-x-3 border-l-4 border-brass pl-3 text-lead">
                {d.sentence}
                {d.kind === 'range' && !run.items.some((i) => i.range) && (
                  <Link
                    to="/clients/$clientId/meet"
                    params={{ clientId: view.clientId }}
                    className="inline-flex min-h-11 items-center text-body underline underline-offset-4"
                  >
                    Measure it now
                  </Link>
                )}
              </li>
            ))}
          </ul>
        )}
        {asks && (
          <div className="mt-4">
            <ScoreRow label="Pain on the morning after, of 10" value={morning} onPick={setMorning} />
          </div>
        )}
        {view.before && (
          <div className="mt-4">
            <SorenessAsk label="Muscles sore after last time, of 10:" value={soreness} onPick={setSoreness} />
          </div>
        )}
        <ol className="mt-5 grid">
          {run.items.map((item, i) => (
            <li key={item.id} className="grid grid-cols-[28px_1fr] gap-x-2 border-t border-hair py-3">
              <span className="figure text-title text-soft">{i + 1}</span>
              <span className="min-w-0">
                <span className={`say block ${item.place === 'main' ? 'text-shout' : 'text-head'}`}>
                  {item.range ? nameOf(session, item) : amountWords(item)}
                </span>
                <span className="block text-body">
                  {item.range ? (
                    <span className="text-soft">measured, both sides</span>
                  ) : (
                    <>
                      <span className="font-semibold">{nameOf(session, item)}</span>
                      <span className="text-soft">, {PLACE[item.place]}</span>
                    </>
                  )}
                </span>
                <span className="block text-body text-soft">
                  {[
                    item.loadKg > 0 && `${mass.from(item.loadKg)} ${mass.name} ${HELD[item.position]}`,
                    item.tempo && item.place === 'main' && tempoWords(item),
                    item.restSeconds > 0 && `rest ${item.restSeconds} s`,
                  ]
                    .filter(Boolean)
                    .join('; ')}
                </span>
              </span>
            </li>
          ))}
        </ol>
      </Rolling>
      <div className="grid shrink-0 grid-cols-[1fr] gap-2 px-5 pt-2 pb-3">
        {full ? (
          <p role="status" className="rounded-[10px] bg-slate-wash px-3.5 py-3 text-lead text-slate">
            {inHand.map((r) => r.session.view.clientName.split(' ')[0]).join(', ')} are in hand, and {MOST_IN_HAND} are enough.
            End one of theirs first: tap a plate below.
          </p>
        ) : open ? (
          <>
            <p className="text-body text-soft">Which side begins?</p>
            <div className="grid grid-cols-2 gap-2.5">
              {SIDES.map((side) => (
                <Button
                  key={side}
                  kind="act"
                  className="min-h-[68px] text-title!"
                  hint={side === 'left' ? 'L' : 'R'}
                  onClick={() => begin(side)}
                >
                  <BigPlate side={side} size={40} /> first
                </Button>
              ))}
            </div>
          </>
        ) : (
          <Button kind="act" className="min-h-[68px] text-title!" hint="S" onClick={() => begin(null)}>
            Begin the session
          </Button>
        )}
      </div>
    </>
  );
}

const choosable = (item: Item) => item.first === null && !item.together && !item.alternating;
