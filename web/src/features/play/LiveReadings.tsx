import { instantOf, type Played, type PlayedMeasure } from '@/clips/played';
import type { Shown } from '@/ui/instruments/gauge';
import { PlumbLine } from '@/ui/instruments/PlumbLine';
import { Rail } from '@/ui/instruments/Rail';
import { SpiritLevel } from '@/ui/instruments/SpiritLevel';
import { verdictText, verdictWord } from '@/words/verdict';

/** The measures of an instrument, the one that is shown first. */
const TOOLS = [
  { tool: 'level', title: 'Pelvic level', ids: ['pelvic-level', 'pelvic-change'] },
  { tool: 'rail', title: 'Knee over the foot', ids: ['knee-offset', 'projection'] },
  { tool: 'plumb', title: 'Front shin', ids: ['front-shin'] },
] as const;

const MISSING = {
  level: 'Not measured: no stickers',
  rail: 'Not measured: say on the check how tall they are',
  plumb: 'Not measured',
} as const;

/** The three instruments as they stand at an instant, left picture's beside right picture's. */
export function LiveReadings({
  clips,
  seconds,
  chosen,
  onChoose,
  compact = false,
}: {
  /** All in one row, for a screen with room for one picture. */
  compact?: boolean;
  clips: Played[];
  seconds: number[];
  chosen: string | null;
  onChoose: (measureId: string) => void;
}) {
  // Of two that one instrument shows, the one that is outside.
  const of = (clip: Played, ids: readonly string[]) => {
    const its = clip.measures.filter((m) => ids.includes(m.measureId));
    return its.find((m) => m.verdict === 'outside') ?? its[0];
  };
  // What this view never shows has no row; what it shows on one side only has its place kept on the other.
  const rows = TOOLS.filter(
    (t) => clips.some((c) => of(c, t.ids)) || (t.tool !== 'plumb' && clips.some((c) => c.view !== 'side')),
  );
  const tools = new Set<string>(TOOLS.flatMap((t) => t.ids));
  const rest = [...new Set(clips.flatMap((c) => c.measures.map((m) => m.measureId)))].filter((id) => !tools.has(id));
  return (
    <section
      aria-label="Instruments"
      className={
        compact
          ? 'grid shrink-0 auto-cols-fr grid-flow-col rounded-2xl bg-paper px-1 py-1.5'
          : 'flex min-h-0 flex-col overflow-y-auto rounded-2xl bg-paper px-2 py-2.5'
      }
    >
      {rows.map(({ tool, title, ids }) => {
        const id = clips.map((c) => of(c, ids)?.measureId).find((x) => x !== undefined);
        return (
          <div key={tool} className={compact ? '' : 'border-b border-hair py-2 last:border-0'}>
            <button
              type="button"
              aria-pressed={id !== undefined && chosen === id}
              disabled={!id}
              onClick={() => id && onChoose(id)}
              className="mx-auto block min-h-8 rounded-md px-2 text-copy font-semibold aria-pressed:underline aria-pressed:decoration-brass aria-pressed:decoration-2 aria-pressed:underline-offset-4 pointer-coarse:min-h-11"
            >
              {title}
            </button>
            <div className="grid auto-cols-fr grid-flow-col">
              {clips.map((clip, i) => (
                <Reading
                  key={clip.clipId + clip.side}
                  tool={tool}
                  clip={clip}
                  measure={of(clip, ids)}
                  seconds={seconds[i] ?? 0}
                  large={!compact && rows.length === 1}
                />
              ))}
            </div>
          </div>
        );
      })}
      {rest.length > 0 && !compact && (
        <dl className="grid gap-y-1 px-1 pt-2 text-small">
          {rest.map((id) => (
            <div key={id} className="flex flex-wrap items-baseline justify-between gap-x-2">
              <dt>
                <button
                  type="button"
                  aria-pressed={chosen === id}
                  onClick={() => onChoose(id)}
                  className="min-h-7 text-left text-soft aria-pressed:text-ink aria-pressed:underline pointer-coarse:min-h-11"
                >
                  {clips.flatMap((c) => c.measures).find((m) => m.measureId === id)?.name}
                </button>
              </dt>
              <dd className="ml-auto flex gap-3 tabular-nums">
                {clips.map((clip, i) => {
                  const measure = clip.measures.find((m) => m.measureId === id);
                  const now = measure && instantOf(clip, measure, seconds[i] ?? 0);
                  return (
                    <span key={clip.clipId + clip.side} className={now?.verdict ? verdictText[now.verdict] : 'text-soft'}>
                      {now?.said ?? '–'}
                    </span>
                  );
                })}
              </dd>
            </div>
          ))}
        </dl>
      )}
    </section>
  );
}

function Reading({
  tool,
  clip,
  measure,
  seconds,
  large,
}: {
  large: boolean;
  tool: (typeof TOOLS)[number]['tool'];
  clip: Played;
  measure: PlayedMeasure | undefined;
  seconds: number;
}) {
  const now = measure && instantOf(clip, measure, seconds);
  const gauge: Shown | null =
    measure && now?.value != null
      ? { value: now.value, reach: measure.reach, low: measure.lower, high: measure.upper, verdict: now.verdict }
      : null;
  const size = large ? 'panel' : 'row';
  const [first = '', ...words] = (now?.said ?? '').split(' ');
  const [number, rest] = /\d/.test(first) ? [first, words] : ['', [first, ...words]];
  // Centimetres stand apart from their number.
  const unit = rest[0] === 'cm' || rest[0] === '%' ? ` ${rest.shift()}` : '';
  return (
    <div
      className="flex min-w-0 flex-col items-center text-center"
      data-live={measure?.measureId ?? tool}
      data-side={clip.side}
      data-verdict={now?.verdict ?? ''}
      data-value={now?.value ?? ''}
    >
      <div className={`grid ${large ? 'h-30' : 'h-14'} place-items-center overflow-hidden ${gauge ? '' : 'opacity-45'}`}>
        {tool === 'level' ? (
          <SpiritLevel gauge={gauge} side={clip.side} size="row" />
        ) : tool === 'rail' ? (
          <Rail gauge={gauge} side={clip.side} size={size} />
        ) : (
          <PlumbLine gauge={gauge} size={size} />
        )}
      </div>
      {now?.said ? (
        <>
          <p className="leading-none tabular-nums">
            <span className={`figure text-title ${now.verdict ? verdictText[now.verdict] : ''}`}>
              {number || rest.join(' ')}
              {unit}
            </span>{' '}
            <span className="text-small text-soft">
              {number ? rest.join(' ') : ''} <span className="whitespace-nowrap">{measure?.reachText}</span>
            </span>
          </p>
          <p className={`mt-1 text-small font-semibold ${now.verdict ? verdictText[now.verdict] : 'text-soft'}`}>
            {now.verdict ? verdictWord[now.verdict] : 'Noted'}
          </p>
        </>
      ) : (
        <p className="text-small text-soft">{measure ? 'Not seen here' : MISSING[tool]}</p>
      )}
    </div>
  );
}
