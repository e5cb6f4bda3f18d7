import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { gradeOf } from '@tests/independent/grade';
import { madeBy } from '@tests/independent/logMaker';
import { METERED, PLANTED, type Planted } from '@tests/independent/planted';
import { asLog } from '@tests/support/independentLog';
import { delayAtS, EVIDENCE_S, fitLog, type LogFit, USUAL_DELAY } from './index';

const JUDGE = join(__dirname, '..', '..', '..', 'tests', 'independent');

function graded(kind: Planted, seed: number, change = (fit: LogFit) => fit) {
  const made = madeBy(kind, seed);
  const { log, task } = asLog(made);
  const fit = change(fitLog(log, task));
  const corrected = Array.from(
    task.grid.values,
    (value, i) => value * Math.exp(fit.cells.change[i] as number),
  );
  return { made, fit, ...gradeOf(made, corrected, (i) => (fit.cells.evidenceS[i] as number) >= EVIDENCE_S) };
}

describe('graded by an engine that shares nothing with it', () => {
  test('which it does', () => {
    const files = readdirSync(JUDGE).filter((name) => name.endsWith('.ts'));
    expect(files.length).toBeGreaterThan(5);
    for (const name of files) {
      const from = [...readFileSync(join(JUDGE, name), 'utf8').matchAll(/from '([^']+)'/g)].map(
        ([, path]) => path,
      );
      expect([name, from.filter((path) => !/^\.\/\w+$/.test(path ?? ''))]).toEqual([name, []]);
    }
  });

  test.each([...PLANTED, ...METERED])(
    'an error of the kind %s is brought within 1.25 %, by pressure and by throttle',
    (kind) => {
      for (const seed of [10, 11]) {
        const { before, after, cells, fit } = graded(kind, seed);
        expect(cells).toBeGreaterThan(20);
        expect(before).toBeGreaterThan(after);
        expect(after).toBeLessThan(0.0125);
        expect(fit.coverage.evidenced / fit.coverage.crossed).toBeGreaterThanOrEqual(0.7);
      }
    },
  );

  test.each([
    ['loop', 'lambdaTrim'],
    ['learned', 'learnedTrim'],
  ] as const)('with the %s on %s moves, and without it the map would be left as it is', (kind, trim) => {
    for (const seed of [10, 11]) {
      const made = madeBy(kind, seed);
      const { log, task } = asLog(made);
      const moved = log.columns[trim]?.some((factor) => Math.abs(factor - 1) > 0.02);
      expect(moved).toBe(true);
      const { [trim]: _, ...columns } = log.columns;
      const change = (of: LogFit) => of.cells.change.reduce((sum, ln) => sum + Math.abs(ln), 0);
      expect(change(fitLog({ ...log, columns }, task))).not.toBeCloseTo(change(fitLog(log, task)), 1);
    }
  });

  test('one factor is recognised where the whole map is off, not where a bump or a tilt is', () => {
    for (const seed of [10, 11]) {
      const { fit, made } = graded('factor', seed);
      const share = (made.needed[30] as number) / (made.build.filling.typed.z[30] as number);
      expect(fit.factor?.change).toBeCloseTo(Math.log(share), 2);
      expect(graded('flow', seed).fit.factor).not.toBeNull();
      expect(graded('bump', seed).fit.factor).toBeNull();
      expect(graded('tilt', seed).fit.factor).toBeNull();
    }
  });

  test('the delay is found about as it was made: cycle, pipe and sensor, and what the wall adds', () => {
    for (const seed of [10, 11]) {
      const { made, fit } = graded('random', seed);
      const { fixedS, gasG, lagS } = made.build.reading;
      // Held at 3500 rev/min a cycle takes 34 ms, and 40 g/s of gas pass.
      expect(
        Math.abs(delayAtS(fit.delays[0] ?? USUAL_DELAY, 40) - (fixedS + lagS + 0.034 + gasG / 40)),
      ).toBeLessThan(0.15);
    }
  });

  test('the wrong way round it would be caught', () => {
    const turned = graded('random', 10, (fit) => ({
      ...fit,
      cells: { ...fit.cells, change: fit.cells.change.map((change) => -change) },
    }));
    expect(turned.after).toBeGreaterThan(turned.before);
  });
});
