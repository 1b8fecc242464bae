import type { Schema } from '@/api/client';
import type { Side } from '@/ui/SidePlate';

/** What moves in the clips of a view, of one side: repetitions and tempo, and how many were clean. */
export function ClipSaid({
  look,
  view,
  side,
  noPelvis,
}: {
  look: Schema['LookView'] | null;
  view: Schema['View'];
  side: Side;
  /** No stickers were followed and no points placed. */
  noPelvis: boolean;
}) {
  const said = look?.clips.filter((c) => c.view === view).flatMap((c) => c.said) ?? [];
  const mine = said.filter((s) => s.side === side);
  if (!look || mine.length === 0) return null;
  const count = look.counts.find((c) => c.side === side && c.view === view);
  return (
    <p className="border-t border-hair px-3.5 py-1.5 text-small leading-snug text-soft" data-clip-said>
      {[...mine, ...said.filter((s) => s.side === null)].map((s) => s.text).join(' ')}
      {count && <b className="font-semibold text-ink"> {count.text}.</b>}
      {noPelvis && ' Pelvic level: not measured without stickers.'}
    </p>
  );
}
