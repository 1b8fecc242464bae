/** How long to wait after so many tries, milliseconds: growing, and spread so that devices do not come back all at once. */
export const pause = (tries: number, random: number) => Math.min(30_000, 500 * 2 ** Math.min(tries, 10)) * (0.8 + 0.4 * random);
