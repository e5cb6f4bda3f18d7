import { madeBy } from '@tests/independent/logMaker';
import { asLog } from '@tests/support/independentLog';
import { correctedCells, EVIDENCE_S, fitLog, fitLogs, leftInCells, type Log } from './index';

const part = ({ timeS, columns }: Log, from: number, to: number): Log => ({
  timeS: timeS.slice(from, to),
  columns: Object.fromEntries(Object.entries(columns).map(([id, values]) => [id, values.slice(from, to)])),
});
const evidenced = ({ evidenceS }: { evidenceS: Float64Array }) =>
  [...evidenceS.keys()].filter((i) => (evidenceS[i] as number) >= EVIDENCE_S);

test('two halves of a log are as much as the whole: the same cells, the same evidence, the same seconds left out', () => {
  const { log, task } = asLog(madeBy('random', 21));
  const middle = log.timeS.length >> 1;
  const halves = [part(log, 0, middle), part(log, middle, log.timeS.length)];
  const [whole, both] = [fitLog(log, task), fitLogs(halves.map((half) => ({ log: half, then: null })), task)]; // prettier-ignore
  expect(both.delays).toHaveLength(2);
  expect(Math.abs(both.keptS - whole.keptS)).toBeLessThan(1.5);
  expect(Math.abs(both.leftOut.overrunCut - whole.leftOut.overrunCut)).toBeLessThan(1.5);
  expect(Math.abs(both.coverage.evidenced - whole.coverage.evidenced)).toBeLessThanOrEqual(3);
  for (const cell of evidenced(whole.cells))
    expect(both.cells.change[cell]).toBeCloseTo(whole.cells.change[cell] as number, 1.9);
  const weights = (bins: typeof both.bins) => bins.reduce((sum, { weightS }) => sum + weightS, 0);
  expect(weights(both.bins)).toBeCloseTo(weights(whole.bins), -1.5);
});

test('flow mended after a drive is not found in its log a second time; without restating it would be', () => {
  const made = madeBy('flow', 22);
  const { log, task } = asLog(made);
  const { now } = task;
  if (now === null) throw new TypeError('This engine has facts');
  const { is, typed } = made.build.flow;
  const mended = { ...task, now: { ...now, ratedFlowGPerS: is } };
  const left = fitLogs([{ log, then: now }], mended);
  for (const cell of evidenced(left.cells))
    expect(Math.abs(left.cells.found[cell] as number)).toBeLessThan(0.02);
  // It was driven with another belief: nothing of this was driven as it is now.
  for (const cell of evidenced(left.cells))
    expect(left.cells.driven[cell]).toBeCloseTo(Math.log(is / typed), 2);
  const blind = fitLogs([{ log, then: null }], mended);
  for (const cell of evidenced(blind.cells))
    expect(Math.abs(blind.cells.found[cell] as number)).toBeGreaterThan(0.03);
  // A log without openings is restated by what its filling would have been injected as.
  const { injectorOpening: _, ...columns } = log.columns;
  const without = fitLogs([{ log: { ...log, columns }, then: now }], mended);
  for (const cell of evidenced(without.cells))
    expect(Math.abs(without.cells.found[cell] as number)).toBeLessThan(0.025);
});

test('an end of what a sensor can say is no reading for a cause, though it corrects the map', () => {
  const { log, task } = asLog(madeBy('factor', 25));
  const all = fitLog(log, task);
  const lambda = log.columns.lambdaOne as Float64Array;
  const most = 1.02;
  const held = {
    ...log,
    columns: { ...log.columns, lambdaOne: lambda.map((value) => Math.min(most, value)) },
  };
  const ended = fitLog(held, { ...task, ends: { lambdaOne: { min: 0.7, max: most } } });
  expect(ended.bins.length).toBeLessThan(all.bins.length);
  for (const { error, weightS } of ended.bins) expect(weightS > 0 && error < 0.35).toBe(true);
  expect(ended.keptS).toBeGreaterThanOrEqual(all.keptS);
});

test('beyond the evidence a correction goes only where it is asked to, and says which cells those are', () => {
  const { log, task } = asLog(madeBy('factor', 26));
  const fit = fitLog(log, task);
  const values = Array.from(task.grid.values);
  const limits = { min: 1, max: 300, decimals: 2 };
  const within = correctedCells(values, fit, { by: 'cells', most: 1, beyond: false }, limits);
  const beyond = correctedCells(values, fit, { by: 'cells', most: 1, beyond: true }, limits);
  expect(within.every(({ isBeyond }) => !isBeyond)).toBe(true);
  const guesses = beyond.filter(({ isBeyond }) => isBeyond);
  expect(guesses.length).toBeGreaterThan(5);
  for (const { index } of guesses) expect(fit.cells.evidenceS[index]).toBeLessThan(0.1);
  expect(beyond.filter(({ isBeyond }) => !isBeyond)).toEqual(within);
  // By one factor all cells move for the same reason.
  const all = correctedCells(values, fit, { by: 'factor', most: 1, beyond: false }, limits);
  expect(all.length).toBe(values.length);
  expect(all.every(({ isBeyond }) => !isBeyond)).toBe(true);
});

test('by hand: what a map leaves over in two cells of 3 and 6 s, and in none', () => {
  const cells = {
    evidenceS: Float64Array.of(3, 6, 1.9),
    found: Float64Array.of(0.1, -0.05, 9),
  } as unknown as ReturnType<typeof fitLog>['cells'];
  const before = { values: [50, 60, 70] };
  expect(leftInCells({ cells }, before, before)).toBeCloseTo(Math.sqrt((3 * 0.01 + 6 * 0.0025) / 9), 12);
  const after = { values: [50 * Math.exp(0.1), 60, 70] };
  expect(leftInCells({ cells }, before, after)).toBeCloseTo(Math.sqrt((6 * 0.0025) / 9), 12);
  expect(leftInCells({ cells: { ...cells, evidenceS: new Float64Array(3) } }, before, before)).toBeNaN();
});
