import { useMutation } from '@tanstack/react-query';
import { Link } from '@tanstack/react-router';
import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { api, type Schema, take } from '@/api/client';
import { refreshClient } from '@/api/queries';
import { useShortcuts } from '@/device/keys';
import { RaiseStopSign } from '@/features/safety/StopSign';
import { useUnsent } from '@/outbox/device';
import { ActionBar } from '@/ui/ActionBar';
import { Button } from '@/ui/Button';
import { Choice } from '@/ui/Choice';
import { Trouble } from '@/ui/Notice';
import type { Side } from '@/ui/SidePlate';
import { Unsent } from '@/ui/Unsent';
import { levelWord } from '@/words/decisions';
import { Caret } from './MeasureList';
import { AfterTrial, OutcomeMark } from './OutcomeMark';
import { WedgeSheet } from './WedgeSheet';

const LEVELS: Schema['CorrectionLevel'][] = ['say', 'touchOrBlock', 'setUp', 'stepDown'];

/** One thing to say or do now, why, and what comes next: a second picture, or a set watched by eye. */
export function CorrectionPanel({
  check,
  side,
  given,
  lastTrial,
  seenOnly,
  checks,
  onAgain,
  onWatch,
  onDecide,
  picked: byCoach,
  onPickFault,
  onSide,
  risen,
}: {
  check: Schema['CheckView'];
  side: Side;
  given: Schema['CorrectionView'];
  lastTrial: Schema['TrialView'] | undefined;
  /** No picture shows it, or none was taken before the cue to hold another against: the eye judges again. */
  seenOnly: boolean;
  /** The key checks, where there is room for them. */
  checks: React.ReactNode;
  onAgain: (correction: Schema['CorrectionView']) => void;
  onWatch: (correction: Schema['CorrectionView']) => void;
  onDecide: () => void;
  /** Whether the coach picked the fault, rather than the look naming it. */
  picked: boolean;
  onPickFault: () => void;
  /** Lets the coach say which side it is; null where the look says it. */
  onSide: ((side: Side) => void) | null;
  /** What rose lately in sets or load: looked at before the technique is blamed. */
  risen: string | null;
}) {
  const [picked, setPicked] = useState<Schema['CorrectionView'] | null>(null);
  const correction = picked ?? given;
  const choose = useMutation({
    mutationFn: (cause: string) =>
      take(
        api.GET('/api/checks/{id}/correction', {
          params: { path: { id: check.id }, query: { cause, ...(byCoach ? { fault: correction.faultId } : {}) } },
        }),
      ),
    onSuccess: (chosen) => chosen && setPicked(chosen),
  });
  const unsent = useUnsent((e) => e.kind === 'trial' && e.json?.checkId === check.id);
  const [exploring, setExploring] = useState(false);
  useShortcuts('After the look', [
    { keys: 'R', does: 'Look again', run: () => (seenOnly ? onWatch : onAgain)(correction) },
    { keys: 'B', does: 'Watch a set, judge by eye', run: () => onWatch(correction) },
    { keys: 'O', does: 'Something else: pick what you saw', run: onPickFault },
    { keys: 'E', does: 'Decide', run: onDecide },
  ]);
  const spoken = correction.level === 'say';
  const helped = lastTrial?.outcome === 'helped';
  const open = correction.causes.filter((c) => c.standing !== 'ruledOut');
  const decide = lastTrial ? 'Decide' : 'Decide now';
  return (
    <>
      <div className="grid min-h-0 flex-1 content-start gap-3 lg:overflow-y-auto" data-panel>
        {lastTrial && (
          <OutcomeMark trial={lastTrial}>
            <AfterTrial trial={lastTrial} clientId={check.clientId} />
          </OutcomeMark>
        )}
        <ol className="grid grid-cols-[0.8fr_1.4fr_0.9fr_1.2fr] gap-1.5" aria-label="How strong a means">
          {LEVELS.map((level) => (
            <li
              key={level}
              aria-current={level === correction.level ? 'step' : undefined}
              className={`border-t-[3px] pt-0.5 text-small leading-tight font-semibold ${level === correction.level ? 'border-brass text-brass-text' : 'border-hair text-soft'}`}
            >
              {levelWord[level]}
            </li>
          ))}
        </ol>
        {risen && <p className="border-l-[3px] border-brass pl-2.5 text-copy">{risen}</p>}
        {(byCoach || onSide) && (
          <div className="flex items-center justify-between gap-3">
            <p className="text-copy text-soft">
              {correction.faultName}
              {byCoach && ', your pick'}
            </p>
            {onSide && (
              <Choice
                label="Which side"
                value={side}
                options={[
                  { value: 'left', text: 'Left' },
                  { value: 'right', text: 'Right' },
                ]}
                onPick={onSide}
              />
            )}
          </div>
        )}
        <p className="say text-shout sm:text-big" data-cue>
          {spoken ? `“${correction.cue}”` : correction.cue}
        </p>
        {correction.askFirst && (
          <p className="w-fit rounded-md border border-brass px-2 py-0.5 text-small font-semibold">Ask first: a hand touches</p>
        )}
        <p className="text-copy text-soft">{correction.why}</p>
        {correction.id.endsWith('-wedge') && (
          <>
            <Button onClick={() => setExploring(true)}>Explore foot by foot</Button>
            <WedgeSheet clientId={check.clientId} open={exploring} onOpenChange={setExploring} />
          </>
        )}
        <Unsent entries={unsent} />
        <Trouble error={choose.error} />
        {open.length > 0 && (
          <details className="group border-t border-hair pt-1">
            <summary className="flex min-h-11 cursor-pointer items-center gap-2 text-copy font-semibold text-soft hover:text-ink">
              <Caret /> Why does it happen?
            </summary>
            <ul className="grid gap-2 pb-1">
              {open.map((cause) => (
                <li key={cause.id}>
                  <button
                    type="button"
                    aria-pressed={cause.id === correction.causeId}
                    onClick={() => choose.mutate(cause.id)}
                    className={`w-full rounded-[10px] border px-3 py-2 text-left ${cause.id === correction.causeId ? 'border-ink bg-ground' : 'border-hair hover:border-ink'}`}
                  >
                    <span className="block text-body font-semibold">
                      {cause.test}
                      {cause.standing === 'shown' && (
                        <span className="ml-1.5 font-normal text-brass-text">shown by the look</span>
                      )}
                    </span>
                    <span className="block text-small text-soft">Then {cause.name}.</span>
                  </button>
                </li>
              ))}
            </ul>
            <OwnWords clientId={check.clientId} correction={correction} />
            <Link
              to="/library"
              search={{ open: `fault:${correction.faultId}` }}
              className="inline-flex min-h-11 items-center text-copy underline decoration-hair underline-offset-4"
            >
              All of “{correction.faultName.toLowerCase()}” in the library
            </Link>
            {correction.disagreement && <p className="pb-1 text-small text-soft">{correction.disagreement}</p>}
          </details>
        )}
        {correction.onDeck && <p className="text-small text-soft">Next: {correction.onDeck.toLowerCase()}</p>}
        <div className="grid grid-cols-2 gap-2 lg:hidden">
          <Button className="px-2! text-copy!" onClick={onPickFault}>
            Something else
          </Button>
          {!helped && (
            <Button className="px-2! text-copy!" onClick={onDecide}>
              {decide}
            </Button>
          )}
        </div>
      </div>
      {checks}
      <ActionBar>
        <div className="flex items-center justify-between gap-1 max-lg:hidden">
          <Button kind="quiet" hint="O" className="px-2!" onClick={onPickFault}>
            Something else
          </Button>
          <RaiseStopSign clientId={check.clientId} className="px-2.5! text-small!" />
        </div>
        <div className="flex gap-2 max-lg:contents">
          {!seenOnly && (
            <Button hint="B" className="px-3! max-lg:min-h-14 lg:flex-1" onClick={() => onWatch(correction)}>
              By eye
            </Button>
          )}
          {!helped && (
            <Button hint="E" className="px-3! max-lg:hidden lg:flex-1" onClick={onDecide}>
              {decide}
            </Button>
          )}
          {(helped || seenOnly) && !correction.onlySeen && (
            <Button
              hint={seenOnly ? undefined : 'R'}
              className="px-3! max-lg:min-h-14 lg:flex-1"
              onClick={() => onAgain(correction)}
            >
              {seenOnly ? 'With a picture' : 'Look again'}
            </Button>
          )}
        </div>
        <Button
          kind="act"
          hint={helped ? 'E' : 'R'}
          className="min-h-14 flex-1 text-lead!"
          onClick={() => (helped ? onDecide() : seenOnly ? onWatch(correction) : onAgain(correction))}
        >
          {helped ? 'Decide' : seenOnly ? 'Watch a set' : 'Look again'}
        </Button>
      </ActionBar>
    </>
  );
}

