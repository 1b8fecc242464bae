import { useCallback, useState } from 'react';

const PREFIX = 'deft-kept-';

const read = <T>(key: string): T | undefined => {
  const text = localStorage.getItem(PREFIX + key);
  return text === null ? undefined : (JSON.parse(text) as T);
};

/** Forgets what was kept under a key: it was sent, or dropped. */
export const forgetKept = (key: string) => localStorage.removeItem(PREFIX + key);

/** State that a reload, a closed sheet or another screen does not lose: answers that are not sent yet. */
export function useKept<T>(key: string, begin: () => T): [T, (next: T | ((before: T) => T)) => void] {
  const [value, setValue] = useState<T>(() => read<T>(key) ?? begin());
  const set = useCallback(
    (next: T | ((before: T) => T)) =>
      setValue((before) => {
        const after = typeof next === 'function' ? (next as (before: T) => T)(before) : next;
        try {
          localStorage.setItem(PREFIX + key, JSON.stringify(after));
        } catch {
          // No room: it stays on the screen, and the outbox says that the device is full when it is sent.
        }
        return after;
      }),
    [key],
  );
  return [value, set];
}
