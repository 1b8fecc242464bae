import { useLayoutEffect, useRef } from 'react';
import { panelOpen, rests, typing } from './focus';

export type Shortcut = { keys: string; does: string; run: () => void };

/** What can be done by key on the screen that is up; read by the list under `?`. */
export const shortcutsInForce: { title: string; list: Shortcut[] }[] = [];

/** Single keys for a screen. They rest while something is typed or a panel is open. */
export function useShortcuts(title: string, list: Shortcut[]) {
  const current = useRef(list);
  current.current = list;
  // Before it is painted: a key pressed the moment the screen stands there is not lost.
  useLayoutEffect(() => {
    const entry = {
      title,
      get list() {
        return current.current;
      },
    };
    shortcutsInForce.push(entry);
    const press = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey || typing(event.target) || panelOpen()) return;
      // Whoever is on a button means that one.
      if ((event.key === 'Enter' || event.key === ' ') && !rests(event.target)) return;
      const found = current.current.find((s) => s.keys.toLowerCase() === event.key.toLowerCase());
      if (!found) return;
      event.preventDefault();
      found.run();
    };
    addEventListener('keydown', press);
    return () => {
      removeEventListener('keydown', press);
      shortcutsInForce.splice(shortcutsInForce.indexOf(entry), 1);
    };
  }, [title]);
}
