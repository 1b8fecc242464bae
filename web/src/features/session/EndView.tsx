import { Link } from '@tanstack/react-router';
import { Button } from '@/ui/Button';
import { Rolling } from '@/ui/Rolling';
import { ScoreRow } from '@/ui/ScoreRow';
import { useUnits } from '@/ui/useUnits';
import { Why } from '@/ui/Why';
import { nameOf } from './itemWords';
import { type Item, mayGoOn, type Run, stoppedByPain, type Tap } from './run';
import { putDown, type Session } from './sessions';

/** The end of the hour: what was done, the one question that is left, and putting it away. */
export function EndView({
  session,
  onTap,
  onMore,
}: {
  session: Session;
  onTap: (bare: Omit<Tap, 'id' | 'at'>) => boolean;
  onMore: () => void;
}) {
  const { run, view } = session;
  const { mass } = useUnits();
  const done = run.items.filter((i) => run.over.some((o) => o.step.item === i.id && o.clean.length > 0));
  const main = done.findLast((i) => i.place === 'main' || i.place === 'accessory');
  const lastIsMain = run.over.at(-1)?.step.item === main?.id;
  const pain = stoppedByPain(run);
  const waiting = run.closed && view.logs.length === 0 && done.some((i) => i.place === 'main' || i.place === 'accessory');
  return (
    <>
      <Rolling label="What was done" className="px-5 pb-4">
        <h1 className={`say text-large ${pain ? 'text-brick' : ''}`}>
          {run.closed ? 'Put away.' : run.phase === 'done' ? 'All done.' : run.why}
        </h1>
        {pain && <p className="mt-1 text-lead">{view.aboutPain}</p>}
        {run.guard.barred !== null && (
          <Link
            to="/clients/$clientId"
            params={{ clientId: view.clientId }}
            className="inline-flex min-h-11 items-center font-semibold underline decoration-hair underline-offset-4"
          >
            See why, and what to do
          </Link>
        )}
        <ul className="mt-3 grid gap-3">
          {done.map((item) => (
            <li key={item.id} className="border-t border-hair pt-3">
              <p className="text-lead font-semibold">{nameOf(session, item)}</p>
              <p className="text-lead text-soft">{item.range ? measuredWords(run, item) : doneWords(run, item, mass)}</p>
              {logOf(session, item)?.tempo && (
                <p className="text-body text-soft first-letter:uppercase">{logOf(session, item)?.tempo}.</p>
              )}
              {logOf(session, item) && (
                <div className="mt-1.5" data-next>
                  <p className="text-body text-soft">Next time</p>
                  <p className="say text-shout">{logOf(session, item)?.next}</p>
                  <Why>{logOf(session, item)?.why}</Why>
                </div>
              )}
            </li>
          ))}
          {done.length === 0 && <li className="text-lead text-soft">Nothing was counted.</li>}
        </ul>
        {waiting && (
          <p className="mt-4 rounded-[10px] bg-slate-wash px-3.5 py-2.5 text-body text-slate" role="status">
            Kept on this device. What follows for next time is worked out as soon as the studio has it.
          </p>
        )}
        {!run.closed && main && lastIsMain && !pain && (
          <div className="mt-5 grid gap-4">
            <ScoreRow
              plain
              label={`How hard was the ${nameOf(session, main).toLowerCase()}?`}
              value={run.efforts[main.id] ?? null}
              onPick={(score) => onTap({ kind: 'effort', score })}
            />
            {view.askFelt && <Felt session={session} item={main} onTap={onTap} />}
          </div>
        )}
      </Rolling>
      <div className="flex shrink-0 gap-2.5 px-5 pt-2 pb-3">
        {run.closed ? (
          <>
            <Link
              to="/clients/$clientId"
              params={{ clientId: view.clientId }}
              className="inline-flex min-h-[68px] items-center rounded-[10px] border border-edge bg-paper px-4 text-lead font-semibold"
            >
              History
            </Link>
            <Link
              to="/"
              onClick={() => putDown(view.clientId)}
              data-act=""
              className="inline-flex min-h-[68px] flex-1 items-center justify-center rounded-[10px] bg-act px-4 text-title font-semibold text-act-ink"
            >
              Back to today
            </Link>
          </>
        ) : (
          <>
            {mayGoOn(run) ? (
              <Button className="min-h-[68px] px-4 text-lead!" onClick={() => onTap({ kind: 'resumed' })}>
                Go on
              </Button>
            ) : run.phase === 'done' ? (
              <Button className="min-h-[68px] px-4 text-lead!" onClick={onMore}>
                One more…
              </Button>
            ) : null}
            <Button kind="act" className="min-h-[68px] flex-1 text-title!" onClick={() => onTap({ kind: 'closed' })}>
              Put it away
            </Button>
          </>
        )}
      </div>
    </>
  );
}

