import { useSyncExternalStore } from 'react';

const narrow = () => matchMedia('(max-width: 767px)');

/** Whether the screen has room for one picture at a time. */
export const useNarrow = () =>
  useSyncExternalStore(
    (changed) => {
      const query = narrow();
      query.addEventListener('change', changed);
      return () => query.removeEventListener('change', changed);
    },
    () => narrow().matches,
  );
