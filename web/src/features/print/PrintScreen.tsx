import { Link, useParams } from '@tanstack/react-router';
import type { Schema } from '@/api/client';
import { useCheck, useClient } from '@/api/queries';
import { slotOfFinding } from '@/features/check/finding';
import { pictureUrl } from '@/pictures/pictures';
import { Skeleton } from '@/pictures/Skeleton';
import { inSlot } from '@/pictures/still';
import { Button } from '@/ui/Button';
import { KneePair, PelvisPair, ShinPair } from '@/ui/instruments/Pairs';
import { Waiting } from '@/ui/Notice';
import { kneeOf, pelvisOf, shinOf, standing } from '@/ui/results';
import { Sentence } from '@/ui/Sentence';
import { SIDES, SidePlate } from '@/ui/SidePlate';
import { dateOf, day } from '@/words/dates';
import { decisionWord } from '@/words/decisions';
import { type Result, verdictWord } from '@/words/verdict';

/** One page for the client: what was seen, the one thing to work on, what comes next. Printed, or kept as a file by the browser. */
export function PrintScreen() {
  const { checkId } = useParams({ from: '/print/$checkId' });
  const check = useCheck(checkId);
  const client = useClient(check.data?.clientId ?? '');
  if (!check.data || !client.data) return <Waiting what="the check" error={check.error ?? (check.data ? client.error : null)} />;
  return <Page check={check.data} client={client.data} />;
}

