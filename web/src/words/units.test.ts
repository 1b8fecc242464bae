import { describe, expect, it } from 'vitest';
import { unitOf, unitsOf } from './units';

describe('the units of a studio', () => {
  it('take a typed number as it was meant and show it again', () => {
    const { length, mass, far } = unitsOf('inches');
    for (let typed = 0.5; typed < 400; typed += 0.25) {
      expect(length.from(length.to(typed))).toBe(typed);
      expect(mass.from(mass.to(typed))).toBe(typed);
      expect(far.from(far.to(typed))).toBe(typed);
    }
    expect(length.to(10)).toBeCloseTo(25.4, 12);
    expect(mass.to(45)).toBeCloseTo(20.41, 2);
    expect([length.name, mass.name, far.name]).toEqual(['in', 'lb', 'ft']);
  });

  it('leave what is kept alone where it is read as it is kept', () => {
    for (const tape of ['centimetres', undefined] as const)
      for (const unit of Object.values(unitsOf(tape))) expect([unit.from(71.3), unit.to(71.3)]).toEqual([71.3, 71.3]);
  });

  it('turn the lengths among the measures and nothing else', () => {
    const units = unitsOf('inches');
    expect(unitOf('centimetres', units).name).toBe('in');
    for (const other of ['degrees', 'percent', 'seconds'] as const) expect(unitOf(other, units).from(12)).toBe(12);
  });
});
