import { forgetLive, onLive, onMove, takeRows } from './liveFrame';

beforeAll(() => jest.useFakeTimers());
afterAll(() => jest.useRealTimers());
afterEach(() => {
  forgetLive();
  jest.runOnlyPendingTimers();
});

/** When numbers and what moves were shown while rows come so many ms apart, for so long. */
function shownWhile(eachMs: number, forMs: number): { told: number[]; moved: number[] } {
  const [told, moved]: [number[], number[]] = [[], []];
  const ends = [onLive(() => told.push(performance.now())), onMove(() => moved.push(performance.now()))];
  for (let ms = 0; ms < forMs; ms += eachMs) {
    takeRows(['speed'], [[ms]]);
    jest.advanceTimersByTime(eachMs);
  }
  for (const end of ends) end();
  return { told, moved };
}

const apart = (times: readonly number[]) => times.slice(1).map((ms, i) => ms - Number(times[i]));

test.each([10, 20, 40])(
  'with rows every %d ms numbers are shown ten times a second, moves half-way between',
  (eachMs) => {
    const { told, moved } = shownWhile(eachMs, 2000);
    expect(new Set(apart(told))).toEqual(new Set([100]));
    expect(told.length).toBeGreaterThanOrEqual(19);
    expect(new Set(told.map((ms, i) => ms - Number(moved[i])))).toEqual(new Set([50]));
  },
);

test('rows that come slower than that are each shown once, and the first after a silence is not waited with', () => {
  const { told, moved } = shownWhile(400, 2000);
  expect(told).toHaveLength(5);
  expect(moved).toHaveLength(5);
  jest.advanceTimersByTime(1000);
  const stop = onMove(() => moved.push(performance.now()));
  takeRows(['speed'], [[1]]);
  jest.advanceTimersByTime(1);
  expect(moved).toHaveLength(6);
  stop();
});

test('without rows nobody is told anything', () => {
  shownWhile(20, 200);
  jest.advanceTimersByTime(200);
  const told: number[] = [];
  const stop = onLive(() => told.push(0));
  jest.advanceTimersByTime(1000);
  expect(told).toEqual([]);
  stop();
});
