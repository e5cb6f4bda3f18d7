import { chance } from '@tests/support/chance';
import { madeLog, type MadeStretch } from '@tests/support/madeLog';
import { plainTask } from '@tests/support/plainTask';
import type { ChannelId } from '../channel';
import type { Log } from '../log';
import { gridOf } from '../numeric';
import { type OwnFactor, ownFactor, type OwnFactorAsk, ownFactorCells } from './index';

const X = [1000, 2000, 3000, 4000, 5000];
const Y = [30, 60, 90, 120];
const TASK = plainTask(
  X,
  Y,
  X.flatMap(() => Y.map(() => 70)),
);
const AIRS = [-20, 0, 20, 40];
const BY_AIR: OwnFactorAsk = {
  x: 'air',
  y: null,
  grid: gridOf({ x: AIRS, y: [], values: [1, 1, 1, 1] }),
  when: null,
};
const next = chance(3);
/** Held points all over the map, at an air that is warm and cold by turns. */
const stretches = (also: (i: number) => Partial<Record<ChannelId, number>>): MadeStretch[] =>
  Array.from({ length: 120 }, (_, i) => ({
    forS: 4,
    speed: X[i % 5] ?? 0,
    load: Y[Math.floor(i / 5) % 4] ?? 0,
    also: { coolant: 90, phase: 2, ...also(i) },
  }));
const warmAndCold = (i: number) => ({ air: -20 + 60 * ((i * 0.618) % 1) });
/** The same log with lambda off by so much, as logarithms by sample. */
function off(log: Log, by: (i: number) => number): Log {
  const lambdaOne = Float64Array.from(log.columns.lambdaOne ?? [], (lambda, i) => lambda * Math.exp(by(i)));
  return { ...log, columns: { ...log.columns, lambdaOne } };
}
const base = madeLog({
  stretches: stretches(warmAndCold),
  off: () => 0,
  noise: () => 0.006 * (next() - 0.5),
});
const air = (i: number) => base.columns.air?.[i] ?? NaN;
const found = (log: Log, ask = BY_AIR, task = TASK) => {
  const factor = ownFactor([{ log, then: null }], task, ask);
  if ('why' in factor) throw new TypeError(factor.why);
  return factor;
};
const refused = (log: Log, ask = BY_AIR) => {
  const factor = ownFactor([{ log, then: null }], TASK, ask);
  return 'why' in factor ? factor : null;
};
const LIMITS = { min: 0, max: 4, decimals: 3 };

