import type { Schema } from '@/api/client';

type Manner = Pick<Schema['StudioView'], 'days' | 'wallClock'>;

/** As everything is written; until the studio has said how it reads. */
let manner: Manner = { days: 'dayFirst', wallClock: 'hours24' };

/** From here on days and times are read as the studio reads them. */
export const readAs = (ofStudio: Manner | undefined) => {
  if (ofStudio) manner = ofStudio;
};

// English in both: only the order of day and month is another one.
const LOCALE = { dayFirst: 'en-GB', monthFirst: 'en-US' } as const;
const dayFormat = (days: Manner['days'], year: boolean) =>
  new Intl.DateTimeFormat(LOCALE[days], { day: 'numeric', month: 'short', ...(year ? { year: 'numeric' } : {}) });
const dayFormats = {
  dayFirst: { short: dayFormat('dayFirst', false), year: dayFormat('dayFirst', true) },
  monthFirst: { short: dayFormat('monthFirst', false), year: dayFormat('monthFirst', true) },
};
const timeFormats = {
  hours24: new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit' }),
  hours12: new Intl.DateTimeFormat('en-AU', { hour: 'numeric', minute: '2-digit', hourCycle: 'h12' }),
};

/** An instant, or a calendar day as this place has it: "2026-11-24" alone would be read as midnight in Greenwich. */
const instant = (iso: string) => new Date(/^\d{4}-\d\d-\d\d$/.test(iso) ? `${iso}T00:00` : iso);

/** "24 Nov" or "Nov 24", and with the year where it is not this one: "24 Nov 2025". */
export function day(iso: string, now = new Date(), as = manner) {
  const at = instant(iso);
  return dayFormats[as.days][at.getFullYear() === now.getFullYear() ? 'short' : 'year'].format(at);
}

const months = new Intl.DateTimeFormat('en-GB', { month: 'long', year: 'numeric' });

/** "December 2026". */
export const month = (iso: string) => months.format(instant(iso));

/** "16:05" or "4:05 pm". */
export const time = (at: Date, as = manner) => timeFormats[as.wallClock].format(at);

/** "24 Nov at 16:05". */
export const dayAndTime = (at: Date) => `${day(at.toISOString())} at ${time(at)}`;

/** The calendar day of an instant where this device is: "2026-11-24". */
export const dateOf = (iso: string) => {
  const at = new Date(iso);
  return [at.getFullYear(), at.getMonth() + 1, at.getDate()].map((n) => String(n).padStart(2, '0')).join('-');
};
