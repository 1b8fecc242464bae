import { useCallback, useState } from 'react';

const PREFIX = 'deft-kept-';

/** What is kept under a key, or undefined when there is nothing that can be read. */
export function readKept<T>(key: string): T | undefined {
  const text = localStorage.getItem(PREFIX + key);
  if (text === null) return undefined;
  try {
    return JSON.parse(text) as T;
  } catch {
    return undefined;
  }
}

/** Keeps something under a key until it is forgotten. Without room it stays on the screen alone. */
export function keep(key: string, value: unknown) {
  try {
    localStorage.setItem(PREFIX + key, JSON.stringify(value));
  } catch {
    // The outbox says that the device is full when it is sent.
  }
}

/** Forgets what was kept under a key: it was sent, or dropped. */
export const forgetKept = (key: string) => localStorage.removeItem(PREFIX + key);

/** State that a reload, a closed sheet or another screen does not lose: answers that are not sent yet. */
export function useKept<T>(key: string, begin: () => T): [T, (next: T | ((before: T) => T)) => void] {
  const [value, setValue] = useState<T>(() => readKept<T>(key) ?? begin());
  const set = useCallback(
    (next: T | ((before: T) => T)) =>
      setValue((before) => {
        const after = typeof next === 'function' ? (next as (before: T) => T)(before) : next;
        keep(key, after);
        return after;
      }),
    [key],
  );
  return [value, set];
}
