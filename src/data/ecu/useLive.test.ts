import { AT, frameOf, read } from '@/core/channel';
import { forgetLive, onEverySample, onLive, onMove, takeRows } from './liveFrame';
import { onSlow, slowFrame } from './useLive';

beforeAll(() => jest.useFakeTimers());
afterAll(() => jest.useRealTimers());
afterEach(() => {
  forgetLive();
  jest.runOnlyPendingTimers();
});

const seen = () => read(slowFrame(), AT.speed);

function comes(speed: number): void {
  takeRows(['speed'], [[speed]]);
  jest.advanceTimersByTime(120);
}

test('all who read slowly are told of the same frame, at most twice a second', () => {
  const told = [0, 0];
  const ends = told.map((_, i) => onSlow(() => void (told[i] = (told[i] ?? 0) + 1)));
  jest.advanceTimersByTime(600);
  told.fill(0);
  for (let i = 1; i <= 20; i += 1) comes(1000 + i);
  jest.advanceTimersByTime(600);
  expect(told[0]).toBe(told[1]);
  expect(told[0]).toBeGreaterThanOrEqual(4);
  expect(told[0]).toBeLessThanOrEqual(6);
  expect(seen()).toBe(1020);
  for (const end of ends) end();
});

test('what is read slowly is told half-way between two beats of what is quick, one after the other', () => {
  const quick: number[] = [];
  const slow: number[] = [];
  const listeners = [onLive, onMove].map((on) => on(() => quick.push(performance.now())));
  const ends = [...listeners, ...[1, 2, 3].map(() => onSlow(() => slow.push(performance.now())))];
  jest.advanceTimersByTime(600);
  slow.length = 0;
  for (let i = 0; i < 100; i += 1) {
    takeRows(['speed'], [[2000 + i]]);
    jest.advanceTimersByTime(20);
  }
  expect(slow.length).toBeGreaterThanOrEqual(9);
  expect(new Set(slow).size).toBe(slow.length);
  for (const atMs of slow) expect(Math.min(...quick.map((ms) => Math.abs(ms - atMs)))).toBe(25);
  for (const end of ends) end();
});

test('of two who read slowly each is told in a task of its own, and one that left meanwhile no more', () => {
  const told: [number[], number[]] = [[], []];
  const ends = told.map((times) => onSlow(() => times.push(performance.now())));
  jest.advanceTimersByTime(600);
  for (const times of told) times.length = 0;
  comes(2500);
  jest.advanceTimersByTime(600);
  expect(told.map(({ length }) => length)).toEqual([1, 1]);
  expect(told[1][0]).toBeGreaterThanOrEqual(Number(told[0][0]) + 20);
  comes(2600);
  while (told[0].length < 2) jest.advanceTimersByTime(1);
  ends[1]?.();
  jest.advanceTimersByTime(600);
  expect(told.map(({ length }) => length)).toEqual([2, 1]);
  ends[0]?.();
});

test('who begins to read slowly is told at once, where the last look is long ago', () => {
  takeRows(['speed'], [[3000]]);
  jest.advanceTimersByTime(1000);
  let told = 0;
  const end = onSlow(() => void (told += 1));
  expect([told, seen()]).toEqual([1, 3000]);
  end();
});

test('of a link that falls silent the last is shown, and one that left is told nothing', () => {
  let told = 0;
  const end = onSlow(() => void (told += 1));
  comes(900);
  comes(905);
  jest.advanceTimersByTime(600);
  expect(seen()).toBe(905);
  forgetLive();
  jest.advanceTimersByTime(600);
  expect(seen()).toBe(read(frameOf(), AT.speed));
  end();
  const before = told;
  comes(910);
  jest.advanceTimersByTime(600);
  expect(told).toBe(before);
});

test('what this side knows of the link goes with each sample, to whoever records too', () => {
  const spoiled: number[] = [];
  const end = onEverySample((frame) => spoiled.push(read(frame, AT.linkSpoiled)));
  takeRows(['speed'], [[900], [910]], { linkSpoiled: 3, linkAnswer: 40 });
  takeRows(['speed'], [[920]], { linkSpoiled: 4 });
  expect(spoiled).toEqual([3, 3, 4]);
  end();
});
