import { type RefObject, useLayoutEffect, useRef, useState } from 'react';

/** How wide something stands on the screen, in pixels: drawings whose labels keep their size are drawn to it. */
export function useWidth<T extends Element>(before: number): [RefObject<T | null>, number] {
  const ref = useRef<T>(null);
  const [width, setWidth] = useState(before);
  useLayoutEffect(() => {
    const element = ref.current;
    if (!element) return;
    const look = () => {
      const now = Math.round(element.getBoundingClientRect().width);
      if (now > 0) setWidth(now);
    };
    look();
    const seen = new ResizeObserver(look);
    seen.observe(element);
    return () => seen.disconnect();
  }, []);
  return [ref, width];
}
