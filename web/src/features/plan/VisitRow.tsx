import { Link } from '@tanstack/react-router';
import { useDrag } from '@use-gesture/react';
import { useState } from 'react';
import { createPortal } from 'react-dom';
import { longDay } from './days';
import { movable, type StudioVisit } from './moves';

const STATES: Record<StudioVisit['state'], string> = { ahead: '', running: 'begun', done: 'done', missed: 'missed' };

/** The day of the floor that lies under a finger. */
const dayUnder = ([x, y]: [number, number]) =>
  document.elementFromPoint(x, y)?.closest<HTMLElement>('[data-day]')?.dataset.day ?? null;

/** A visit in the list of its day. Its grip takes it in the hand: by a tap or a key, and dragged straight onto a day of the floor. */
export function VisitRow({
  visit,
  held,
  onTake,
  onLeave,
  onOver,
  onPut,
}: {
  visit: StudioVisit;
  held: boolean;
  onTake: () => void;
  onLeave: () => void;
  onOver: (day: string | null) => void;
  onPut: (day: string) => void;
}) {
  const [at, setAt] = useState<[number, number] | null>(null);
  const bind = useDrag(
    ({ xy, first, last, tap, canceled }) => {
      if (tap) return;
      if (first) onTake();
      const day = dayUnder(xy);
      setAt(last ? null : xy);
      onOver(last ? null : day);
      if (!last) return;
      if (day && !canceled) onPut(day);
      else onLeave();
    },
    { filterTaps: true, pointer: { touch: true } },
  );
  const can = movable(visit);
  return (
    <li className={`flex items-stretch border-t border-hair first:border-t-0 ${held ? 'bg-paper' : ''}`}>
      <Link
        to="/clients/$clientId/plan"
        params={{ clientId: visit.clientId }}
        className="grid min-h-14 min-w-0 flex-1 grid-cols-[3.6rem_1fr] items-center gap-x-3 py-2 hover:bg-paper"
      >
        <span className="say text-head tabular-nums">{visit.time}</span>
        <span className="min-w-0">
          <span className={`block text-lead font-semibold ${visit.clashes ? 'text-brick' : ''}`}>{visit.client}</span>
          <span className="text-copy text-soft">
            {[
              visit.exercise,
              ...visit.due,
              ...(visit.moved ? ['moved here'] : []),
              ...(STATES[visit.state] ? [STATES[visit.state]] : []),
            ].join(' · ')}
          </span>
        </span>
      </Link>
      {can && (
        <button
          type="button"
          {...bind()}
          onClick={held ? onLeave : onTake}
          aria-pressed={held}
          aria-label={`Take ${visit.client}, ${longDay(visit.day)} ${visit.time}, in the hand`}
          className="grid w-14 shrink-0 cursor-grab touch-none place-items-center rounded-lg text-soft hover:bg-paper hover:text-ink aria-pressed:text-act"
        >
          <Stroke />
        </button>
      )}
      {at &&
        createPortal(
          <div
            aria-hidden="true"
            className="pointer-events-none fixed z-50 flex -translate-x-1/2 -translate-y-[130%] items-center gap-2 rounded-[10px] bg-act px-3 py-2 font-semibold text-act-ink shadow-lg"
            style={{ left: at[0], top: at[1] }}
          >
            {visit.client}, {visit.time}
          </div>,
          document.body,
        )}
    </li>
  );
}

/** The chalk stroke of the floor, with the two ways that it can go. */
function Stroke() {
  return (
    <svg viewBox="0 0 36 26" className="h-[26px] w-9" aria-hidden="true" fill="none" stroke="currentColor" strokeLinecap="round">
      <path d="M18 3v20" strokeWidth="4" />
      <path d="M10 8l-5 5l5 5M26 8l5 5l-5 5" strokeWidth="2" strokeLinejoin="round" />
    </svg>
  );
}
