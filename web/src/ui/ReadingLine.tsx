import { Popover } from 'radix-ui';
import { useEffect, useState } from 'react';
import { type Result, resultText, verdictWord } from '@/words/verdict';
import { ResultMark } from './ResultMark';

/**
 * A side's reading: the number large, its error beside it, the verdict as shape, word and tone. The error opens on demand.
 * While a newer move is unread the numeral greys at once and soon after the verdict gives way: what stands there is old.
 */
export function ReadingLine({ reading, settled = true, large = true }: { reading: Result; settled?: boolean; large?: boolean }) {
  const waiting = useLasting(!settled, 150);
  const word = reading.verdict ? verdictWord[reading.verdict] : 'Noted';
  return (
    <div className="flex min-w-0 flex-wrap items-center gap-x-3 gap-y-1" data-settled={settled} data-measure={reading.measureId}>
      {reading.value !== null && (
        <span className="flex items-baseline gap-1.5">
          <span
            className={`figure transition-colors ${settled ? '' : 'text-soft'} ${large ? 'text-large' : 'text-title'}`}
            data-reading={reading.value.toFixed(3)}
            data-reach={(reading.reach ?? 0).toFixed(3)}
          >
            {(reading.text ?? '').replace('\u2212', '')}
          </span>
          <span className="text-small text-soft">{direction(reading)}</span>
          <ErrorPart reading={reading} />
        </span>
      )}
      {/* Its words wrap beside the number before they go under it. */}
      <span className="flex min-w-0 flex-1 basis-[150px] items-center gap-2">
        <span className={waiting ? 'invisible' : ''}>
          <ResultMark result={reading} width={64} />
        </span>
        <span className="min-w-0 leading-tight">
          <span className={`block text-copy font-semibold ${waiting ? 'text-soft' : resultText(reading)}`}>
            {waiting ? 'Not read yet' : reading.value === null ? reading.words : word}
          </span>
          <span className="block text-fine text-soft">{waiting ? 'of where the point was' : reading.marginText}</span>
          {reading.each.length > 1 && reading.verdict && !waiting && <Repetitions each={reading.each} />}
        </span>
      </span>
    </div>
  );
}

/** Each repetition by itself, in a word for whoever does not see the marks. */
function Repetitions({ each }: { each: Result['each'] }) {
  const off = each.filter((e) => e.verdict === 'outside').length;
  return (
    <span className="block text-fine text-soft" data-each={each.map((e) => e.verdict ?? 'noted').join(' ')}>
      {off === 0 ? `none of ${each.length} repetitions outside` : `${off} of ${each.length} repetitions outside`}
    </span>
  );
}

/** The words of a value without its number: "forward", "in", "behind the hip". */
export const direction = (reading: Result) => {
  const size = (reading.text ?? '').replace('\u2212', '');
  return reading.words.includes(size) ? reading.words.replace(size, '').trim() : reading.words;
};

/** Whether something has been so for a while, so that a passing state does not flicker. */
function useLasting(now: boolean, milliseconds: number): boolean {
  const [lasting, setLasting] = useState(false);
  useEffect(() => {
    if (!now) return setLasting(false);
    const wait = setTimeout(() => setLasting(true), milliseconds);
    return () => clearTimeout(wait);
  }, [now, milliseconds]);
  return lasting;
}

function ErrorPart({ reading }: { reading: Result }) {
  return (
    <Popover.Root>
      <Popover.Trigger className="min-h-8 pointer-coarse:min-h-11 pointer-coarse:min-w-11 rounded px-1 text-body text-soft underline decoration-hair decoration-dotted underline-offset-4 hover:text-ink">
        {reading.reachText}
        <span className="sr-only"> measuring error, show its parts</span>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          sideOffset={6}
          collisionPadding={12}
          className="z-50 w-80 rounded-xl border border-hair bg-paper p-4 text-small shadow-[0_10px_30px_rgb(0_0_0/0.18)]"
        >
          <ErrorTable reading={reading} />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

/** Where an error comes from, part by part. */
export function ErrorTable({ reading }: { reading: Result }) {
  return (
    <>
      <p className="say mb-2 text-lead">Where the {reading.reachText} comes from</p>
      <dl className="grid grid-cols-[auto_1fr] gap-x-3 gap-y-1.5">
        {reading.error.map((part) => (
          <div key={part.name} className="contents">
            <dt className="font-semibold">
              {part.name} <span className="font-normal tabular-nums">{part.text}</span>
            </dt>
            <dd className="text-soft">{part.means}</dd>
          </div>
        ))}
      </dl>
      {reading.sameness && <p className="mt-1.5 text-soft">The {reading.sameness} among themselves.</p>}
    </>
  );
}
