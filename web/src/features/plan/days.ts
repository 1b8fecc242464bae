/** Days of the studio's calendar as "2026-11-24"; counted without a time of day, so that no change of the clock moves one. */

const DAY = 86_400_000;
const at = (iso: string) => Date.parse(`${iso}T00:00:00Z`);

/** A day so many days later. */
export const plus = (iso: string, days: number) => new Date(at(iso) + days * DAY).toISOString().slice(0, 10);

/** How many days from one to another. */
export const between = (from: string, to: string) => Math.round((at(to) - at(from)) / DAY);

/** The day of the week, Monday 0. */
export const weekday = (iso: string) => (new Date(at(iso)).getUTCDay() + 6) % 7;

/** The Monday of a day's week. */
export const monday = (iso: string) => plus(iso, -weekday(iso));

export const WEEKDAYS = ['monday', 'tuesday', 'wednesday', 'thursday', 'friday', 'saturday', 'sunday'] as const;
export const SHORT_DAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'] as const;
const LONG_DAYS = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'] as const;

/** "Tue". */
export const shortDay = (iso: string) => SHORT_DAYS[weekday(iso)] ?? '';

/** "Tuesday". */
export const longDay = (iso: string) => LONG_DAYS[weekday(iso)] ?? '';
