import { chance } from '@tests/support/chance';
import { madeLog } from '@tests/support/madeLog';
import { plainTask } from '@tests/support/plainTask';
import { roughness } from '../map';
import { lookUpMap } from '../numeric';
import { correctedCells } from './corrected';
import { fitLog } from './fitLog';
import type { MapTask } from './mapTask';

const X = [800, 1400, 2000, 2600, 3200, 3800, 4400, 5000, 5600, 6200];
const Y = [30, 45, 60, 75, 90, 105, 120, 135];
const LIMITS = { min: 0, max: 200, decimals: 1 };
const HUMP = Y.flatMap((kpa) => X.map((rpm) => 90 - ((rpm - 4200) / 700) ** 2 + kpa / 12));
const taskOf = (values: readonly number[]) => plainTask(X, Y, values);

/** A drive here and there over the map with a right filling, and lambda that wanders by a percent from second to second. */
function noisy(seed: number) {
  const next = chance(seed);
  const bell = () => (next() + next() + next() + next() - 2) * Math.sqrt(3);
  const stretches = Array.from({ length: 60 }, () => ({
    forS: 3,
    speed: 800 + 5400 * next(),
    load: 30 + 105 * next(),
  }));
  let wanders = 0;
  return madeLog({
    stretches,
    off: () => 0,
    noise: () => {
      wanders = 0.93 * wanders + 0.37 * 0.012 * bell();
      return wanders + 0.006 * bell();
    },
  });
}

test.each([1, 2, 3])('twenty rounds of correcting noise do not roughen the map, seed %d', (seed) => {
  let values = HUMP.map((value) => Math.round(10 * value) / 10);
  const before = roughness({ x: X, y: Y, values });
  let largest = 0;
  for (let round = 0; round < 20; round += 1) {
    // The engine draws what the map says: it is right, and only noise is read. A log is made anew over the map as it is.
    const task = taskOf(values);
    const log = noisy(100 * seed + round);
    const drawn = taskOf(HUMP);
    const off = (log.columns.speed ?? []).map((rpm, i) =>
      offAt(rpm, log.columns.manifoldPressure?.[i] ?? 0, drawn, task),
    );
    const lambdaOne = Float64Array.from(log.columns.lambdaOne ?? [], (lambda, i) => lambda * (off[i] ?? 1));
    const fit = fitLog({ ...log, columns: { ...log.columns, lambdaOne } }, task);
    const changes = correctedCells(values, fit, { by: 'cells', most: 0.2, beyond: false }, LIMITS);
    values = [...values];
    for (const { index, value } of changes) values[index] = value;
    largest = Math.max(largest, roughness({ x: X, y: Y, values }));
  }
  expect(largest).toBeLessThan(before + 0.004);
  const off = values.map((value, i) => Math.log(value / (HUMP[i] ?? 1)));
  expect(Math.sqrt(off.reduce((sum, ln) => sum + ln * ln, 0) / off.length)).toBeLessThan(0.009);
});

/** What the engine draws over what a map says, at a point. */
function offAt(rpm: number, kpa: number, drawn: MapTask, said: MapTask): number {
  return lookUpMap(drawn.grid, rpm, kpa) / lookUpMap(said.grid, rpm, kpa);
}
