import { Link, useParams, useSearch } from '@tanstack/react-router';
import type { Schema } from '@/api/client';
import { useClient, useStudio } from '@/api/queries';
import { painWords } from '@/features/pain/PainAsk';
import { Button } from '@/ui/Button';
import { Waiting } from '@/ui/Notice';
import { standing } from '@/ui/results';
import { Sentence } from '@/ui/Sentence';
import { SIDES, SidePlate } from '@/ui/SidePlate';
import { Sideways } from '@/ui/Sideways';
import { StrideLine } from '@/ui/StrideLine';
import { StyleLines } from '@/ui/StyleLines';
import { day } from '@/words/dates';
import { decisionWord } from '@/words/decisions';
import { verdictWord } from '@/words/verdict';

/** One page: for the client what to do next and how far it has come, for a clinician the facts and nothing else. */
export function ClientPage() {
  const { clientId } = useParams({ from: '/page/$clientId' });
  const { for: reader } = useSearch({ from: '/page/$clientId' });
  const client = useClient(clientId);
  const studio = useStudio();
  if (!client.data || !studio.data) return <Waiting what="the page" error={client.error ?? studio.error} />;
  const clinical = reader === 'clinician';
  return (
    <div className="mx-auto max-w-[820px] p-5 sm:p-8 print:max-w-none print:p-0" data-page={reader}>
      <div className="mb-4 flex gap-2 print:hidden">
        <Button kind="act" onClick={() => print()}>
          Print this page
        </Button>
        <Link
          to="/clients/$clientId"
          params={{ clientId }}
          className="inline-flex min-h-11 min-w-0 items-center px-3 underline underline-offset-4 [overflow-wrap:anywhere]"
        >
          Back to {client.data.client.name.split(' ')[0]}
        </Link>
      </div>
      <article className="grid gap-5 rounded-2xl bg-paper p-7 print:gap-3 print:rounded-none print:p-0">
        <header className="flex items-baseline justify-between gap-6 border-b-2 border-brass pb-2">
          <p className="min-w-0 text-lead font-semibold [overflow-wrap:anywhere]">{client.data.client.name}</p>
          <p className="text-copy text-soft">{studio.data.name}</p>
        </header>
        {clinical ? <Facts client={client.data} /> : <Next client={client.data} />}
      </article>
    </div>
  );
}

/** For the client: where they are, what to do, the words that work. */
function Next({ client }: { client: Schema['ClientView'] }) {
  const stride = client.strides[0];
  const { today } = client;
  const last = client.checks.at(-1);
  // Nothing that is closed, or that something on record forbids, is promised on paper.
  const ways = stride?.next.filter((n) => n.open) ?? [];
  const after = ways.find((n) => n.kind === 'rung') ?? ways[0];
  return (
    <>
      {/* While nothing may be trained, why not comes first and no set stands on the page. */}
      {today.asked === null && (
        <h1 className="say text-big print:text-title" data-nothing-today>
          {client.stopSigns[0]
            ? `No training of the legs until someone has looked: ${lowerFirst(client.stopSigns[0].text)}.`
            : today.attention.sentence}
        </h1>
      )}
      {today.asked ? (
        <h1 className="say text-big print:text-title">
          <Sentence parts={client.trend} />
        </h1>
      ) : (
        <p className="text-lead">
          <Sentence parts={client.trend} />
        </p>
      )}
      {stride && today.asked && (
        <StrideLine
          rungs={around(stride).map((r) => ({
            id: r.id,
            name: r.name,
            been: { left: r.leftAt !== null, right: r.rightAt !== null },
            note: (r.leftAt ?? r.rightAt) ? day((r.leftAt ?? r.rightAt) as string) : '',
          }))}
          left={{ rung: at(stride, stride.left), say: stride.left === stride.planned ? stride.asked.text : 'waits' }}
          right={{ rung: at(stride, stride.right), say: stride.right === stride.planned ? stride.asked.text : 'waits' }}
        />
      )}
      {today.conditions.length > 0 && (
        <section>
          <p className="text-copy text-soft">What holds for now</p>
          <ul>
            {today.conditions.map((c) => (
              <li key={c.line}>{c.line}</li>
            ))}
          </ul>
        </section>
      )}
      {today.asked && (
        <section data-today>
          <p className="text-copy text-soft">Until we meet again</p>
          <p className="say text-shout print:text-head">{today.asked.text}</p>
          <p className="text-body">
            {today.exerciseName}: {today.exercisePlain}. Rest {today.asked.rest}
            {today.asked.tempo && `; ${today.asked.tempo}, in seconds`}. {today.firstSideText}
          </p>
          <div className="mt-1.5">
            <StyleLines lines={today.style} />
          </div>
        </section>
      )}
      {today.cueText && (
        <p className="border-l-4 border-brass pl-4">
          <span className="block text-copy text-soft">What helps, to say to yourself</span>
          <span className="say text-title print:text-head">“{today.cueText}”</span>
        </p>
      )}
      {today.selfChecks.length > 0 && (
        <section data-self-checks>
          <p className="text-copy text-soft">Look for yourself, in a mirror or a window</p>
          <ul className="list-disc pl-5">
            {today.selfChecks.map((c) => (
              <li key={c}>{c}</li>
            ))}
          </ul>
        </section>
      )}
      {client.kept.length > 0 && <p>Set up: {client.kept.map((k) => k.text).join(' ')}</p>}
      {client.props.length > 0 && (
        <p>
          Borrowed: {client.props.map((p) => `${p.short.toLowerCase()} until ${day(p.review)}`).join(', ')}. Then it is tried
          without.
        </p>
      )}
      {after && today.asked && (
        <p>
          <span className="font-semibold">What comes after: </span>
          {after.text}.
        </p>
      )}
      {last?.decision && (
        <p className="text-body text-soft">
          {day(last.at)}, {last.exerciseName.toLowerCase()}: {lowerFirst(last.decision.said)}
        </p>
      )}
      <p className="border-t border-hair pt-2 text-fine text-soft">
        Training advice, not a medical finding. If something hurts above {today.painLimit} of 10, swells, locks or gives way, stop
        and ask.
      </p>
    </>
  );
}

