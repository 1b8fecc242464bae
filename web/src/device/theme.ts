import { useSyncExternalStore } from 'react';

export type Theme = 'auto' | 'daylight' | 'dim';

const KEY = 'deft-theme';
const dark = matchMedia('(prefers-color-scheme: dark)');
const listeners = new Set<() => void>();

export const theme = (): Theme => (localStorage.getItem(KEY) as Theme | null) ?? 'auto';

export function applyTheme() {
  const chosen = theme();
  document.documentElement.dataset.theme = chosen === 'dim' || (chosen === 'auto' && dark.matches) ? 'dim' : 'daylight';
  for (const listener of listeners) listener();
}

export function setTheme(chosen: Theme) {
  localStorage.setItem(KEY, chosen);
  applyTheme();
}

dark.addEventListener('change', applyTheme);

export const useTheme = () =>
  useSyncExternalStore((listener) => {
    listeners.add(listener);
    return () => listeners.delete(listener);
  }, theme);
