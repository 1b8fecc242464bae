import { useEffect, useRef } from 'react';
import type { Schema } from '@/api/client';
import { useShortcuts } from '@/device/keys';
import { Button } from '@/ui/Button';
import { ScoreRow } from '@/ui/ScoreRow';
import { sideWord } from '@/ui/SidePlate';
import { useUnits } from '@/ui/useUnits';
import { HELD, nameOf, PLACE } from './itemWords';
import { PainRule } from './PainRule';
import { painAt, painQuestion } from './painQuestion';
import { BigPlate, RestWalk } from './RestWalk';
import { asked, countedPain, faded, type Item, type Pain, type Run, restLeft, type StepDone, setsDone, type Tap } from './run';
import type { Session } from './sessions';
import { bell, useGiven } from './tempo';
import { useNow } from './useNow';

/** Between two sets: what is left of the rest, what comes next, and what matters to ask about the set that is over. */
export function RestView({
  session,
  item,
  about,
  onBegin,
  onTap,
  onSetup,
  onHurts,
}: {
  session: Session;
  item: Item;
  about: Schema['SessionExerciseView'] | undefined;
  onBegin: () => void;
  onTap: (bare: Omit<Tap, 'id' | 'at'>) => boolean;
  onSetup: () => void;
  onHurts: () => void;
}) {
  const { run, view } = session;
  const { mass } = useUnits();
  const side = run.step?.side ?? null;
  const last = setsDone(run).at(-1);
  const tired = faded(run);
  const sore = soreNow(view, run);
  // A pain that is on record is answered before the next set is offered: at five it must not be.
  const waits = last !== undefined && sore !== null && !answeredSince(run, last);
  const effortOf = effortAsked(run);
  const count = asked(run);
  useRung(run);
  useShortcuts('Between sets', [{ keys: 'S', does: 'Begin the set that comes next', run: () => !waits && onBegin() }]);
  const fewer = count < item.amount;
  return (
    <>
      <div className="min-h-0 flex-1 overflow-y-auto pb-3">
        {run.rest ? (
          <RestWalk rest={run.rest} next={side} />
        ) : (
          <div className="flex items-center gap-6 px-5 pt-3 pb-2">
            <BigPlate side={side} size={132} />
            <p className="leading-none">
              <span className="figure block text-poster leading-[0.85]">
                {item.forSeconds != null ? item.forSeconds / 60 : count}
              </span>
              <span className="mt-2 block text-lead text-soft">
                {item.forSeconds != null ? 'minutes' : item.held ? 'seconds' : 'repetitions'}
              </span>
            </p>
          </div>
        )}
        <div className="px-5">
          <h1 className="say mt-1 text-big">{nextWords(session, run, item, count)}</h1>
          <div className="mt-1 flex items-center justify-between gap-3">
            <p className="min-w-0 text-lead text-soft">
              {nameOf(session, item)}
              {item.place === 'main' ? '' : `, ${PLACE[item.place]}`}, set {run.step?.set} of {item.sets}.{' '}
              {item.loadKg > 0 && `${mass.from(item.loadKg)} ${mass.name} ${HELD[item.position]}. `}
              {fewer && 'As many as the first side did. '}
              {about?.setup.find((s) => s.name === 'Distance')?.value &&
                `Front heel to rear toe ${about.setup.find((s) => s.name === 'Distance')?.value}.`}
            </p>
            <Button className="min-h-13 shrink-0" onClick={onSetup}>
              Set-up
            </Button>
          </div>
          {item.cue && <p className="say mt-2 text-title text-brass-text">“{about?.cue ?? item.cue}”</p>}
          {tired && <Faded done={tired} tired={run.tired.includes(tired.step.side ?? 'left')} onTap={onTap} />}
          <div className="mt-4 grid gap-4 border-t border-hair pt-3">
            {sore && last ? (
              <PainRule
                label={painQuestion(sore)}
                limit={run.guard.painLimit}
                last={run.pains.at(-1)?.pain.score ?? view.sore?.score ?? null}
                onPick={(score) => onTap({ kind: 'pain', pain: painAt(sore, score) })}
              />
            ) : (
              view.askEachSet &&
              last &&
              !answeredSince(run, last) && (
                <p className="flex items-center justify-between gap-3 text-lead font-semibold">
                  Any joint pain?
                  <Button
                    className="min-h-13"
                    onClick={() => onTap({ kind: 'pain', pain: { score: 0, leg: null, role: null, site: null, kind: null } })}
                  >
                    None
                  </Button>
                </p>
              )
            )}
            {effortOf && (
              <ScoreRow
                plain
                label={`How hard was the ${nameOf(session, effortOf).toLowerCase()}?`}
                value={run.efforts[effortOf.id] ?? null}
                onPick={(score) => onTap({ kind: 'effort', score })}
              />
            )}
            <Button kind="quiet" className="justify-start! px-0!" onClick={onHurts}>
              {sore && last ? 'Something else hurts…' : 'Something hurts…'}
            </Button>
          </div>
        </div>
      </div>
      <div className="flex shrink-0 gap-2.5 px-5 pt-2 pb-3">
        {run.rest && (
          <Button className="min-h-[68px] px-4 text-lead!" onClick={() => onTap({ kind: 'restLonger', seconds: 30 })}>
            + 30 s
          </Button>
        )}
        <Button kind="act" className="min-h-[68px] flex-1 text-title!" disabled={waits} hint="S" onClick={onBegin}>
          {waits ? 'Ask about pain first' : side ? `Start the ${sideWord(side)}${run.rest ? ' now' : ''}` : 'Start now'}
        </Button>
      </div>
    </>
  );
}

