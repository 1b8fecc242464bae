import { Link } from '@tanstack/react-router';
import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { RaiseStopSign } from '@/features/safety/StopSign';
import { useUnsent } from '@/outbox/device';
import { Button } from '@/ui/Button';
import { Sheet } from '@/ui/Sheet';
import { Unsent } from '@/ui/Unsent';
import { useUnits } from '@/ui/useUnits';
import { tempoWords } from './Bob';
import { nameOf, PLACE } from './itemWords';
import { against, type Item, itemOf, type Run, secondsOf, type Tap, type Tempo } from './run';
import { extras, putDown, type Session } from './sessions';
import { type Given, useGiven } from './tempo';

type Does = (bare: Omit<Tap, 'id' | 'at'>) => void;

/** The tempo one step slower than an item has, as the studio says it; null where it is slow enough. */
function slower(session: Session, item: Item): Tempo | null {
  const tempos = session.view.about[item.exerciseId]?.tempos ?? [];
  const at = tempos.findIndex((t) => item.tempo && secondsOf(t) === secondsOf(item.tempo));
  return at < 0 ? null : (tempos[at + 1] ?? null);
}

/** Everything that is rare: the load, the side, the tempo, the order, what is left out or added, and the end. */
export function ChangeSheet({
  session,
  open,
  onOpenChange,
  onTap,
  onHurts,
  onSetup,
  onSwap,
}: {
  session: Session;
  open: boolean;
  onOpenChange: (open: boolean) => void;
  onTap: Does;
  onHurts: () => void;
  onSetup: () => void;
  onSwap: (put: 'instead' | 'more') => void;
}) {
  const [given, setGiven] = useGiven();
  // The client was erased, or it could not be meant: it can be taken off this device by hand alone.
  const refused = useUnsent((e) => e.kind === 'session' && e.lane === session.view.clientId && e.state === 'refused');
  const { run, view } = session;
  const item = itemOf(run);
  const slow = item && slower(session, item);
  const usual = item && session.view.about[item.exerciseId]?.tempos[0];
  const done = (bare: Omit<Tap, 'id' | 'at'>) => {
    onTap(bare);
    onOpenChange(false);
  };
  return (
    <Sheet title={`${view.clientName.split(' ')[0]}: change`} open={open} onOpenChange={onOpenChange}>
      <div className="grid gap-5">
        <Unsent entries={refused} />
        <div className="grid grid-cols-2 gap-2">
          <Button kind="stop" className="min-h-14" onClick={onHurts}>
            It hurts…
          </Button>
          <RaiseStopSign clientId={view.clientId} className="min-h-14" />
          {!item?.range && (
            <Button className="min-h-14" onClick={onSetup}>
              {run.phase === 'working' ? 'Reset: set up again' : 'Set-up'}
            </Button>
          )}
        </div>
        {item && !item.range && <Loads session={session} item={item} onTap={onTap} />}
        {item?.tempo && (
          <section aria-label="Tempo" className="grid gap-1.5">
            <p className="text-body">
              <span className="text-soft">Tempo:</span> <span className="font-semibold">{tempoWords(item)}</span>
            </p>
            <div className="flex flex-wrap gap-2">
              {slow && (
                <Button onClick={() => onTap({ kind: 'tempo', item: item.id, tempo: slow })}>
                  {slow.down > item.tempo.down ? 'Slower down' : 'Longer at the bottom'}
                </Button>
              )}
              {usual && secondsOf(usual) < secondsOf(item.tempo) && (
                <Button onClick={() => onTap({ kind: 'tempo', item: item.id, tempo: usual })}>As usual</Button>
              )}
            </div>
          </section>
        )}
        <section aria-label="Given" className="grid gap-1.5">
          <p className="text-body text-soft">The tempo is given as</p>
          <div className="flex flex-wrap gap-2">
            {(['mark', 'sound', 'buzz'] as (keyof Given)[]).map((k) => (
              <Button
                key={k}
                aria-pressed={given[k]}
                className={given[k] ? 'bg-spine! text-spine-ink!' : ''}
                onClick={() => setGiven({ ...given, [k]: !given[k] })}
              >
                {{ mark: 'Bob', sound: 'Sound', buzz: 'Buzz' }[k]} {given[k] ? 'on' : 'off'}
              </Button>
            ))}
          </div>
          {given.sound && typeof AudioContext === 'undefined' && (
            <p className="text-copy text-soft">This device gives no sound. Go by the bob.</p>
          )}
          {given.buzz && !('vibrate' in navigator) && (
            <p className="text-copy text-soft">This device cannot buzz. Go by the bob or the sound.</p>
          )}
        </section>
        {item && run.over.every((o) => o.step.item !== item.id) && !item.together && !item.alternating && (
          <Button
            className="min-h-14"
            onClick={() => done({ kind: 'firstSide', item: item.id, side: (item.first ?? 'left') === 'left' ? 'right' : 'left' })}
          >
            Begin with the {(item.first ?? 'left') === 'left' ? 'right' : 'left'}
          </Button>
        )}
        <Order run={run} session={session} onTap={onTap} />
        <div className="grid grid-cols-2 gap-2">
          {item && (
            <>
              <Button className="min-h-14" onClick={() => done({ kind: 'skipped', item: item.id })}>
                Skip this one
              </Button>
              {!item.range && (
                <Button className="min-h-14" onClick={() => onSwap('instead')}>
                  Another instead…
                </Button>
              )}
            </>
          )}
          <Button className="min-h-14" onClick={() => onSwap('more')}>
            Add one…
          </Button>
          {view.technique && !run.items.some((i) => i.id === view.technique?.id) && (
            <Button
              className="min-h-14"
              onClick={() => done({ kind: 'added', added: view.technique, before: run.step?.item ?? null })}
            >
              Two minutes of technique
            </Button>
          )}
        </div>
        <div className="grid grid-cols-2 gap-2 border-t border-hair pt-4">
          {run.phase !== 'stopped' && (
            <Button kind="stop" className="min-h-14" onClick={() => done({ kind: 'stopped' })}>
              Stop the session
            </Button>
          )}
          <Link
            to="/"
            className="inline-flex min-h-14 items-center justify-center rounded-[10px] border border-edge bg-paper px-4 text-body font-semibold hover:border-ink"
          >
            Back to today
          </Link>
          {(session.taps.length === 0 || refused.length > 0) && (
            <Button className="min-h-14" onClick={() => putDown(view.clientId)}>
              Out of the rack
            </Button>
          )}
        </div>
      </div>
    </Sheet>
  );
}

