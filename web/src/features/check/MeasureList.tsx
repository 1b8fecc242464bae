import { Popover } from 'radix-ui';
import { memo } from 'react';
import type { Schema } from '@/api/client';
import { momentName } from '@/pictures/still';
import { Button } from '@/ui/Button';
import { ErrorTable } from '@/ui/ReadingLine';
import { ResultMark } from '@/ui/ResultMark';
import { standing } from '@/ui/results';
import { SIDES, type Side, SidePlate } from '@/ui/SidePlate';
import { type Result, resultText, verdictWord } from '@/words/verdict';
import { BandEditor } from './BandEditor';
import type { Seen } from './draft';

type Measure = Schema['MeasureView'];

/**
 * Every check of a view, left beside right. What pictures have not answered the coach's eye can, one tap for each or one for
 * all that looked fine; whatever was only seen wears the eye.
 */
export const MeasureList = memo(function MeasureList({
  measures,
  look,
  clientId,
  standard,
  onSeen,
  onRestFine,
  readOnly = false,
  title = 'Key checks',
}: {
  measures: Measure[];
  look: Schema['LookView'] | null;
  clientId: string;
  standard: Schema['StandardView'];
  onSeen?: (measureId: string, side: Side, where: Seen['where'] | null) => void;
  onRestFine?: (measures: Measure[]) => void;
  readOnly?: boolean;
  title?: string;
}) {
  const must = measures.filter((m) => m.mustPass);
  const noted = measures.filter((m) => !m.mustPass);
  const open = must.filter((m) => m.judged && SIDES.some((side) => !standing(look, m.id, side)?.verdict));
  const row = (m: Measure) => (
    <li
      key={m.id}
      className={`grid grid-cols-[minmax(0,1fr)_76px_76px] items-center gap-1 border-t border-hair/70 first:border-t-0 ${readOnly ? 'min-h-7 pointer-coarse:min-h-11' : 'min-h-11'}`}
      data-measure-row={m.id}
    >
      <span
        className={`pr-1 leading-tight ${readOnly ? 'text-small' : 'text-copy'} ${m.mustPass ? 'font-semibold' : 'text-soft'}`}
        title={m.name}
      >
        {m.name}
      </span>
      {SIDES.map((side) => (
        <Cell
          key={side}
          says={saysOf(look, m.id, side)}
          measure={m}
          side={side}
          look={look}
          clientId={clientId}
          standard={standard}
          onSeen={onSeen}
          readOnly={readOnly}
        />
      ))}
    </li>
  );
  return (
    <div className="grid" data-key-checks>
      <div className="grid grid-cols-[minmax(0,1fr)_76px_76px] items-end gap-1 pb-0.5">
        <h2 className="say text-lead leading-tight">{title}</h2>
        {SIDES.map((side) => (
          <span key={side} className="justify-self-center">
            <SidePlate side={side} size="s" />
          </span>
        ))}
      </div>
      <ul>{must.map(row)}</ul>
      {!readOnly && open.length > 0 && onRestFine && (
        <Button data-rest-fine hint="W" onClick={() => onRestFine(open)} className="mt-1 w-full max-md:hidden">
          {must.some((m) => SIDES.some((side) => standing(look, m.id, side)?.verdict))
            ? 'The rest looked fine'
            : 'All looked fine'}
        </Button>
      )}
      {noted.length > 0 && (
        <details className="group mt-1">
          <summary className="flex min-h-11 items-center gap-2 cursor-pointer text-copy font-semibold text-soft hover:text-ink">
            <Caret />
            Extra, by eye: {noted.filter((m) => SIDES.some((s) => standing(look, m.id, s))).length} of {noted.length}
          </summary>
          <ul>{noted.map(row)}</ul>
        </details>
      )}
    </div>
  );
});

const saysOf = (look: Schema['LookView'] | null, measureId: string, side: Side) =>
  (look?.results ?? [])
    .filter((r) => r.measureId === measureId && r.side === side)
    .map((r) => [r.moment, r.source, r.words, r.reachText, r.verdict, r.marginText, r.standing].join())
    .join('|');

/** A cell is drawn again only when what it says has changed: while a point moves most of them stand still. */
const Cell = memo(
  PlainCell,
  (a, b) => a.says === b.says && a.measure === b.measure && a.standard === b.standard && a.readOnly === b.readOnly,
);

