import type { ReactNode } from 'react';
import { SIDES, type Side, SidePlate } from '@/ui/SidePlate';

/** The two sides of one instrument, left at left, each under its plate, with a word for what it says. */
export function Pair({
  label,
  small = false,
  children,
}: {
  /** What a reader who cannot see it is told. */
  label: string;
  small?: boolean;
  children: (side: Side) => ReactNode;
}) {
  return (
    <div role="img" aria-label={label} className={`flex ${small ? 'gap-2' : 'gap-5'}`}>
      {SIDES.map((side) => (
        <div key={side} className={`flex items-end ${small ? 'gap-0.5' : 'gap-1'}`}>
          <SidePlate side={side} size="s" />
          {children(side)}
        </div>
      ))}
    </div>
  );
}
