import fc from 'fast-check';
import { barometricKpa } from '../air';
import { commonFiringOrders, firingOrderMessage, firingOrderProblem, parseFiringOrder } from './firingOrder';
import { boreForVolumeMm, cycleTimeMs, cylinderVolumeCm3, meanPistonSpeedMPerS } from './geometry';

describe('geometry', () => {
  test('84.0 × 74.0 mm × 6 is 410.09 cm³ a cylinder, 2460.5 cm³', () => {
    expect(cylinderVolumeCm3(84, 74)).toBeCloseTo(410.09, 2);
    expect(6 * cylinderVolumeCm3(84, 74)).toBeCloseTo(2460.5, 1);
  });

  test('mean piston speed: 2 × 0.074 m × 7500 / 60 = 18.5 m/s', () => {
    expect(meanPistonSpeedMPerS(74, 7500)).toBeCloseTo(18.5, 9);
  });

  test('a cycle at 7000 rev/min takes 17.143 ms', () => {
    expect(cycleTimeMs(7000)).toBeCloseTo(17.143, 3);
  });

  test('bore from volume and stroke undoes volume from bore and stroke', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 30, max: 160, noNaN: true }),
        fc.double({ min: 25, max: 160, noNaN: true }),
        (bore, stroke) => {
          expect(boreForVolumeMm(cylinderVolumeCm3(bore, stroke), stroke)).toBeCloseTo(bore, 9);
        },
      ),
    );
  });
});

describe('atmosphere', () => {
  test.each([
    [0, 101.325],
    [1000, 89.875],
    [1900, 80.5],
  ])('%d m: %d kPa', (altitude, kpa) => {
    expect(barometricKpa(altitude)).toBeCloseTo(kpa, 1);
  });
});

describe('firing order', () => {
  test.each([
    [[1, 3, 4, 2], 4, undefined],
    [[1, 3, 4], 4, 'wrong-count'],
    [[1, 3, 4, 5], 4, 'not-a-cylinder'],
    [[1, 3, 3, 2], 4, 'repeated'],
  ])('%p of %d cylinders: %s', (order, cylinders, code) => {
    const problem = firingOrderProblem(order, cylinders);
    expect(problem?.code).toBe(code);
    if (problem !== null) expect(firingOrderMessage(problem)).toMatch(/Enter|Correct/);
  });

  test.each([
    ['1-5-3-6-2-4', [1, 5, 3, 6, 2, 4]],
    ['1 3 4 2', [1, 3, 4, 2]],
    ['1342', [1, 3, 4, 2]],
    ['1,10,9,4,3,6,5,8,7,2', [1, 10, 9, 4, 3, 6, 5, 8, 7, 2]],
    ['one two', null],
    ['', null],
  ])('"%s" reads as %p', (text, order) => {
    expect(parseFiringOrder(text)).toEqual(order);
  });

  test('every common order names each cylinder once', () => {
    for (let cylinders = 1; cylinders <= 12; cylinders += 1) {
      for (const order of commonFiringOrders(cylinders))
        expect(firingOrderProblem(order, cylinders)).toBeNull();
    }
  });
});
