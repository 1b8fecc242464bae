import type { Schema } from '@/api/client';

/** How a studio reads lengths and masses. Inside, everything stays in centimetres and kilograms. */
export type Units = {
  length: string;
  mass: string;
  step: number;
  fromCm: (cm: number) => number;
  toCm: (shown: number) => number;
  fromKg: (kg: number) => number;
  toKg: (shown: number) => number;
};

const round = (value: number, to: number) => Math.round(value / to) * to;

export const unitsOf = (tape: Schema['Tape']): Units =>
  tape === 'inches'
    ? {
        length: 'in',
        mass: 'lb',
        step: 0.5,
        fromCm: (cm) => round(cm / 2.54, 0.1),
        toCm: (inches) => inches * 2.54,
        fromKg: (kg) => round(kg / 0.45359237, 0.1),
        toKg: (lb) => lb * 0.45359237,
      }
    : { length: 'cm', mass: 'kg', step: 1, fromCm: (cm) => cm, toCm: (cm) => cm, fromKg: (kg) => kg, toKg: (kg) => kg };
