import { type RefObject, useEffect, useLayoutEffect, useRef, useState } from 'react';
import { useWidth } from '@/ui/useWidth';
import { Bob } from './Bob';
import { asked as askedOf, type Item, lasts, type Run, timed } from './run';
import type { Given } from './tempo';
import { useNow } from './useNow';

/**
 * The floor is the button: a tap above the tape is a clean repetition, one over it is not. What is counted stands in chalk; a
 * clean one is a plumb stroke, one that was not leans, what is to come is dotted.
 */
export function WorkFloor({
  run,
  item,
  given,
  onCount,
  onBack,
  onEnd,
}: {
  run: Run;
  item: Item;
  given: Given;
  onCount: (clean: boolean) => void;
  onBack: () => void;
  onEnd: () => void;
}) {
  const [box, width] = useWidth<HTMLDivElement>(390);
  const asked = askedOf(run);
  const byClock = timed(item);
  const full = !byClock && run.count.length >= asked;
  const side = run.step?.side ?? item.first ?? 'left';
  return (
    <section
      ref={box}
      aria-label="Count"
      className="rubber relative flex min-h-[270px] flex-1 touch-manipulation flex-col overflow-hidden border-t-2 border-[var(--rubber-edge)] select-none"
    >
      <div className="relative flex min-h-0 flex-1 flex-col">
        <button
          type="button"
          aria-label="Clean"
          data-still=""
          onPointerDown={(e) => e.button === 0 && onCount(true)}
          onClick={(e) => e.detail === 0 && onCount(true)}
          className="absolute inset-0 active:bg-white/5 focus-visible:outline-offset-[-6px]"
        />
        <div className="pointer-events-none relative z-10 flex gap-2 px-3 pt-2.5">
          <FloorButton disabled={run.count.length === 0} onClick={onBack}>
            Take one back
          </FloorButton>
          {!full && <FloorButton onClick={onEnd}>End the set</FloorButton>}
        </div>
        <div className="pointer-events-none relative flex min-h-0 flex-1 flex-col justify-end px-5 pb-2">
          <p className="flex items-end gap-3 leading-none" aria-live="off">
            {byClock ? (
              <Clock run={run} item={item} onEnd={onEnd} />
            ) : (
              <>
                <span
                  className={`figure text-[var(--chalk)] ${run.count.length > 9 ? 'text-poster md:text-hall md:[@media(max-height:900px)]:text-wall' : 'text-count md:text-floor md:[@media(max-height:900px)]:text-poster'} leading-[0.8] max-[360px]:text-card [@media(max-height:760px)]:text-card`}
                  data-count
                >
                  {run.count.length}
                </span>
                <span className="figure pb-1 text-large text-[var(--chalk)] md:text-huge">of {asked}</span>
              </>
            )}
          </p>
          {!byClock && <Tally count={run.count} asked={asked} room={width - (given.mark && item.tempo ? 130 : 30)} />}
          <p className="mt-1 flex items-center gap-3" aria-hidden="true">
            <Stroke />
            <span className="figure text-shout">{byClock ? 'By the clock' : 'Clean'}</span>
            <span className="text-body text-[var(--chalk-soft)]">{byClock ? 'nothing to tap' : 'above the tape'}</span>
          </p>
        </div>
        <BobOver run={run} item={item} given={given} side={side} />
      </div>
      {full ? (
        <button
          type="button"
          onClick={onEnd}
          data-act=""
          className="relative z-10 min-h-[64px] w-full bg-act px-4 text-left text-title font-semibold text-act-ink"
        >
          <span className="say block">
            End the set: {run.count.filter(Boolean).length} of {run.count.length} clean
          </span>
        </button>
      ) : (
        <Tape width={width} />
      )}
      <button
        type="button"
        aria-label="Not clean"
        data-still=""
        onPointerDown={(e) => e.button === 0 && onCount(false)}
        onClick={(e) => e.detail === 0 && onCount(false)}
        className="relative flex min-h-[84px] items-center gap-4 px-5 text-left active:bg-white/5 focus-visible:outline-offset-[-6px]"
      >
        <Stroke leans />
        <span className="figure text-shout text-[var(--chalk)]">Not clean</span>
        <span className="text-body text-[var(--chalk-soft)]">below it</span>
      </button>
    </section>
  );
}

function BobOver({ run, item, given, side }: { run: Run; item: Item; given: Given; side: 'left' | 'right' }) {
  const [box, height] = useHeight();
  return (
    <div ref={box} className="pointer-events-none absolute inset-0">
      <Bob
        key={`${run.step?.set}${side}`}
        item={item}
        begun={run.begun}
        given={given}
        side={side}
        height={Math.max(190, height - 8)}
      />
    </div>
  );
}

function FloorButton({ onClick, disabled, children }: { onClick: () => void; disabled?: boolean; children: string }) {
  return (
    <button
      type="button"
      onClick={onClick}
      disabled={disabled}
      className="pointer-events-auto min-h-11 rounded-[10px] border border-[var(--chalk-soft)]/60 bg-[var(--rubber)] px-3.5 text-body font-semibold text-[var(--chalk)] disabled:opacity-35"
    >
      {children}
    </button>
  );
}

