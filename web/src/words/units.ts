import type { Schema } from '@/api/client';

/** A unit as a person reads and types it: its name, and how its numbers come from and go to the one that is kept. */
export type Unit = { name: string; from: (kept: number) => number; to: (shown: number) => number };

/** How a studio reads lengths and masses. Inside, everything stays in centimetres, metres and kilograms. */
export type Units = { length: Unit & { step: number }; far: Unit; mass: Unit };

/** What a force does about a joint: newton metres as they come, or pound feet. */
export const turning = (pounds: boolean): Unit => (pounds ? per('lb·ft', LB_FT) : asKept('N·m'));

const IN = 2.54;
const FT = 0.3048;
const LB = 0.45359237;
/** One pound foot in newton metres. */
const LB_FT = 1.3558179483;

/** Shown to a twentieth, so that a quarter that is typed comes back as itself; what is typed is kept as it was meant. */
const per = (name: string, one: number): Unit => ({
  name,
  from: (kept) => Math.round(Math.round((kept / one) * 20) * 5) / 100,
  to: (shown) => shown * one,
});
/** A unit that reads the same in every studio. */
export const asKept = (name: string): Unit => ({ name, from: (kept) => kept, to: (shown) => shown });

const metric: Units = { length: { ...asKept('cm'), step: 1 }, far: asKept('m'), mass: asKept('kg') };
const inches: Units = { length: { ...per('in', IN), step: 0.5 }, far: per('ft', FT), mass: per('lb', LB) };

export const unitsOf = (tape: Schema['Tape'] | undefined): Units => (tape === 'inches' ? inches : metric);

/** The unit in which a measure's numbers are read and typed here. */
export const unitOf = (measure: Schema['MeasureUnit'], units: Units): Unit =>
  measure === 'centimetres' ? units.length : asKept({ degrees: '°', percent: '%', seconds: 's', tick: '' }[measure]);