function Page({ check, client }: { check: Schema['CheckView']; client: Schema['ClientView'] }) {
  const { name } = client.client;
  const { conditions, asked, exerciseName, exercisePlain } = client.today;
  // What is asked for now follows from the newest look; an older page says what was decided then, and no more.
  const next = client.checks.at(-1)?.id === check.id ? asked : null;
  const done = client.logs.find((l) => l.day === dateOf(check.at) && l.exerciseId === check.exerciseId);
  const { look } = check;
  const best = check.trials.findLast((t) => t.outcome === 'helped');
  const cue = best?.cue ?? check.correction?.cue;
  const two = (of: typeof shinOf) => ({ left: of(look, 'left'), right: of(look, 'right') });
  const rows = check.standard.measures.filter((m) => m.mustPass && SIDES.some((side) => standing(look, m.id, side)));
  return (
    <div className="mx-auto max-w-[820px] p-5 sm:p-8 print:max-w-none print:p-0" data-page>
      <div className="mb-4 flex gap-2 print:hidden">
        <Button kind="act" onClick={() => print()}>
          Print this page
        </Button>
        <Link
          to="/clients/$clientId/check"
          params={{ clientId: check.clientId }}
          search={{ check: check.id }}
          className="inline-flex min-h-11 items-center px-3 underline underline-offset-4"
        >
          Back to the check
        </Link>
      </div>
      <article className="grid gap-5 rounded-2xl bg-paper p-7 print:gap-2.5 print:rounded-none print:p-0">
        <header className="flex items-baseline justify-between gap-6 border-b-2 border-brass pb-2">
          <p className="text-lead font-semibold">{name}</p>
          <p className="text-copy text-soft">
            {check.exerciseName}, {day(check.at)}, with {check.coach}
          </p>
        </header>
        <h1 className="say text-big print:text-title">
          <Sentence parts={look.finding.sentence} />
        </h1>
        <div className="flex gap-3">
          {SIDES.map((side) => {
            const slot = slotOfFinding(check, side);
            const index = check.stills.findIndex((s) => inSlot(s, slot));
            return (
              <Picture
                key={side}
                still={check.stills[index]}
                view={look.stills[index]}
                results={look.results.filter((r) => r.side === side && r.moment === slot.moment)}
                words={`${side === 'left' ? 'Left' : 'Right'} in front`}
              />
            );
          })}
          {best && (
            <Picture
              still={best.stills[0]}
              view={best.again?.stills[0]}
              results={best.again?.results.filter((r) => r.side === best.side && r.moment === best.stills[0]?.moment) ?? []}
              words={`${best.side === 'left' ? 'Left' : 'Right'}, after the cue`}
            />
          )}
        </div>
        {cue && (
          <p className="border-l-4 border-brass pl-4">
            <span className="block text-copy text-soft">{best ? 'What helped, to say to yourself' : 'To say to yourself'}</span>
            <span className="say text-title print:text-head">“{cue}”</span>
          </p>
        )}
        <div className="flex flex-wrap items-end gap-x-8 gap-y-3">
          {[
            ['Shin', two(shinOf), ShinPair],
            ['Knee', two(kneeOf), KneePair],
            ['Pelvis', two(pelvisOf), PelvisPair],
          ].map(([title, pair, Instrument]) => {
            const both = pair as { left: Result | null; right: Result | null };
            const Draw = Instrument as typeof ShinPair;
            return both.left?.value != null || both.right?.value != null ? (
              <figure key={title as string} className="grid justify-items-center gap-1">
                <span className="print:hidden">
                  <Draw {...both} />
                </span>
                <span className="hidden print:block">
                  <Draw {...both} size="row" />
                </span>
                <figcaption className="text-small">
                  {title as string}: {[both.left?.text, both.right?.text].map((t) => t ?? 'seen').join(' / ')}
                </figcaption>
              </figure>
            ) : null;
          })}
        </div>
        <table className="w-full text-copy">
          <thead>
            <tr className="text-left">
              <th className="py-1 font-semibold">Looked at</th>
              {SIDES.map((side) => (
                <th key={side} className="py-1">
                  <SidePlate side={side} size="s" />
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {rows.map((m) => (
              <tr key={m.id} className="border-t border-hair">
                <td className="py-1 pr-3 print:py-0.5">{m.name}</td>
                {SIDES.map((side) => (
                  <td key={side} className="py-1 pr-3 print:py-0.5">
                    {say(standing(look, m.id, side))}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
        {conditions.length > 0 && <p className="text-body">{conditions.map((c) => c.line).join(' ')}</p>}
        {check.decision && !next && (
          <p className="text-entry">
            <span className="font-semibold">Next: {decisionWord[check.decision.chosen].toLowerCase()}.</span>{' '}
            {check.decision.said}
          </p>
        )}
        {done && <p className="text-entry">Done that day: {done.did}.</p>}
        {next && (
          <p className="text-entry">
            <span className="font-semibold">Until we meet again: {next.text}.</span> {exerciseName}: {exercisePlain}. Rest{' '}
            {next.rest}.
          </p>
        )}
        <p className="border-t border-hair pt-2 text-fine text-soft">
          Training advice, not a medical finding. Numbers carry the error shown with them; “seen” means looked at, not measured.
          If something hurts, swells or gives way, stop and ask a clinician.
        </p>
      </article>
    </div>
  );
}

const say = (result: Result | null) =>
  result
    ? `${result.words}${result.reachText ? ` ${result.reachText}` : ''}${result.source === 'eye' ? ', seen' : result.verdict ? `, ${verdictWord[result.verdict].toLowerCase()}` : ''}`
    : 'not looked at';

function Picture({
  still,
  view,
  results,
  words,
}: {
  still: Schema['StillDto'] | undefined;
  view: Schema['StillView'] | undefined;
  results: Result[];
  words: string;
}) {
  if (!still) return null;
  return (
    <figure className="grid min-w-0 flex-1 content-start gap-1">
      <svg
        viewBox={`0 0 ${still.width} ${still.height}`}
        className="block max-h-[340px] w-full print:max-h-[230px] rounded-lg bg-ground-deep"
        role="img"
        aria-label={words}
      >
        <image href={pictureUrl(still.pictureId)} width={still.width} height={still.height} />
        <Skeleton still={{ ...still, key: still.pictureId }} reading={view} results={results} unit={still.height / 420} settled />
      </svg>
      <figcaption className="flex items-center gap-2 text-small">
        <SidePlate side={still.side} size="s" /> {words}
      </figcaption>
    </figure>
  );
}
