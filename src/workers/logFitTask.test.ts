import { plainTask } from '@tests/support/plainTask';
import { usualStartOf } from '@/core/generators';
import { drawnLog } from '@tests/support/drawnLog';
import { runLogEvents, runLogFit, runLoopPlant, runOwnFactor, runSpark, runStarts } from './logFitTask';

test('a comparison tells its stages, and answers nothing once cancelled', async () => {
  const log = { timeS: Float64Array.of(0, 1), columns: {} };
  const task = plainTask([1000, 5000], [40, 100], [70, 70, 70, 70]);
  const told: number[] = [];
  const port = {
    onProgress: (share: number) => told.push(share),
    cancelled: () => false,
    breathe: () => Promise.resolve(),
  };
  const fit = await runLogFit({ drives: [{ log, then: null }], task }, port);
  expect(fit?.fit.keptS).toBe(0);
  expect(fit?.causes).toBeNull();
  expect(told).toEqual([0, 0.15, 0.6, 0.75, 0.9]);
  expect(
    await runLogFit({ drives: [{ log, then: null }], task }, { ...port, cancelled: () => true }),
  ).toBeNull();
});

test('what happened is looked for a kind at a time, and nothing is answered once cancelled', async () => {
  const log = drawnLog({ phase: 2, speed: 3000, battery: (atS) => (atS > 10 && atS < 12 ? 11 : 13.8) });
  let breaths = 0;
  const port = {
    cancelled: () => false,
    breathe: () => {
      breaths += 1;
      return Promise.resolve();
    },
  };
  const found = await runLogEvents({ log, context: { barometricKpa: 100 } }, port);
  expect(found?.events.map(({ kind }) => kind)).toEqual(['batterySag']);
  expect(found).toMatchObject({ bands: [], idled: [] });
  expect(breaths).toBeGreaterThan(2);
  const cancelled = { ...port, cancelled: () => true };
  expect(await runLogEvents({ log, context: { barometricKpa: 100 } }, cancelled)).toBeNull();
});

test('a factor is looked for, and nothing is answered once cancelled', async () => {
  const log = drawnLog({ phase: 2, speed: 3000, air: 10 });
  const grid = { x: Float64Array.of(0, 30), y: new Float64Array(0), values: Float64Array.of(1, 1) };
  const task = plainTask([1000, 5000], [40, 100], [70, 70, 70, 70]);
  const request = {
    drives: [{ log, then: null }],
    task,
    ask: { x: 'ethanol', y: null, grid, when: null },
  } as const;
  const port = { cancelled: () => false, breathe: () => Promise.resolve() };
  expect(await runOwnFactor(request, port)).toEqual({ found: { why: 'notLogged', channel: 'ethanol' } });
  expect(await runOwnFactor(request, { ...port, cancelled: () => true })).toBeNull();
});

test('spark is studied, and nothing is answered once cancelled', async () => {
  const request = { logs: [drawnLog({ phase: 2, speed: 3000 })], from: { kind: 'acceleration' } } as const;
  const port = { cancelled: () => false, breathe: () => Promise.resolve() };
  expect(await runSpark(request, port)).toEqual({ study: { ok: false, why: 'noSpark' } });
  expect(await runSpark(request, { ...port, cancelled: () => true })).toBeNull();
});

test('starts are studied, and nothing is answered once cancelled', async () => {
  const limits = { min: 0, max: 9, decimals: 2 };
  const ask = {
    task: null,
    now: null,
    usual: usualStartOf('petrol'),
    limits: { cranking: limits, afterStart: limits, afterStartDecay: limits, warmUp: limits },
  };
  const request = { drives: [{ log: drawnLog({ speed: 3000 }), then: null, curves: null }], ask };
  const port = { cancelled: () => false, breathe: () => Promise.resolve() };
  expect(await runStarts(request, port)).toEqual({ study: { ok: false, why: 'noCoolant' } });
  expect(await runStarts(request, { ...port, cancelled: () => true })).toBeNull();
});

test('delay and lag are looked for, and nothing is answered once cancelled', async () => {
  const task = plainTask([1000, 5000], [40, 100], [70, 70, 70, 70]);
  const request = { logs: [drawnLog({ speed: 3000 })], task };
  const port = { cancelled: () => false, breathe: () => Promise.resolve() };
  expect(await runLoopPlant(request, port)).toEqual({ plant: { ok: false, why: 'noLambda' } });
  expect(await runLoopPlant(request, { ...port, cancelled: () => true })).toBeNull();
});