const lowerFirst = (text: string) => text.charAt(0).toLowerCase() + text.slice(1);

/** As much of the way as fits a sheet: what lies behind and what comes next. */
function around(stride: Schema['StrideView']) {
  const here = stride.rungs.findIndex((r) => r.id === stride.planned);
  const from = Math.max(0, Math.min(here - 2, stride.rungs.length - SHEET));
  return stride.rungs.slice(from, from + SHEET);
}
const SHEET = 4;

const at = (stride: Schema['StrideView'], rungId: string) => {
  const shown = around(stride);
  const index = shown.findIndex((r) => r.id === rungId);
  return index < 0 ? shown.length - 1 : index;
};

/** For a clinician: what was measured, with error and by whom; what hurt; what was done. No advice. */
function Facts({ client }: { client: Schema['ClientView'] }) {
  const looks = client.checks.slice(-4);
  const last = looks.at(-1);
  const rows = Object.entries(client.measureNames)
    .map(([id, name]) => ({ id, name }))
    .filter((m) => SIDES.some((s) => looks.some((c) => standing(c.look, m.id, s))));
  const said = client.checks.filter((c) => c.remark).slice(-6);
  const sore = client.checks.filter(
    (c) => (c.pain?.score ?? 0) > 0 || (c.decision?.painAfter?.score ?? 0) > 0 || (c.nextMorning ?? 0) > 0,
  );
  return (
    <>
      <h1 className="say text-shout print:text-head">Facts from {client.checks.length + client.earlierChecks} training looks</h1>
      <p className="text-copy">
        {client.client.goal && <>Comes for: {client.client.goal}. </>}
        {client.stopSigns.length === 0
          ? 'No red flag stands.'
          : `Red flags that stand: ${client.stopSigns.map((f) => `${f.text} (${day(f.at)}${f.note ? `, ${f.note}` : ''})`).join('; ')}.`}{' '}
        {client.cleared
          .map(
            (c) =>
              `Cleared ${day(c.at)}: ${c.text.toLowerCase()}, examined by ${c.examinedBy}; allowed: ${c.allowed}${c.no ? `; ${c.no}` : ''}${c.until ? ` until ${day(c.until)}` : ''}.`,
          )
          .join(' ')}
      </p>
      {rows.length > 0 && (
        <Sideways label="Measured or seen" className="print:overflow-visible">
          <table className="w-full text-small">
            <caption className="mb-1 text-left font-semibold">
              Measured from pictures with its error, or seen by the coach’s eye; {last?.exerciseName.toLowerCase()} and others
            </caption>
            <thead>
              <tr className="text-left">
                <th className="py-1">Measure</th>
                {looks.map((c) => (
                  <th key={c.id} className="py-1 font-semibold" colSpan={2}>
                    {day(c.at)}
                    <span className="block text-fine font-normal text-soft">{c.exerciseName}</span>
                  </th>
                ))}
              </tr>
              <tr className="text-left">
                <td />
                {looks.flatMap((c) =>
                  SIDES.map((side) => (
                    <th key={`${c.id}${side}`} className="pb-1">
                      <SidePlate side={side} size="s" />
                    </th>
                  )),
                )}
              </tr>
            </thead>
            <tbody>
              {rows.slice(0, 14).map((m) => (
                <tr key={m.id} className="border-t border-hair align-top">
                  <td className="py-1 pr-2">{m.name}</td>
                  {looks.flatMap((c) =>
                    SIDES.map((side) => {
                      const r = standing(c.look, m.id, side);
                      return (
                        <td key={`${c.id}${side}`} className="py-1 pr-2">
                          {r
                            ? `${r.text ? r.words : r.verdict === 'inBand' ? 'fine, seen' : `${r.words}, seen`}${r.reachText ? ` ${r.reachText}` : ''}`
                            : '–'}
                          {r?.verdict === 'outside' && (
                            <span className="block text-fine">{verdictWord.outside.toLowerCase()}</span>
                          )}
                        </td>
                      );
                    }),
                  )}
                </tr>
              ))}
            </tbody>
          </table>
        </Sideways>
      )}
      <section className="text-copy">
        <h2 className="font-semibold">
          Pain, 0 to 10, as told; up to {client.today.painLimit} is ordinary here
          {client.today.limitBy && `, set by ${client.today.limitBy}`}
        </h2>
        {sore.length === 0 ? (
          <p>None told.</p>
        ) : (
          <ul>
            {sore.slice(-8).map((c) => (
              <li key={c.id}>
                {day(c.at)}, {c.exerciseName.toLowerCase()}: {c.pain ? told(c.pain) : 'not asked before'}
                {c.decision?.painAfter && `; after ${told(c.decision.painAfter)}`}
                {c.nextMorning !== null && `; morning after the time before ${c.nextMorning}`}
              </li>
            ))}
          </ul>
        )}
      </section>
      {said.length > 0 && (
        <section className="text-copy">
          <h2 className="font-semibold">In the client’s own words</h2>
          <ul>
            {said.map((c) => (
              <li key={c.id}>
                {day(c.at)}, {c.exerciseName.toLowerCase()}: “{c.remark}”
              </li>
            ))}
          </ul>
        </section>
      )}
      <section className="text-copy">
        <h2 className="font-semibold">Work done</h2>
        <ul>
          {client.logs.slice(0, 8).map((l) => (
            <li key={l.id}>
              {day(l.day)}, {l.exerciseName.toLowerCase()}: {l.did}
              {l.effort !== null && `, effort ${l.effort} of 10`}
              {l.pain && `, pain ${l.pain.score}`}
            </li>
          ))}
          {client.logs.length === 0 && <li>No sets logged.</li>}
        </ul>
      </section>
      <section className="text-copy">
        <h2 className="font-semibold">Decisions</h2>
        <ul>
          {[...looks].reverse().map((c) => (
            <li key={c.id}>
              {day(c.at)}:{' '}
              {c.decision
                ? `${decisionWord[c.decision.chosen].toLowerCase()} (${c.decision.overruleReason ? `the coach’s call: ${c.decision.overruleReason}` : c.decision.recommendation.ruleName.toLowerCase()}), ${c.decision.coach}`
                : 'none yet'}
            </li>
          ))}
        </ul>
      </section>
      <p className="border-t border-hair pt-2 text-fine text-soft">
        Written by a strength coach’s records, not by a clinician. Give or take is the measuring error, nine times in ten. “Seen”
        has none. Nothing here diagnoses.
      </p>
    </>
  );
}

const told = (pain: Schema['PainDto']) => (pain.score === 0 ? '0' : painWords(pain).toLowerCase());
