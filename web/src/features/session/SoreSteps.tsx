import type { Schema } from '@/api/client';
import { painWords } from '@/features/pain/PainAsk';
import { Button } from '@/ui/Button';
import { PainRule } from './PainRule';
import { painQuestion } from './painQuestion';
import type { Pain, Run } from './run';

type About = Schema['SessionExerciseView'];

/** What to change for a pain, in order; never empty where the exercise is known. */
export const roundsFor = (about: About | undefined, pain: Pain) =>
  about?.sore.find((a) => a.role === (pain.role ?? 'front') && pain.site != null && a.sites.includes(pain.site))?.rounds ??
  about?.sore.find((a) => a.role === (pain.role ?? 'front'))?.rounds.slice(-1) ??
  [];

/** How many changes were made since a set began to hurt: which one comes next. */
export const roundOf = (run: Run) => {
  const last = run.over.at(-1)?.step.item;
  const ids = run.changes;
  return last ? ids.filter((id) => id.startsWith(`${last}:`)).length : ids.length;
};

/**
 * A set hurt above the limit: one thing is changed, the pain asked again, and only what is left after that is given up for today.
 */
export function SoreSteps({
  run,
  pain,
  about,
  onChanged,
  onPain,
  onLeave,
  onSwap,
}: {
  run: Run;
  pain: Pain;
  about: About | undefined;
  onChanged: (id: string) => void;
  onPain: (id: string, score: number) => void;
  onLeave: () => void;
  onSwap: () => void;
}) {
  const rounds = roundsFor(about, pain);
  const at = roundOf(run);
  const round = rounds[at];
  const item = run.over.at(-1)?.step.item ?? '';
  const id = round ? `${item}:${round.steps.map((s) => s.id).join('+')}`.slice(0, 200) : '';
  return (
    <section aria-label="It hurts" className="grid gap-3 px-5 pb-6" data-sore={at + 1}>
      <p className="say text-shout text-brick">
        {painWords(pain)}: above {run.guard.painLimit}. {round ? 'Change one thing, then ask again.' : 'Leave it for today.'}
      </p>
      {round ? (
        <>
          <p className="text-body text-soft">{round.why}</p>
          <ol className="grid gap-2">
            {round.steps.map((step, i) => (
              <li key={step.id} className="grid grid-cols-[24px_1fr] items-baseline gap-2">
                <span className="figure text-head text-soft">{round.steps.length > 1 ? i + 1 : '·'}</span>
                <span className="say text-title text-brass-text">“{step.say}”</span>
              </li>
            ))}
          </ol>
          <div className="border-t border-hair pt-3">
            <PainRule
              label={`Ask again. ${painQuestion(pain)}`}
              limit={run.guard.painLimit}
              last={pain.score}
              onPick={(score) => onPain(id, score)}
            />
          </div>
          <Button className="min-h-14" onClick={() => onChanged(id)}>
            Try a set with it, ask after
          </Button>
        </>
      ) : (
        <>
          <p className="text-lead">
            {rounds.length > 0 && 'What could be changed was changed. '}The easier form: {lowerFirst(about?.stepBack ?? '')}
          </p>
          <Button kind="act" className="min-h-16 text-title!" onClick={onLeave}>
            Leave it for today
          </Button>
          <Button className="min-h-14" onClick={onSwap}>
            Put another in its place…
          </Button>
        </>
      )}
      {round && (
        <Button kind="quiet" onClick={onLeave}>
          Leave this exercise for today
        </Button>
      )}
    </section>
  );
}

const lowerFirst = (text: string) => text.charAt(0).toLowerCase() + text.slice(1);
