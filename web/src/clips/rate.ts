/** Frames a second that are looked at: as good as twice as many, while with five repetitions get lost. */
export const LOOKED_AT = 15;

/** Every how many frames one is looked at in a clip of some rate; ten a second are left where it has them. */
export const stepOf = (rate: number) => Math.max(1, Math.round(rate / LOOKED_AT));

/** Whether a frame is due: the first one, and then each that lies a step of time after the last, with half a frame to spare. */
export const due = (seconds: number, last: number | null, rate: number) =>
  last === null || seconds - last >= (stepOf(rate) - 0.5) / rate;
