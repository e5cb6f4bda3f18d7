import { keptRuns } from './cancellable';

describe('the runs of a worker', () => {
  let nowMs = 0;
  beforeEach(() => {
    nowMs = 0;
    jest.spyOn(performance, 'now').mockImplementation(() => nowMs);
  });
  afterEach(() => jest.restoreAllMocks());

  test('tell how far they are twenty times a second at most', async () => {
    const told: number[] = [];
    await keptRuns().run(
      'one',
      (share) => told.push(share),
      ({ onProgress }) => {
        for (let i = 1; i <= 40; i += 1) {
          nowMs = 5 * i;
          onProgress(i / 40);
        }
        return Promise.resolve();
      },
    );
    expect(told).toEqual([0.25, 0.5, 0.75, 1]);
  });

  test('end by their token, and no other does', async () => {
    const runs = keptRuns();
    const seen = await runs.run(
      'one',
      () => undefined,
      (port) => {
        runs.cancel('other');
        const before = port.cancelled();
        runs.cancel('one');
        return Promise.resolve([before, port.cancelled()]);
      },
    );
    expect(seen).toEqual([false, true]);
    const again = await runs.run(
      'one',
      () => undefined,
      (port) => Promise.resolve(port.cancelled()),
    );
    expect(again).toBe(false);
  });
});