/** "Right next: 8, to match." */
function nextWords(session: Session, run: Run, item: Item, count: number) {
  const side = run.step?.side;
  const amount = item.forSeconds != null ? `${item.forSeconds / 60} minutes` : item.held ? `${count} s` : `${count}`;
  const before = run.over.at(-1);
  const same = before?.step.item === item.id;
  if (!same && run.over.length > 0)
    return `Then the ${nameOf(session, item).toLowerCase()}: ${amount}${side ? `, ${sideWord(side)}` : ''}.`;
  const matches = same && before?.step.set === run.step?.set;
  return side
    ? `${side === 'left' ? 'Left' : 'Right'} ${run.over.length > 0 ? 'next' : 'first'}: ${amount}${matches ? ', to match' : ''}.`
    : `${amount}${item.alternating ? ', sides in turn' : ''}.`;
}

/** The pain that is asked about after each set: what was told today, else what is on record. */
function soreNow(view: Schema['SessionView'], run: Run): Pain | null {
  const told = run.pains.findLast((p) => p.pain.score > 0)?.pain;
  const pain = told ?? view.sore ?? null;
  return pain && countedPain(pain) > 0 ? pain : null;
}

/** Whether pain was told about the set that is over. */
const answeredSince = (run: Run, last: StepDone) =>
  run.pains.some((p) => p.after?.item === last.step.item && p.after.set === last.step.set && p.after.side === last.step.side);

/** The effort matters once an exercise is through: it decides what follows. */
function effortAsked(run: Run): Item | null {
  const last = run.over.at(-1);
  const item = last && run.items.find((i) => i.id === last.step.item);
  return item && (item.place === 'main' || item.place === 'accessory') && run.step?.item !== item.id ? item : null;
}

/** Tired and not untaught: it is said so, and no cue and no step back follows. */
function Faded({ done, tired, onTap }: { done: StepDone; tired: boolean; onTap: (bare: Omit<Tap, 'id' | 'at'>) => boolean }) {
  const clean = done.clean.filter(Boolean).length;
  if (tired)
    return (
      <p className="mt-3 border-l-4 border-brass pl-3 text-lead" data-tired>
        Tired, not untaught: end at {clean} next time, or rest longer. No new cue.
      </p>
    );
  return (
    <p className="mt-3 flex items-center justify-between gap-3 border-l-4 border-brass pl-3 text-lead">
      Only the last {done.clean.length - clean === 1 ? 'one was' : `${done.clean.length - clean} were`} not clean.
      <Button
        className="min-h-13 shrink-0"
        onClick={() => {
          onTap({ kind: 'lastOnes', side: done.step.side ?? 'left' });
          onTap({ kind: 'restLonger', seconds: 30 });
        }}
      >
        Tired: + 30 s
      </Button>
    </p>
  );
}

/** A rest that is over is heard. */
function useRung(run: Run) {
  const [given] = useGiven();
  const now = useNow(250, run.rest !== null);
  const over = run.rest !== null && restLeft(run.rest, now) === 0;
  const rung = useRef(over);
  useEffect(() => {
    if (over && !rung.current) bell(given);
    rung.current = over;
  }, [over, given]);
}
