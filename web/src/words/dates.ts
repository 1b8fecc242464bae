const LOCALE = 'en-GB';
const dayFormat = new Intl.DateTimeFormat(LOCALE, { day: 'numeric', month: 'short' });
const yearFormat = new Intl.DateTimeFormat(LOCALE, { day: 'numeric', month: 'short', year: 'numeric' });
const timeFormat = new Intl.DateTimeFormat(LOCALE, { hour: '2-digit', minute: '2-digit' });

/** "24 Nov", and with the year where it is not this one: "24 Nov 2025". */
export function day(iso: string, now = new Date()) {
  const at = new Date(iso);
  return (at.getFullYear() === now.getFullYear() ? dayFormat : yearFormat).format(at);
}

/** "09:15". */
export const time = (at: Date) => timeFormat.format(at);

/** The calendar day of an instant where this device is: "2026-11-24". */
export const dateOf = (iso: string) => {
  const at = new Date(iso);
  return [at.getFullYear(), at.getMonth() + 1, at.getDate()].map((n) => String(n).padStart(2, '0')).join('-');
};
