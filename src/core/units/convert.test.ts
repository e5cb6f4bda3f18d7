import fc from 'fast-check';
import { fromBase, toBase, inUnit } from './convert';
import { QUANTITIES, type QuantityId, unitsOf } from './quantities';
import type { ConversionContext } from './unit';

const AT_1900_M: ConversionContext = { barometricKpa: 80.5, ratedDensityGPerCm3: 0.684 };
const quantities = Object.keys(QUANTITIES) as QuantityId[];

describe('conversions', () => {
  test.each([
    ['pressureDifference', 1, 'psi', 6.894757293168],
    ['pressureAbsolute', 1, 'barGauge', 180.5],
    ['pressureAbsolute', 14.5, 'psiGauge', 80.5 + 99.97398],
    ['pressureGauge', 430.5, 'kPaAbs', 350],
    ['volume', 150, 'in3', 2458.0596],
    ['volume', 2.46, 'L', 2460],
    ['length', 3.307, 'in', 83.9978],
    ['temperature', -4, 'degF', -20],
    ['temperature', 253.15, 'K', -20],
    ['duration', 970, 'us', 0.97],
    ['injectorFlow', 1, 'lb/h', 0.12599788],
    ['injectorFlow', 610, 'cm3/min', 6.954],
    ['density', 745, 'kg/m3', 0.745],
    ['altitude', 6233.6, 'ft', 1900.001],
  ] as const)('%s: %d %s is %d in the base unit', (quantity, amount, unit, base) => {
    expect(toBase(quantity, { amount, unit }, AT_1900_M)).toBeCloseTo(base, 3);
  });

  test.each(quantities.flatMap((id) => unitsOf(id).map((unit) => [id, unit.id] as const)))(
    '%s in %s converts there and back',
    (quantity, unit) => {
      fc.assert(
        fc.property(
          fc.double({ min: -1e6, max: 1e6, noNaN: true }),
          fc.double({ min: 50, max: 105, noNaN: true }),
          (amount, barometricKpa) => {
            const context = { ...AT_1900_M, barometricKpa };
            const there = toBase(quantity, { amount, unit }, context);
            expect(fromBase(quantity, there, unit, context)).toBeCloseTo(amount, 5);
          },
        ),
      );
    },
  );

  test('a unit of another quantity is refused', () => {
    expect(() => toBase('length', { amount: 1, unit: 'kPa' })).toThrow('length has no unit "kPa"');
  });

  test('gauge and absolute pressure differ by the air pressure of the place', () => {
    const gauge = toBase('pressureAbsolute', { amount: 80, unit: 'kPaGauge' }, AT_1900_M);
    const absolute = toBase('pressureAbsolute', { amount: 80, unit: 'kPaAbs' }, AT_1900_M);
    expect(gauge - absolute).toBeCloseTo(80.5, 9);
  });
});

describe('a typed number in another unit', () => {
  test('is the same there and back, without the noise of the way, and untouched in its own', () => {
    expect(inUnit('duration', { amount: 2.51, unit: 'ms' }, 'us')).toBe(2510);
    expect(inUnit('duration', { amount: 2510, unit: 'us' }, 'ms')).toBe(2.51);
    expect(inUnit('pressureDifference', { amount: 3, unit: 'bar' }, 'kPa')).toBe(300);
    expect(inUnit('duration', { amount: 1 / 3, unit: 'ms' }, 'ms')).toBe(1 / 3);
  });
});