const logOf = (session: Session, item: Item) =>
  item.place === 'main' || item.place === 'accessory'
    ? session.view.logs.find((l) => l.exerciseId === item.exerciseId)
    : undefined;

/** Which sides were measured; what was read is with the client. */
const measuredWords = (run: Run, item: Item) =>
  run.over.filter((o) => o.step.item === item.id).length > 1 ? 'Measured, both sides.' : 'Measured, one side.';

/** "Left 8, 8, 7, right 8, 8, 8; 45 of 47 clean, 6 kg". */
function doneWords(run: Run, item: Item, mass: { from: (kg: number) => number; name: string }) {
  const sets = run.over.filter((o) => o.step.item === item.id);
  const of = (side: 'left' | 'right' | null) => sets.filter((o) => o.step.side === side).map((o) => o.clean.length);
  const clean = sets.reduce((n, o) => n + o.clean.filter(Boolean).length, 0);
  const all = sets.reduce((n, o) => n + o.clean.length, 0);
  const sides = [
    of('left').length > 0 && `left ${of('left').join(', ')}`,
    of('right').length > 0 && `right ${of('right').join(', ')}`,
    of(null).length > 0 && of(null).join(', '),
  ]
    .filter(Boolean)
    .join('; ');
  const kg = Math.max(0, ...sets.map((o) => o.load.kg));
  return `${sides.charAt(0).toUpperCase()}${sides.slice(1)}${item.held ? ' s' : ''}. ${clean} of ${all} clean${kg > 0 ? `, ${mass.from(kg)} ${mass.name}` : ''}.`;
}

/** Where clients say it was, when it was not where it should be; one tap, no keyboard. */
const ELSEWHERE = ['front thigh', 'glute', 'hamstring', 'inner thigh', 'calf', 'low back', 'knee', 'nowhere'];

function Felt({ session, item, onTap }: { session: Session; item: Item; onTap: (bare: Omit<Tap, 'id' | 'at'>) => boolean }) {
  const felt = session.run.felts[item.id];
  const expected = session.view.about[item.exerciseId]?.felt ?? [];
  return (
    <fieldset className="grid gap-2">
      <legend className="mb-1 font-semibold">Felt where it should be?</legend>
      {expected.length > 0 && <p className="text-body text-soft">{expected.join(', ')}</p>}
      <div className="flex gap-2">
        <Button
          className={`min-h-13 ${felt?.asExpected ? 'bg-spine! text-spine-ink!' : ''}`}
          aria-pressed={felt?.asExpected === true}
          onClick={() => onTap({ kind: 'felt', felt: { asExpected: true, where: '' } })}
        >
          There
        </Button>
        <Button
          className={`min-h-13 ${felt && !felt.asExpected ? 'bg-spine! text-spine-ink!' : ''}`}
          aria-pressed={felt ? !felt.asExpected : false}
          onClick={() => onTap({ kind: 'felt', felt: { asExpected: false, where: 'somewhere else' } })}
        >
          Somewhere else
        </Button>
      </div>
      {felt && !felt.asExpected && (
        <div className="mt-2 flex flex-wrap gap-2" role="group" aria-label="Where instead?">
          {ELSEWHERE.map((where) => (
            <Button
              key={where}
              aria-pressed={felt.where === where}
              className={`min-h-13 ${felt.where === where ? 'bg-spine! text-spine-ink!' : ''}`}
              onClick={() => onTap({ kind: 'felt', felt: { asExpected: false, where } })}
            >
              {where.charAt(0).toUpperCase() + where.slice(1)}
            </Button>
          ))}
        </div>
      )}
    </fieldset>
  );
}
