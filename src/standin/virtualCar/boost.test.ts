import { boosted } from '@tests/support/boosted';
import { footDown, onTheBrake } from '@tests/support/onTheBrake';
import { demo, TEST_DAY } from '@tests/support/ventisca';
import { calibrationFromSheet, STARTER_SHEETS } from '@/core/starters';

const turbo = STARTER_SHEETS.find(({ id }) => id === 'fourExhaustCharged');
if (turbo === undefined) throw new TypeError('There is no exhaust-charged four to begin from');

const BELT = boosted(demo('ventisca'), 120, 165);
const EXHAUST = boosted(calibrationFromSheet(turbo, 'starter', 'Four', TEST_DAY), 140, 200);

/** When the foot is down, and a second later. */
const DOWN_AND_ONE_S = 145;

describe.each([
  ['a belt charger', BELT, 165, [5000, 6000, 7000]],
  ['an exhaust charger', EXHAUST, 200, [4000, 5000, 6000]],
] as const)('%s', (_, document, target, speeds) => {
  test.each(speeds)(
    'at %d rev/min boost is within 3 %% of its target after a second, and overshoots by less than 8 %%',
    (rpm) => {
      for (const seed of [1, 2]) {
        const pressures = footDown(onTheBrake(document, rpm, seed), 4).map(({ kpa }) => kpa);
        expect(Math.max(...pressures)).toBeLessThan(1.08 * target);
        for (const kpa of pressures.slice(DOWN_AND_ONE_S)) {
          expect(Math.abs(kpa / target - 1)).toBeLessThan(0.03);
        }
      }
    },
  );

  test('without its valve the spring alone holds it', () => {
    const { outputs } = document;
    const without = { ...document, outputs: outputs.filter(({ purpose }) => purpose !== 'boostValve') };
    const spring = document.engine.boostLimit?.amount ?? NaN;
    const pressures = footDown(onTheBrake(without, speeds[1], 1), 3).map(({ kpa }) => kpa);
    expect(Math.abs((pressures.at(-1) ?? NaN) / spring - 1)).toBeLessThan(0.03);
  });

  test('a guard that limits boost brings it down to the spring', () => {
    const guarded = structuredClone(document);
    const { coolant } = guarded.protection;
    coolant.act = { value: 'boost', source: { kind: 'measured', date: TEST_DAY } };
    coolant.above = { amount: 61, unit: 'degC', source: { kind: 'measured', date: TEST_DAY } };
    const spring = document.engine.boostLimit?.amount ?? NaN;
    const pressures = footDown(onTheBrake(guarded, speeds[1], 1), 4).map(({ kpa }) => kpa);
    expect(Math.abs((pressures.at(-1) ?? NaN) / spring - 1)).toBeLessThan(0.03);
  });

  test('a gate that sticks shut is cut, and not before its time', () => {
    const car = onTheBrake(document, speeds[2], 1);
    expect(footDown(car, 3).some(({ cut }) => cut)).toBe(false);
    car.controls.wastegateStuck = true;
    const run = footDown(car, 3);
    const over = run.findIndex(({ kpa }) => kpa > target + 15);
    const cut = run.findIndex((moment) => moment.cut);
    expect(over).toBeGreaterThan(0);
    expect(cut - over).toBeGreaterThanOrEqual(28);
    expect(cut - over).toBeLessThan(50);
  });
});
