import { memo } from 'react';
import type { Schema } from '@/api/client';
import type { View } from '@/pictures/still';
import { KneePair, PelvisPair, ShinPair } from '@/ui/instruments/Pairs';
import { kneeOf, pelvisOf, shinOf } from '@/ui/results';
import { SIDES } from '@/ui/SidePlate';
import { useStable } from '@/ui/useStable';
import { type Verdict, verdictLine } from '@/words/verdict';

export type Station = View | 'ask' | 'checks';

type Look = Schema['LookView'] | null;

const title: Record<Station, string> = { side: 'Side', front: 'Front', back: 'Back', ask: 'Ask', checks: 'Checks' };

/** The bench's own navigation: where one stands, with the instruments that are read from there, both sides of each. */
export function StationBar({
  look,
  stations,
  at,
  note,
  onGo,
  children,
}: {
  look: Look;
  stations: Station[];
  at: Station;
  /** A few words of what is still open at each. */
  note: (station: Station) => string;
  onGo: (station: Station) => void;
  /** What is set for the look as a whole, at the far end. */
  children?: React.ReactNode;
}) {
  const go = useStable(onGo);
  return (
    <nav aria-label="Views" className="mb-2 flex items-stretch border-b border-hair max-sm:-mx-3">
      {stations.map((station) => (
        <Post
          key={station}
          station={station}
          here={station === at}
          note={note(station)}
          look={look}
          says={saysOf(look, station)}
          onGo={go}
        />
      ))}
      {children && <span className="ml-auto flex items-center gap-2 max-md:hidden">{children}</span>}
    </nav>
  );
}

const of: Partial<Record<Station, ((look: Look, side: 'left' | 'right') => ReturnType<typeof shinOf>)[]>> = {
  side: [shinOf],
  front: [kneeOf, pelvisOf],
};

/** What a station's instruments show, for telling whether they must be drawn again. */
const saysOf = (look: Look, station: Station) =>
  (of[station] ?? [])
    .flatMap((read) => SIDES.map((side) => read(look, side)))
    .map((r) => (r ? `${r.source} ${r.value?.toFixed(1)} ${r.reach?.toFixed(1)} ${r.verdict}` : ''))
    .join('|');

/** One station; it stands still while what it shows does. */
const Post = memo(PlainPost, (a, b) => a.says === b.says && a.note === b.note && a.here === b.here && a.station === b.station);

function PlainPost({
  station,
  here,
  note,
  look,
  onGo,
}: {
  station: Station;
  here: boolean;
  note: string;
  look: Look;
  /** See `saysOf`. */
  says: string;
  onGo: (station: Station) => void;
}) {
  const two = (of: (look: Look, side: 'left' | 'right') => ReturnType<typeof shinOf>) => ({
    left: of(look, 'left'),
    right: of(look, 'right'),
    size: 'row' as const,
  });
  return (
    <button
      type="button"
      aria-current={here ? 'page' : undefined}
      onClick={() => onGo(station)}
      className={`flex min-h-13 min-w-0 items-center gap-2.5 border-b-[3px] px-3 py-1 text-left max-sm:flex-1 max-sm:justify-center max-sm:px-0.5 ${station === 'checks' ? 'md:hidden' : ''} ${here ? 'border-brass bg-paper' : 'border-transparent hover:bg-paper/60'}`}
    >
      <span className="min-w-0 leading-tight lg:shrink-0">
        <span className={`block text-entry font-semibold ${here ? '' : 'text-soft'}`}>{title[station]}</span>
        <span className="block text-fine whitespace-nowrap text-soft max-[380px]:hidden">{note}</span>
      </span>
      <span className="flex min-w-0 items-center gap-3 max-lg:hidden">
        {station === 'side' && <ShinPair {...two(shinOf)} />}
        {station === 'front' && (
          <>
            <KneePair {...two(kneeOf)} />
            <span className="max-2xl:hidden">
              <PelvisPair {...two(pelvisOf)} />
            </span>
          </>
        )}
      </span>
      <span className="flex gap-0.5 max-sm:hidden lg:hidden">
        {SIDES.map((side) => (
          <Dot key={side} verdict={(station === 'side' ? shinOf : kneeOf)(look, side)?.verdict ?? null} />
        ))}
      </span>
    </button>
  );
}

const Dot = ({ verdict }: { verdict: Verdict | null }) => (
  <span
    className="size-2.5 rounded-full"
    style={{ background: verdict ? verdictLine[verdict] : 'var(--hair)' }}
    aria-hidden="true"
  />
);
