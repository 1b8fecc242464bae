import { Link, useParams } from '@tanstack/react-router';
import { useClient, useStudio } from '@/api/queries';
import { painWords } from '@/features/pain/PainAsk';
import { Button } from '@/ui/Button';
import { Waiting } from '@/ui/Notice';
import { day } from '@/words/dates';

/** A page for the client to take along: what was reported, that training stopped, whom to see and how soon. It names no condition and promises nothing. */
export function ReferralPage() {
  const { clientId } = useParams({ from: '/referral/$clientId' });
  const client = useClient(clientId);
  const studio = useStudio();
  if (!client.data || !studio.data) return <Waiting what="the page" error={client.error ?? studio.error} />;
  const { client: person, stopSigns, checks } = client.data;
  const order = ['callNow', 'seenToday', 'beforeLoading'];
  const flags = [...stopSigns].sort((a, b) => order.indexOf(a.tier) - order.indexOf(b.tier));
  const first = flags[0];
  const sore = checks.filter((c) => (c.pain?.score ?? 0) > 0).slice(-4);
  return (
    <div className="mx-auto max-w-[820px] p-5 sm:p-8 print:max-w-none print:p-0" data-page="referral">
      <div className="mb-4 flex gap-2 print:hidden">
        <Button kind="act" onClick={() => print()}>
          Print this page
        </Button>
        <Link
          to="/clients/$clientId"
          params={{ clientId }}
          className="inline-flex min-h-11 items-center px-3 underline underline-offset-4"
        >
          Back to {person.name.split(' ')[0]}
        </Link>
      </div>
      <article className="grid gap-5 rounded-2xl bg-paper p-7 print:gap-4 print:rounded-none print:p-0">
        <header className="flex items-baseline justify-between gap-6 border-b-2 border-brass pb-2">
          <p className="text-lead font-semibold">{person.name}</p>
          <p className="text-copy text-soft">
            {studio.data.name}, {day(new Date().toISOString())}
          </p>
        </header>
        {first ? (
          <>
            <h1 className="say text-big print:text-title">Please see: {lowerFirst(first.whomToSee)}</h1>
            {first.tier === 'callNow' && <p className="say text-grand">{studio.data.emergency || 'Your emergency number'}</p>}
            <section>
              <h2 className="font-semibold">What was reported or seen</h2>
              <ul className="mt-1 grid gap-1">
                {flags.map((flag) => (
                  <li key={flag.id}>
                    {flag.text}, {day(flag.at)}
                    {flag.note && <> (“{flag.note}”)</>}. Noted by {flag.coach}. See: {lowerFirst(flag.whomToSee)}
                  </li>
                ))}
                {sore.map((c) => (
                  <li key={c.id}>
                    {day(c.at)}, {c.exerciseName.toLowerCase()}: {c.pain && painWords(c.pain).toLowerCase()} of 10.
                  </li>
                ))}
              </ul>
            </section>
            <p>
              Training of the legs stopped because of this. It goes on once someone qualified has looked and says what is allowed,
              what is not, and until when.
            </p>
            <section className="grid gap-4">
              <h2 className="font-semibold">For whoever examines, to bring back</h2>
              {['Name and profession', 'Day', 'Allowed', 'Not allowed', 'Until'].map((label) => (
                <p key={label} className="border-b border-edge pb-1 text-copy text-soft">
                  {label}
                </p>
              ))}
            </section>
          </>
        ) : (
          <h1 className="say text-shout">No red flag stands: there is nothing to refer.</h1>
        )}
        <p className="border-t border-hair pt-2 text-fine text-soft">
          Written in a training studio, for you to take along. Nothing has been diagnosed. If it gets worse before you are seen,
          call {studio.data.emergency || 'your emergency number'}.
        </p>
      </article>
    </div>
  );
}

const lowerFirst = (text: string) => text.charAt(0).toLowerCase() + text.slice(1);
