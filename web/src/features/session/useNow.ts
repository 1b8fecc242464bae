import { useEffect, useState } from 'react';

/** The device's clock, milliseconds, read so often; what is shown follows from it and not from how often it was read. */
export function useNow(every: number, on = true): number {
  const [now, setNow] = useState(Date.now);
  useEffect(() => {
    if (!on) return;
    setNow(Date.now());
    const timer = setInterval(() => setNow(Date.now()), every);
    return () => clearInterval(timer);
  }, [every, on]);
  return now;
}
