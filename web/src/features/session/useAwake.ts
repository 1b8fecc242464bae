import { useEffect } from 'react';

/** Keeps the screen lit while a session runs; what a browser cannot do it does not, and nothing else depends on it. */
export function useAwake(on: boolean) {
  useEffect(() => {
    if (!on || !('wakeLock' in navigator)) return;
    let lock: WakeLockSentinel | undefined;
    let over = false;
    const hold = () => {
      if (document.visibilityState !== 'visible' || over) return;
      navigator.wakeLock.request('screen').then(
        (held) => {
          if (over) void held.release();
          else lock = held;
        },
        () => undefined,
      );
    };
    hold();
    // A page out of sight loses it.
    document.addEventListener('visibilitychange', hold);
    return () => {
      over = true;
      document.removeEventListener('visibilitychange', hold);
      void lock?.release();
    };
  }, [on]);
}
