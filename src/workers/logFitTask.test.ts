import { runLogFit } from './logFitTask';

test('a comparison tells its stages, and answers nothing once cancelled', async () => {
  const log = { timeS: Float64Array.of(0, 1), columns: {} };
  const task = {
    grid: { x: Float64Array.of(1, 2), y: Float64Array.of(1, 2), values: Float64Array.of(1, 1, 1, 1) },
    load: 'manifoldPressure',
    displacementCm3: 1600,
    barometricKpa: 100,
  } as const;
  const told: number[] = [];
  const port = {
    onProgress: (share: number) => told.push(share),
    cancelled: () => false,
    breathe: () => Promise.resolve(),
  };
  const fit = await runLogFit({ log, task }, port);
  expect(fit?.keptS).toBe(0);
  expect(told).toEqual([0, 0.15, 0.6, 0.75]);
  expect(await runLogFit({ log, task }, { ...port, cancelled: () => true })).toBeNull();
});
