import fc from 'fast-check';
import {
  bankProblem,
  companionOf,
  firingEvents,
  firingIntervals,
  firingRepeatDeg,
  oddAnglesProblem,
} from './firing';
import { commonFiringOrders } from './firingOrder';

describe('firing over the cycle', () => {
  // 720/4 = 180 between firings.
  test('an even four fires every half turn; its companions are 1 with 4 and 3 with 2', () => {
    const events = firingEvents([1, 3, 4, 2], null);
    expect(events.map((event) => event.angleDeg)).toEqual([0, 180, 360, 540]);
    expect(firingIntervals(events)).toEqual([180, 180, 180, 180]);
    expect([1, 2, 3, 4].map((cylinder) => companionOf(events, cylinder))).toEqual([4, 3, 2, 1]);
  });

  // A pair of 90° and 150° is 240°; waits of 180, 90, 270, 180 never come again before the cycle does.
  test('firings come alike after one wait, after a pair of them, or once a cycle', () => {
    expect(firingRepeatDeg(firingEvents([1, 3, 4, 2], null))).toBe(180);
    expect(firingRepeatDeg(firingEvents([1, 4, 2, 5, 3, 6], [0, 90, 240, 330, 480, 570]))).toBe(240);
    expect(firingRepeatDeg(firingEvents([1, 3, 4, 2], [0, 180, 270, 540]))).toBe(720);
    expect(firingRepeatDeg(firingEvents([1, 2, 3, 4], [0, 90, 360, 450]))).toBe(360);
    expect(firingRepeatDeg(firingEvents([1, 2], [0, 270]))).toBe(720);
    expect(firingRepeatDeg(firingEvents([1], null))).toBe(720);
  });

  // By hand: 0, 90, 240, 330, 480, 570 → waits 720 − 570 = 150, 90, 150, 90, 150, 90.
  test('an odd six waits 150° and 90° in turn, and has no companion where none stands opposite', () => {
    const events = firingEvents([1, 4, 2, 5, 3, 6], [0, 90, 240, 330, 480, 570]);
    expect(firingIntervals(events)).toEqual([150, 90, 150, 90, 150, 90]);
    expect(companionOf(events, 1)).toBeNull();
  });

  // 3-4-2-1 is 1-3-4-2 begun two firings later: 1 fires at 0, then 3 at 180, 4 at 360, 2 at 540.
  test('an order that begins with another cylinder is the same engine, told from cylinder 1 on', () => {
    const events = firingEvents([3, 4, 2, 1], null);
    expect(events).toEqual(firingEvents([1, 3, 4, 2], null));
    expect(firingIntervals(events)).toEqual([180, 180, 180, 180]);
  });

  test('every rotation of every order, even or odd, gives the same events, waits above 0 that make a cycle', () => {
    const engines = fc.integer({ min: 1, max: 12 }).chain((cylinders) =>
      fc.record({
        order: fc.shuffledSubarray(
          Array.from({ length: cylinders }, (_, i) => i + 1),
          { minLength: cylinders },
        ),
        odd: fc.option(
          fc.uniqueArray(fc.integer({ min: 1, max: 719 }), {
            minLength: cylinders - 1,
            maxLength: cylinders - 1,
          }),
        ),
        turn: fc.integer({ min: 0, max: cylinders - 1 }),
      }),
    );
    fc.assert(
      fc.property(engines, ({ order, odd, turn }) => {
        const angles = odd === null ? null : [0, ...odd.sort((a, b) => a - b)];
        const begun = angles?.[turn] ?? 0;
        const turned = <T>(list: readonly T[]) => [...list.slice(turn), ...list.slice(0, turn)];
        const turnedAngles =
          angles === null ? null : turned(angles).map((angle) => (angle - begun + 720) % 720);
        const events = firingEvents(turned(order), turnedAngles);
        firingEvents(order, angles).forEach(({ cylinder, angleDeg }, i) => {
          expect(events[i]?.cylinder).toBe(cylinder);
          expect(events[i]?.angleDeg).toBeCloseTo(angleDeg, 9);
        });
        expect(events[0]).toEqual({ cylinder: 1, angleDeg: 0 });
        const waits = firingIntervals(events);
        expect(Math.min(...waits)).toBeGreaterThan(0);
        expect(waits.reduce((sum, wait) => sum + wait, 0)).toBeCloseTo(720, 9);
      }),
    );
  });

  test('a three has no companions', () => {
    expect(companionOf(firingEvents([1, 2, 3], null), 1)).toBeNull();
  });

  test.each([
    [[0, 90, 240], 4, { code: 'count', given: 3, wanted: 4 }],
    [[10, 180, 360, 540], 4, { code: 'firstNotZero', firstDeg: 10 }],
  ])('angles %j of %d cylinders are refused', (angles, cylinders, problem) => {
    expect(oddAnglesProblem(angles, cylinders)).toEqual(problem);
  });

  test('a bank naming a cylinder too many, twice, or all of them is refused', () => {
    expect(oddAnglesProblem([0, 180, 360, 540], 4)).toBeNull();
    expect(bankProblem([4, 5, 6], 6)).toBeNull();
    expect(bankProblem([4, 5, 7], 6)).toEqual({ code: 'notACylinder', cylinder: 7, wanted: 6 });
    expect(bankProblem([4, 4], 6)).toEqual({ code: 'twice' });
    expect(bankProblem([1, 2], 2)).toEqual({ code: 'all' });
  });

  test('common orders are those of the layout, and of all while it is not known', () => {
    expect(commonFiringOrders(6, 'inline')).toEqual([[1, 5, 3, 6, 2, 4]]);
    expect(commonFiringOrders(6)).toHaveLength(5);
    expect(commonFiringOrders(7)).toEqual([]);
  });
});