/** The next weights there are for the place where it is held, lighter and heavier. */
function Loads({ session, item, onTap }: { session: Session; item: Item; onTap: Does }) {
  const { mass } = useUnits();
  const about = session.view.about[item.exerciseId];
  const position =
    item.position === 'none' ? (Object.keys(about?.weights ?? {})[0] as Item['position'] | undefined) : item.position;
  const there = (position && about?.weights[position]) || [];
  const refused = session.run.guard.notLoaded[item.exerciseId];
  if (refused) return <p className="text-body text-soft">{refused}</p>;
  const near = [0, ...there].filter((kg, i, all) => all.indexOf(kg) === i);
  const at = near.findIndex((kg) => kg >= item.loadKg - 0.01);
  const shown = near.slice(Math.max(0, at - 2), Math.max(0, at - 2) + 5);
  if (shown.length < 2) return null;
  return (
    <section aria-label="Load" className="grid gap-1.5">
      <p className="text-body text-soft">Load, for what is not over yet</p>
      <div className="flex flex-wrap gap-2">
        {shown.map((kg) => (
          <Button
            key={kg}
            aria-pressed={Math.abs(kg - item.loadKg) < 0.01}
            className={Math.abs(kg - item.loadKg) < 0.01 ? 'bg-spine! text-spine-ink!' : ''}
            onClick={() => onTap({ kind: 'load', item: item.id, loadKg: kg, position: kg > 0 ? (position ?? 'goblet') : 'none' })}
          >
            {kg === 0 ? 'None' : `${mass.from(kg)} ${mass.name}`}
          </Button>
        ))}
      </div>
    </section>
  );
}