/** The client's own phrase for a cue becomes their cue. */
function OwnWords({ clientId, correction }: { clientId: string; correction: Schema['CorrectionView'] }) {
  const [text, setText] = useState('');
  const keep = useMutation({
    mutationFn: async (words: string | null) => {
      const versions = await take(api.GET('/api/settings', { params: { query: { client: clientId } } }));
      await take(
        api.PUT('/api/cues', {
          body: {
            operationId: uuid(),
            version: versions.clientVersion ?? 0,
            level: 'client',
            clientId,
            correctionId: correction.id,
            text: words,
          },
        }),
      );
      await refreshClient(clientId);
    },
  });
  if (correction.words === 'client')
    return (
      <p className="flex items-center justify-between gap-2 text-copy text-soft">
        In their own words.
        <Button kind="quiet" onClick={() => keep.mutate(null)}>
          Back to the usual
        </Button>
      </p>
    );
  return (
    <form
      className="grid gap-1.5 pb-1"
      onSubmit={(e) => {
        e.preventDefault();
        keep.mutate(text);
      }}
    >
      <label className="grid gap-1 text-copy">
        Their own words for it
        <span className="flex gap-2">
          <input
            value={text}
            maxLength={400}
            onChange={(e) => setText(e.target.value)}
            className="h-11 min-w-0 flex-1 rounded-[10px] border border-edge bg-ground px-3 text-entry"
          />
          <Button type="submit" disabled={text.trim() === '' || keep.isPending}>
            Keep
          </Button>
        </span>
      </label>
      <Trouble error={keep.error} />
    </form>
  );
}