describe('a factor over one channel', () => {
  // Lean by 0.2 % a degree over 20 °C: −8, −4, 0 and +4 %.
  const leaner = off(base, (i) => 0.002 * (air(i) - 20));

  test('is what brings lambda to its target, in every cell', () => {
    const { cells, off: before, on } = found(leaner);
    [-0.08, -0.04, 0, 0.04].forEach((ln, i) => expect(cells.change[i]).toBeCloseTo(ln, 1.9));
    expect(cells.change).toHaveLength(4);
    expect(before).toBeGreaterThan(0.03);
    // What is left lies where one point moves to the next.
    expect(on).toBeLessThan(before / 3);
  });

  test('multiplies what the cells hold, within their limits; what is right stays', () => {
    const factor = found(leaner);
    const cells = ownFactorCells([1.1, 1, 1, 3.95], factor, LIMITS);
    expect(cells.map(({ index }) => index)).toEqual([0, 1, 3]);
    expect(cells[0]?.value).toBeCloseTo(1.1 * Math.exp(-0.08), 1.9);
    expect(cells[2]?.value).toBe(4);
  });

  test('says how much running it is made of: all of it stands about its cells', () => {
    const { cells, keptS } = found(leaner);
    expect(keptS).toBeGreaterThan(300);
    expect(keptS).toBeLessThanOrEqual(480);
    expect(cells.evidenceS.reduce((sum, seconds) => sum + seconds, 0)).toBeCloseTo(keptS, 6);
  });

  test('leaves cells alone that nothing was driven about', () => {
    const cold = (i: number) => ({ air: i % 2 === 0 ? -20 : 0 });
    const log = madeLog({ stretches: stretches(cold), off: () => -0.05 });
    const factor = found(log);
    expect(ownFactorCells([1, 1, 1, 1], factor, LIMITS).map(({ index }) => index)).toEqual([0, 1]);
  });

  test('is made of the logs that have its channel', () => {
    const { air: _, ...columns } = base.columns;
    const drives = [leaner, { ...base, columns }].map((log) => ({ log, then: null }));
    const factor = ownFactor(drives, TASK, BY_AIR) as OwnFactor;
    [-0.08, -0.04, 0, 0.04].forEach((ln, i) => expect(factor.cells.change[i]).toBeCloseTo(ln, 1.9));
    expect(factor.keptS).toBeCloseTo(found(leaner).keptS, 6);
  });

  test('of two logs is by both', () => {
    const cold = off(madeLog({ stretches: stretches(() => ({ air: -10 })), off: () => 0 }), () => -0.06);
    const warm = off(madeLog({ stretches: stretches(() => ({ air: 30 })), off: () => 0 }), () => 0.02);
    const both = ownFactor([{ log: cold, then: null }, { log: warm, then: null }], TASK, BY_AIR) as OwnFactor; // prettier-ignore
    expect(both.cells.evidenceS[0]).toBeGreaterThan(20);
    expect(both.cells.evidenceS[3]).toBeGreaterThan(20);
    expect((both.cells.change[0] ?? 0) + (both.cells.change[1] ?? 0)).toBeCloseTo(-0.12, 1.5);
  });
});

test('over two channels each cell has its own', () => {
  const ask: OwnFactorAsk = {
    x: 'air',
    y: 'battery',
    grid: gridOf({ x: [-20, 10, 40], y: [12, 14], values: [1, 1, 1, 1, 1, 1] }),
    when: null,
  };
  const log = madeLog({
    stretches: stretches((i) => ({ ...warmAndCold(i), battery: i % 2 === 0 ? 12 : 14 })),
    off: () => 0,
  });
  const wrong = off(log, (i) => ((log.columns.battery?.[i] ?? 0) < 13 ? 0.05 : 0.001 * ((log.columns.air?.[i] ?? 0) - 10))); // prettier-ignore
  const { change } = found(wrong, ask).cells;
  for (const i of [0, 1, 2]) expect(change[i]).toBeCloseTo(0.05, 1.8);
  expect(change[3]).toBeCloseTo(-0.03, 1.8);
  expect(change[5]).toBeCloseTo(0.03, 1.8);
});

test('between its cells it is read as a map is: what it explains is not left over', () => {
  const ask: OwnFactorAsk = {
    x: 'air',
    y: 'battery',
    grid: gridOf({ x: [-20, 40], y: [12, 14], values: [1, 1, 1, 1] }),
    when: null,
  };
  const log = madeLog({
    stretches: stretches((i) => ({ air: -20 + 10 * (i % 7), battery: 12 + 0.5 * (i % 4) })),
    off: () => 0,
  });
  const at = (id: 'air' | 'battery', i: number) => log.columns[id]?.[i] ?? NaN;
  const wrong = off(log, (i) => 0.001 * (at('air', i) - 10) + 0.03 * (at('battery', i) - 13));
  const { cells, off: before, on } = found(wrong, ask);
  // −3 or +3 % by air, −3 or +3 % by voltage, at its corners.
  [-0.06, 0, 0, 0.06].forEach((ln, i) => expect(cells.change[i]).toBeCloseTo(ln, 1.9));
  expect(before).toBeGreaterThan(0.02);
  expect(on).toBeLessThan(before / 5);
});

test('it is of the mixture, whichever of two blended maps is judged beside it, and however little part that one has', () => {
  const leaner = off(base, (i) => 0.002 * (air(i) - 20));
  const ethanol = new Float64Array(base.timeS.length).fill(17);
  const log = { ...leaner, columns: { ...leaner.columns, ethanol } };
  const share = gridOf({ x: [0, 85], y: [], values: [0, 100] });
  for (const isSecond of [false, true]) {
    const task = { ...TASK, blended: { other: TASK.grid, share, isSecond } };
    const { change } = found(log, BY_AIR, task).cells;
    [-0.08, -0.04, 0, 0.04].forEach((ln, i) => expect(change[i]).toBeCloseTo(ln, 1.9));
  }
});

