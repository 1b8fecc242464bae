import { useMutation, useQuery } from '@tanstack/react-query';
import { signOut } from '@/api/door';
import { ownQuery } from '@/api/options';
import { SetupCard } from '@/features/bench/SetupCard';
import { Button } from '@/ui/Button';
import { Trouble, Waiting } from '@/ui/Notice';
import { day, dayAndTime, readAs } from '@/words/dates';

/** A client's own page: when they come next, how it is set up for them, what they did lately. Nothing of anybody else. */
export function OwnScreen() {
  const own = useQuery(ownQuery);
  // Before anything below says a day or a time.
  readAs(own.data);
  const leave = useMutation({ mutationFn: () => signOut() });
  if (!own.data) return <Waiting what="your page" error={own.error} />;
  const { name, goal, visits, cards, done, emergency } = own.data;
  const next = visits[0];
  return (
    <main id="main" className="h-full overflow-y-auto">
      <div className="mx-auto max-w-[760px] px-5 py-6 sm:px-8 sm:py-10">
        <p className="text-soft">{name}</p>
        <h1 className="say mt-1 text-large">
          {next ? `You come ${dayAndTime(new Date(next.startsAt))}: ${next.exercise.toLowerCase()}.` : 'No visit is planned yet.'}
        </h1>
        {goal && <p className="mt-2 text-lead">For: {goal}</p>}
        {visits.length > 1 && (
          <section aria-label="After that" className="mt-6">
            <h2 className="say text-head">After that</h2>
            <ul className="mt-2 grid gap-1">
              {visits.slice(1).map((v) => (
                <li key={v.startsAt}>
                  <span className="font-semibold">{dayAndTime(new Date(v.startsAt))}</span> · {v.exercise}
                </li>
              ))}
            </ul>
          </section>
        )}
        <section aria-label="Your set-up" className="mt-8">
          <h2 className="say text-head">Your set-up</h2>
          {cards.length === 0 ? (
            <p className="mt-1 text-soft">Your coach has not set anything up for you yet.</p>
          ) : (
            <ul className="mt-3 grid gap-4">
              {cards.map((card) => (
                <li key={card.exercise} className="rounded-2xl bg-paper p-5">
                  <h3 className="say mb-2 text-title">{card.exercise}</h3>
                  <SetupCard lines={card.lines} />
                  <ul className="mt-3 list-disc pl-5 text-body">
                    {card.lookFor.map((line) => (
                      <li key={line}>{line}</li>
                    ))}
                  </ul>
                </li>
              ))}
            </ul>
          )}
        </section>
        {done.length > 0 && (
          <section aria-label="Done lately" className="mt-8">
            <h2 className="say text-head">Done lately</h2>
            <ul className="mt-2 grid gap-1">
              {done.map((d, i) => (
                <li key={i}>
                  {day(d.day)} · {d.exercise}
                </li>
              ))}
            </ul>
          </section>
        )}
        <p className="mt-8 text-small text-soft">
          If anything hurts sharply, gives way or goes numb: stop, and tell your coach.
          {emergency && ` In an emergency call ${emergency}.`}
        </p>
        <Trouble error={leave.error} />
        <Button className="mt-4" onClick={() => leave.mutate()}>
          Sign out on this device
        </Button>
      </div>
    </main>
  );
}
