import {
  bankProblem,
  commonFiringOrders,
  companionOf,
  firingEvents,
  firingIntervals,
  oddAnglesProblem,
} from '.';

describe('firing over the cycle', () => {
  // 720/4 = 180 between firings.
  test('an even four fires every half turn; its companions are 1 with 4 and 3 with 2', () => {
    const events = firingEvents([1, 3, 4, 2], null);
    expect(events.map((event) => event.angleDeg)).toEqual([0, 180, 360, 540]);
    expect(firingIntervals(events)).toEqual([180, 180, 180, 180]);
    expect([1, 2, 3, 4].map((cylinder) => companionOf(events, cylinder))).toEqual([4, 3, 2, 1]);
  });

  // By hand: 0, 90, 240, 330, 480, 570 → waits 720 − 570 = 150, 90, 150, 90, 150, 90.
  test('an odd six waits 150° and 90° in turn, and has no companion where none stands opposite', () => {
    const events = firingEvents([1, 4, 2, 5, 3, 6], [0, 90, 240, 330, 480, 570]);
    expect(firingIntervals(events)).toEqual([150, 90, 150, 90, 150, 90]);
    expect(companionOf(events, 1)).toBeNull();
  });

  test('a three has no companions', () => {
    expect(companionOf(firingEvents([1, 2, 3], null), 1)).toBeNull();
  });

  test.each([
    [[0, 90, 240], 4, /3 firing angles for 4/],
    [[10, 180, 360, 540], 4, /first must be 0/],
  ])('angles %j of %d cylinders are refused', (angles, cylinders, message) => {
    expect(oddAnglesProblem(angles, cylinders)).toMatch(message);
  });

  test('a bank naming a cylinder too many, twice, or all of them is refused', () => {
    expect(oddAnglesProblem([0, 180, 360, 540], 4)).toBeNull();
    expect(bankProblem([4, 5, 6], 6)).toBeNull();
    expect(bankProblem([4, 5, 7], 6)).toMatch(/names cylinder 7/);
    expect(bankProblem([4, 4], 6)).toMatch(/twice/);
    expect(bankProblem([1, 2], 2)).toMatch(/every cylinder/);
  });

  test('common orders are those of the layout, and of all while it is not known', () => {
    expect(commonFiringOrders(6, 'inline')).toEqual([[1, 5, 3, 6, 2, 4]]);
    expect(commonFiringOrders(6)).toHaveLength(5);
    expect(commonFiringOrders(7)).toEqual([]);
  });
});
