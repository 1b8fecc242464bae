import type { Schema } from '@/api/client';
import { StyleLines } from '@/ui/StyleLines';

/** What the catalogue says of an exercise: the set-up that matters, what to look for, what should be felt. Cautions stay open. */
export function ExerciseNotes({
  exercise,
  open = false,
  clip,
  card = [],
}: {
  exercise: Schema['ExerciseView'];
  open?: boolean;
  /** What a clip of it gives and what it cannot, where one is about to be made. */
  clip?: string[];
  /** The numbers that were kept for it, where they do not stand on the screen already. */
  card?: Schema['CardLineView'][];
}) {
  return (
    <div className="text-copy">
      {exercise.cautions.map((caution) => (
        <p key={caution} className="mb-1.5 border-l-4 border-brick pl-3 font-semibold">
          {caution}
        </p>
      ))}
      {card.length > 0 && (
        <p className="mb-1.5" data-set-up>
          <span className="text-soft">Set up: </span>
          <span className="font-semibold">{card.map((l) => `${l.name.toLowerCase()} ${l.value}`).join(' · ')}</span>
        </p>
      )}
      <details open={open}>
        <summary className="min-h-11 cursor-pointer py-2.5 text-soft underline decoration-hair underline-offset-4 hover:text-ink">
          What matters, what to look for
        </summary>
        <p>{exercise.setUp}</p>
        <div className="mt-2">
          <StyleLines lines={exercise.style} />
        </div>
        <ul className="mt-1.5 list-disc pl-5">
          {exercise.lookFor.map((look) => (
            <li key={look}>{look}.</li>
          ))}
        </ul>
        <p className="mt-1.5">
          <span className="text-soft">Felt when it goes well:</span> {exercise.felt.join(', ')}.
        </p>
        <Wrong wrong={exercise.wrong} />
        {clip && (
          <>
            <p className="mt-2 text-soft">From a clip</p>
            <ul className="list-disc pl-5">
              {clip.map((line) => (
                <li key={line}>{line}</li>
              ))}
            </ul>
          </>
        )}
      </details>
    </div>
  );
}

/** What goes wrong, and the first thing to say. */
export function Wrong({ wrong, className = '' }: { wrong: Schema['WrongView'][]; className?: string }) {
  if (wrong.length === 0) return null;
  return (
    <div className={className} data-goes-wrong>
      <p className="mt-2 text-soft">When it goes wrong</p>
      <ul className="grid gap-0.5">
        {wrong.map((w) => (
          <li key={w.faultId}>
            {w.name}: <span className="font-semibold">{w.say}</span>
          </li>
        ))}
      </ul>
    </div>
  );
}