function PlainCell({
  measure,
  side,
  look,
  clientId,
  standard,
  onSeen,
  readOnly,
}: {
  /** Everything the cell and its panel show, for telling whether it must be drawn again. */
  says: string;
  measure: Measure;
  side: Side;
  look: Schema['LookView'] | null;
  clientId: string;
  standard: Schema['StandardView'];
  onSeen: ((measureId: string, side: Side, where: Seen['where'] | null) => void) | undefined;
  readOnly: boolean;
}) {
  const result = standing(look, measure.id, side);
  // What is written in the cell is part of what it is called.
  const short = result
    ? result.source === 'eye'
      ? result.verdict === 'inBand'
        ? 'fine'
        : 'not fine'
      : (result.text ?? '')
    : 'eye?';
  const words = result
    ? `${result.words}${result.verdict ? `, ${verdictWord[result.verdict].toLowerCase()}` : ''}${result.source === 'eye' ? ', seen by you' : ''}`
    : 'not looked at';
  return (
    <Popover.Root>
      <Popover.Trigger
        aria-label={`${side} ${measure.short}: ${words}${words.includes(short) ? '' : `, ${short}`}`}
        className={`min-w-0 rounded-lg hover:bg-ground ${readOnly ? 'flex h-7 items-center justify-center pointer-coarse:h-11' : 'grid min-h-11 content-center justify-items-center'}`}
      >
        <ResultMark result={result} width={readOnly ? 38 : 48} />
        <span className={`text-fine leading-none font-semibold tabular-nums ${resultText(result)}`}>
          {readOnly && (!result || result.source === 'eye') ? '' : short}
        </span>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          sideOffset={6}
          collisionPadding={12}
          className="z-50 grid max-h-[var(--radix-popover-content-available-height)] w-80 gap-2.5 overflow-y-auto rounded-xl border border-hair bg-paper p-4 text-copy shadow-[0_10px_30px_rgb(0_0_0/0.18)]"
        >
          <p className="say text-lead">
            {side === 'left' ? 'Left' : 'Right'}: {measure.name.toLowerCase()}
          </p>
          {result && (
            <Facts result={result} all={look?.results.filter((r) => r.measureId === measure.id && r.side === side) ?? []} />
          )}
          {measure.selfCheck && (
            <p className="text-small text-soft">
              <span className="font-semibold text-ink">The client can feel it:</span> {measure.selfCheck}
            </p>
          )}
          {!readOnly && onSeen && measure.seenBeyond && (
            <Popover.Close asChild>
              <EyeAnswers measure={measure} result={result} onPick={(where) => onSeen(measure.id, side, where)} />
            </Popover.Close>
          )}
          {measure.unit !== 'tick' && (
            <BandEditor measure={measure} side={side} clientId={clientId} standard={standard} readOnly={readOnly} />
          )}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

/** What the eye can say: fine, or which way it goes wrong. The number, if there is one, is kept beside it. */
function EyeAnswers({
  measure,
  result,
  onPick,
  ...close
}: {
  measure: Measure;
  result: Result | null;
  onPick: (where: Seen['where'] | null) => void;
  onClick?: (event: React.MouseEvent<HTMLButtonElement>) => void;
}) {
  const pick = (where: Seen['where'] | null) => (event: React.MouseEvent<HTMLButtonElement>) => {
    onPick(where);
    close.onClick?.(event);
  };
  const first = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);
  return (
    <div className="grid gap-1.5">
      <p className="text-small text-soft">By eye, not measured:</p>
      <Button onClick={pick('within')}>Looks fine</Button>
      {measure.seenBeyond && <Button onClick={pick('beyond')}>{first(measure.seenBeyond)}</Button>}
      {measure.seenShort && <Button onClick={pick('short')}>{first(measure.seenShort)}</Button>}
      {result?.source === 'eye' && (
        <Button kind="quiet" onClick={pick(null)}>
          Take the answer back
        </Button>
      )}
    </div>
  );
}

function Facts({ result, all }: { result: Result; all: Result[] }) {
  const others = all.filter((r) => r !== result);
  return (
    <div className="grid gap-2">
      <p>
        <span className={`font-semibold ${resultText(result)}`}>
          {result.words} {result.reachText}
        </span>{' '}
        <span className="text-soft">
          {result.marginText}
          {result.source === 'pictures' && `, ${momentName[result.moment].toLowerCase()}`}
        </span>
      </p>
      {others.map((r) => (
        <p key={r.moment + r.source} className="text-small text-soft">
          {momentName[r.moment]}: {r.words} {r.reachText} {r.verdict ? `(${verdictWord[r.verdict].toLowerCase()})` : ''}
        </p>
      ))}
      {result.error.length > 0 && (
        <details>
          <summary className="cursor-pointer text-small text-soft">The measuring error, part by part</summary>
          <div className="mt-1 text-small">
            <ErrorTable reading={result} />
          </div>
        </details>
      )}
    </div>
  );
}

/** Whether a list below is open. */
export const Caret = () => (
  <svg viewBox="0 0 12 12" className="size-3 transition-transform group-open:rotate-90" aria-hidden="true">
    <path
      d="M3.500 1.500L8.500 6L3.500 10.500"
      fill="none"
      stroke="currentColor"
      strokeWidth="2"
      strokeLinecap="round"
      strokeLinejoin="round"
    />
  </svg>
);
