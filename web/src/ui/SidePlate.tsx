import type { Schema } from '@/api/client';

export type Side = Schema['BodySide'];

export const sideWord = (side: Side) => (side === 'left' ? 'left' : 'right');
export const otherSide = (side: Side): Side => (side === 'left' ? 'right' : 'left');
export const SIDES: Side[] = ['left', 'right'];

/** The lettered plate of the client's own left or right. */
export function SidePlate({ side, size = 'm', inverse = false }: { side: Side; size?: 's' | 'm'; inverse?: boolean }) {
  const box = size === 's' ? 'size-5 text-tiny rounded' : 'size-7 text-body rounded-md';
  const tone = inverse ? 'bg-[#f1eee6] text-[#16211d]' : 'bg-plate text-plate-ink';
  return (
    <span className={`inline-grid shrink-0 place-items-center font-bold ${box} ${tone}`}>
      <span aria-hidden="true">{side === 'left' ? 'L' : 'R'}</span>
      <span className="sr-only">{side === 'left' ? 'Left' : 'Right'}</span>
    </span>
  );
}