/** Seconds of a hold or a block, by the clock; the set ends by itself. */
function Clock({ run, item, onEnd }: { run: Run; item: Item; onEnd: () => void }) {
  const now = useNow(250);
  const whole = lasts(item) ?? 0;
  const gone = run.begun === null ? 0 : Math.max(0, (now - run.begun) / 1000);
  const left = Math.max(0, Math.ceil(whole - gone));
  useEnd(gone >= whole && run.begun !== null, onEnd);
  return (
    <>
      <span
        className="figure text-wall leading-[0.8] md:text-hall md:[@media(max-height:900px)]:text-wall text-[var(--chalk)]"
        data-seconds
      >
        {whole > 90 ? `${Math.floor(left / 60)}:${String(left % 60).padStart(2, '0')}` : left}
      </span>
      <span className="figure pb-1 text-large">{whole > 90 ? 'left' : `s of ${whole}`}</span>
    </>
  );
}

function Stroke({ leans = false }: { leans?: boolean }) {
  return (
    <svg width="26" height="44" viewBox="0 0 26 44" aria-hidden="true">
      <path
        d={leans ? 'M4 40 21 5' : 'M13 40V4'}
        stroke={leans ? 'var(--lean)' : 'var(--chalk)'}
        strokeWidth="7"
        strokeLinecap="round"
      />
    </svg>
  );
}

/** Eight strokes to a row; lower ones are drawn smaller where there are more rows. */
function Tally({ count, asked, room }: { count: boolean[]; asked: number; room: number }) {
  const all = Math.max(count.length, asked);
  if (all > 40) return null;
  const inRow = Math.max(5, Math.min(10, Math.floor(room / 30)));
  const rows = Math.ceil(all / inRow);
  const big = room > 560;
  const high = (rows === 1 ? 62 : rows === 2 ? 38 : 24) * (big ? 1.6 : 1);
  const step = Math.min(big ? 52 : 34, room / inRow);
  return (
    <svg
      width={step * inRow + 14}
      height={rows * (high + 8)}
      className="mt-3"
      role="img"
      aria-label={`${count.filter(Boolean).length} clean, ${count.filter((c) => !c).length} not`}
      data-tally={count.map((c) => (c ? '1' : '0')).join('')}
    >
      {Array.from({ length: all }, (_, i) => i).map((i) => {
        const x = (i % inRow) * step + 14;
        const y = Math.floor(i / inRow) * (high + 8);
        const clean = count[i];
        // A hand never makes two alike.
        const sway = ((i * 37) % 5) - 2;
        if (clean === undefined)
          return (
            <path
              key={i}
              d={`M${x} ${y + 6}v${high - 12}`}
              stroke="var(--chalk-soft)"
              strokeWidth="2.500"
              strokeDasharray="0.1 7"
              strokeLinecap="round"
            />
          );
        return (
          <path
            key={i}
            d={
              clean
                ? `M${x + sway * 0.5} ${y + 4}L${x - sway * 0.5} ${y + high - 4}`
                : `M${x + 11} ${y + 5}L${x - 9} ${y + high - 4}`
            }
            stroke={clean ? 'var(--chalk)' : 'var(--lean)'}
            strokeWidth={high > 30 ? 7 : 5}
            strokeLinecap="round"
          />
        );
      })}
    </svg>
  );
}

/** The strip of tape across the floor, torn at its ends. */
function Tape({ width }: { width: number }) {
  return (
    <svg width={width} height="42" viewBox={`0 0 ${width} 42`} className="block shrink-0" aria-hidden="true">
      <path
        d={`M6 8L${width - 6} 3L${width - 1} 10L${width - 7} 16L${width - 1} 22L${width - 6} 29L${width - 2} 36L4 40L8 34L2 28L7 21L2 15Z`}
        fill="var(--tape)"
      />
      <path
        d={`M${width * 0.33} 6l5 33M${width * 0.74} 4l-4 33`}
        stroke="var(--tape-ink)"
        strokeOpacity="0.25"
        strokeWidth="1.500"
      />
    </svg>
  );
}

/** How high something stands, in pixels. */
function useHeight(): [RefObject<HTMLDivElement | null>, number] {
  const ref = useRef<HTMLDivElement>(null);
  const [height, setHeight] = useState(300);
  useLayoutEffect(() => {
    const element = ref.current;
    if (!element) return;
    const seen = new ResizeObserver(() => setHeight(Math.round(element.getBoundingClientRect().height)));
    seen.observe(element);
    return () => seen.disconnect();
  }, []);
  return [ref, height];
}

/** Does something once when its time has come. */
function useEnd(over: boolean, end: () => void) {
  const last = useRef(end);
  last.current = end;
  useEffect(() => {
    if (over) last.current();
  }, [over]);
}
