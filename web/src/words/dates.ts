const dayFormat = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short' });

/** "24 Nov". */
export const day = (iso: string) => dayFormat.format(new Date(iso));