/** What is still to come, in order; each can go one place up. */
function Order({ run, session, onTap }: { run: Run; session: Session; onTap: Does }) {
  const left = run.items.filter(
    (i) =>
      !run.skipped.includes(i.id) &&
      run.over.filter((o) => o.step.item === i.id).length < i.sets * (i.together || i.alternating ? 1 : 2),
  );
  if (left.length < 2) return null;
  return (
    <section aria-label="Order" className="grid gap-1.5">
      <p className="text-body text-soft">Still to come</p>
      <ol className="grid gap-1">
        {left.map((i, at) => {
          const no = against(run.guard, i.exerciseId, i.loadKg);
          return (
            <li key={i.id} className="flex min-h-11 items-center justify-between gap-2">
              <span className={`font-semibold ${no ? 'text-brick line-through' : ''}`} title={no ?? undefined}>
                {nameOf(session, i)}
                <span className="pl-2 text-copy font-normal text-soft">{PLACE[i.place]}</span>
              </span>
              {at > 0 && (
                <Button
                  className="px-3!"
                  aria-label={`${nameOf(session, i)}: one earlier`}
                  onClick={() => onTap({ kind: 'moved', item: i.id, before: left[at - 1]?.id ?? null })}
                >
                  Earlier
                </Button>
              )}
            </li>
          );
        })}
      </ol>
    </section>
  );
}

/** Any exercise of the house, found by a few letters; what is forbidden is named with why and cannot be taken. */
export function PickSheet({
  session,
  put,
  onOpenChange,
  onTap,
}: {
  session: Session;
  put: 'instead' | 'more' | null;
  onOpenChange: (open: boolean) => void;
  onTap: Does;
}) {
  const [text, setText] = useState('');
  const { run } = session;
  const item = itemOf(run) ?? run.items.find((i) => i.id === run.over.at(-1)?.step.item) ?? null;
  const found = extras().filter((e) => e.name.toLowerCase().includes(text.trim().toLowerCase()));
  return (
    <Sheet title={put === 'instead' ? 'Instead of this one' : 'One more'} open={put !== null} onOpenChange={onOpenChange}>
      <input
        aria-label="Find an exercise"
        value={text}
        onChange={(e) => setText(e.target.value)}
        placeholder="a few letters"
        className="mb-3 h-12 w-full rounded-[10px] border border-edge bg-ground px-3 text-entry"
      />
      <ul className="grid gap-1.5">
        {found.map((e) => {
          const no = against(run.guard, e.item.exerciseId, 0);
          return (
            <li key={e.item.exerciseId}>
              <button
                type="button"
                disabled={no !== null}
                onClick={() => {
                  const added: Item = { ...e.item, id: uuid(), ...(put === 'instead' && item ? inPlaceOf(item, e.item) : {}) };
                  onTap({ kind: 'added', added, before: put === 'instead' ? (item?.id ?? null) : null });
                  if (put === 'instead' && item) onTap({ kind: 'skipped', item: item.id });
                  onOpenChange(false);
                }}
                className="min-h-14 w-full rounded-[10px] border border-hair px-4 py-2 text-left text-lead font-semibold hover:border-ink disabled:opacity-60"
              >
                {e.name}
                {no && <span className="block text-copy font-normal text-brick">{no}</span>}
              </button>
            </li>
          );
        })}
      </ul>
    </Sheet>
  );
}

/** What stands in for another is done as often, in its place, the same side first; what is held keeps its own seconds. */
const inPlaceOf = (item: Item, other: Item) => ({
  place: item.place,
  sets: item.sets,
  first: item.first,
  firstWhy: item.firstWhy,
  ...(item.held === other.held ? { amount: item.amount } : {}),
});
