import { useLayoutEffect, useRef } from 'react';

/** Longer than a hand takes from its aim to its tap, shorter than to the next one, in milliseconds. */
const AIM = 300;

/**
 * A notice above the page pushes it down, and takes it back up when it goes. Whoever was about to tap would hit what has come
 * under the finger: for a moment a tap on what has moved counts for nothing. What stays in its place or is too large to be missed
 * (`data-still`: the next step, the floor that is counted on), sheets and the keys are as they were.
 * @param main The id of what moves.
 * @returns Where to put what takes the room.
 */
export function useMovedPage(main: string) {
  const notice = useRef<HTMLElement>(null);
  const height = useRef(0);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  useLayoutEffect(() => {
    const now = notice.current?.offsetHeight ?? 0;
    const page = document.getElementById(main);
    if (!page || now === height.current) return;
    height.current = now;
    page.dataset.moved = '';
    clearTimeout(timer.current);
    timer.current = setTimeout(() => delete page.dataset.moved, AIM);
  });
  return notice;
}
