import type { Schema } from '@/api/client';
import { KneePair, PelvisPair, ShinPair } from '@/ui/instruments/Pairs';
import { kneeOf, pelvisOf, shinOf } from '@/ui/results';
import { SIDES } from '@/ui/SidePlate';
import { type Verdict, verdictLine } from '@/ui/verdict';
import type { View } from './still';

export type Station = View | 'ask';

type Look = Schema['LookView'] | null;

const title: Record<Station, string> = { side: 'Side', front: 'Front', back: 'Back', ask: 'Ask' };

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
  const two = (of: (look: Look, side: 'left' | 'right') => ReturnType<typeof shinOf>) => ({
    left: of(look, 'left'),
    right: of(look, 'right'),
    size: 'row' as const,
  });
  return (
    <nav aria-label="Views" className="mb-2.5 flex items-stretch border-b border-hair max-sm:-mx-3">
      {stations.map((station) => (
        <button
          key={station}
          type="button"
          aria-current={station === at ? 'page' : undefined}
          onClick={() => onGo(station)}
          className={`flex min-h-14 min-w-0 items-center gap-3 border-b-[3px] px-3 py-1.5 text-left max-sm:flex-1 max-sm:justify-center max-sm:px-1 sm:px-3.5 ${station === at ? 'border-brass bg-paper' : 'border-transparent hover:bg-paper/60'}`}
        >
          <span className="min-w-0 leading-tight">
            <span className={`block text-[16px] font-semibold ${station === at ? '' : 'text-soft'}`}>{title[station]}</span>
            <span className="block text-[12.5px] whitespace-nowrap text-soft">{note(station)}</span>
          </span>
          <span className="flex items-center gap-4 max-lg:hidden">
            {station === 'side' && <ShinPair {...two(shinOf)} />}
            {station === 'front' && (
              <>
                <KneePair {...two(kneeOf)} />
                <PelvisPair {...two(pelvisOf)} />
              </>
            )}
          </span>
          <span className="flex gap-0.5 max-sm:hidden lg:hidden">
            {SIDES.map((side) => (
              <Dot key={side} verdict={(station === 'side' ? shinOf : kneeOf)(look, side)?.verdict ?? null} />
            ))}
          </span>
        </button>
      ))}
      {children && <span className="ml-auto flex items-center gap-2 max-md:hidden">{children}</span>}
    </nav>
  );
}

const Dot = ({ verdict }: { verdict: Verdict | null }) => (
  <span
    className="size-2.5 rounded-full"
    style={{ background: verdict ? verdictLine[verdict] : 'var(--hair)' }}
    aria-hidden="true"
  />
);