test('only what meets its condition counts', () => {
  const log = madeLog({ stretches: stretches((i) => ({ ...warmAndCold(i), throttle: i % 3 === 0 ? 90 : 20 })), off: () => 0 }); // prettier-ignore
  const wrong = off(log, (i) => ((log.columns.throttle?.[i] ?? 0) > 60 ? 0.06 : -0.03));
  const when = (comparison: 'above' | 'below') => ({
    ...BY_AIR,
    when: { channel: 'throttle' as const, comparison, threshold: 60 },
  });
  for (const ln of found(wrong, when('above')).cells.change) expect(ln).toBeCloseTo(0.06, 1.8);
  for (const ln of found(wrong, when('below')).cells.change) expect(ln).toBeCloseTo(-0.03, 1.8);
  // What stands on the threshold is neither.
  const on = (comparison: 'above' | 'below') => ({
    ...BY_AIR,
    when: { channel: 'coolant' as const, comparison, threshold: 90 },
  });
  for (const comparison of ['above', 'below'] as const)
    expect(refused(wrong, on(comparison))).toEqual({ why: 'tooLittle' });
});

test('by coolant cold running is what it is about; else it is left out', () => {
  const cold = madeLog({ stretches: stretches((i) => ({ air: 20, coolant: 20 + (i % 40) })), off: () => 0 });
  const byCoolant: OwnFactorAsk = {
    ...BY_AIR,
    x: 'coolant',
    grid: gridOf({ x: [20, 40, 60], y: [], values: [1, 1, 1] }),
  };
  const wrong = off(cold, (i) => 0.002 * (60 - (cold.columns.coolant?.[i] ?? 0)));
  expect(found(wrong, byCoolant).cells.change[0]).toBeCloseTo(0.08, 1.8);
  expect(refused(wrong)).toEqual({ why: 'tooLittle' });
});

describe('is refused', () => {
  test('where a channel was not logged, by its name', () => {
    expect(refused(base, { ...BY_AIR, x: 'ethanol' })).toEqual({ why: 'notLogged', channel: 'ethanol' });
    expect(refused(base, { ...BY_AIR, y: 'gear', grid: gridOf({ x: AIRS, y: [1, 2], values: AIRS.flatMap(() => [1, 1]) }) })).toEqual({ why: 'notLogged', channel: 'gear' }); // prettier-ignore
    expect(
      refused(base, { ...BY_AIR, when: { channel: 'oilPressure', comparison: 'above', threshold: 1 } }),
    ).toEqual({ why: 'notLogged', channel: 'oilPressure' });
  });

  test('where one cell alone has evidence, or nothing was read', () => {
    const still = madeLog({ stretches: stretches(() => ({ air: -20 })), off: () => 0.05 });
    expect(refused(still)).toEqual({ why: 'tooLittle' });
    const never = {
      ...BY_AIR,
      when: { channel: 'air' as const, comparison: 'above' as const, threshold: 99 },
    };
    expect(refused(base, never)).toEqual({ why: 'tooLittle' });
  });

  test('where the errors go with speed and load: that is the map', () => {
    const map = off(base, (i) => ((base.columns.speed?.[i] ?? 0) > 2500 ? 0.06 : -0.06));
    const no = refused(map);
    expect(no?.why).toBe('map');
    if (no?.why !== 'map') return;
    expect(no.leftByMap).toBeLessThan(0.03);
    expect(no.leftByFactor).toBeGreaterThan(0.05);
    // Less than one in a hundred is nobody’s worth the trouble.
    expect(refused(off(base, (i) => ((base.columns.speed?.[i] ?? 0) > 2500 ? 0.006 : -0.006)))).toBeNull();
  });
});
