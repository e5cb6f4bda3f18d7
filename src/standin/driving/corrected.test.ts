import { mappedCar } from '@tests/support/mappedCar';
import { demo } from '@tests/support/ventisca';
import { EVIDENCE_S, type LogFit, RIGHT_WITHIN } from '@/core/log';

const evidenced = ({ cells }: LogFit) =>
  Array.from(cells.evidenceS, (_, i) => i).filter((i) => (cells.evidenceS[i] as number) >= EVIDENCE_S);
const worst = (fit: LogFit, of: 'found' | 'change') =>
  Math.max(...evidenced(fit).map((i) => Math.abs(fit.cells[of][i] as number)));

const rms = (fit: LogFit) => {
  const errors = evidenced(fit).map((i) => fit.cells.found[i] as number);
  return Math.sqrt(errors.reduce((sum, error) => sum + error * error, 0) / errors.length);
};

describe.each(['ventisca', 'pardela'] as const)('%s, driven and corrected', (id) => {
  test('is right within 2 % in every cell with evidence after two rounds', () => {
    const car = mappedCar(demo(id));
    const first = car.drive('mapping', 11);
    expect(worst(first, 'found')).toBeGreaterThan(0.05);
    car.correct(first);
    const second = car.drive('mapping', 12);
    expect(rms(second)).toBeLessThan(rms(first) / 3);
    car.correct(second);
    const third = car.drive('mapping', 13);
    expect(worst(third, 'found')).toBeLessThan(RIGHT_WITHIN);
    expect(worst(third, 'change')).toBeLessThan(RIGHT_WITHIN);
    const { crossed, evidenced: covered } = third.coverage;
    expect(covered / crossed).toBeGreaterThanOrEqual(0.7);
    expect(crossed).toBeGreaterThan(40);
  });

  // What was planted over a map that is right is what is found: tilt over speed and pressure, a bump, one factor.
  test.each([
    ['a factor', () => 0.92],
    ['a tilt', (x: number, y: number) => 1 + 0.1 * (x - 0.5) - 0.08 * (y - 0.5)],
    ['a bump', (x: number, y: number) => 1 + 0.1 * Math.exp(-((x - 0.5) ** 2 + (y - 0.5) ** 2) / 0.08)],
  ])('%s over a right map is found within 1.25 %', (_, wrong) => {
    const car = mappedCar(demo(id));
    for (let round = 0; round < 3; round += 1) car.correct(car.drive('mapping', 20 + round));
    const right = car.values.slice();
    const grid = Object.values(car.program.tables).find((table) => table.values === car.values);
    if (grid === undefined) throw new TypeError('The map is not in the program');
    const [width, height] = [grid.x.length, grid.y.length];
    const planted = right.map((_, i) =>
      wrong((i % width) / (width - 1), Math.floor(i / width) / (height - 1)),
    );
    planted.forEach((share, i) => (car.values[i] = (right[i] as number) * share));
    const fit = car.drive('mapping', 30);
    const off = evidenced(fit).map((i) => (fit.cells.change[i] as number) + Math.log(planted[i] as number));
    const rms = Math.sqrt(off.reduce((sum, value) => sum + value * value, 0) / off.length);
    expect(rms).toBeLessThan(0.0125);
    expect(fit.factor !== null).toBe(wrong(0, 0) === wrong(1, 1) && wrong(0, 0) === wrong(0.5, 0.5));
  });
});
