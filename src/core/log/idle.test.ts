import { type ChannelId, PHASE } from '../channel';
import { idleFactsOf } from './idle';
import { idleSentences } from './idleWords';
import type { Log } from './log';

/** A log at twenty samples a second of the channels given, by time. */
function log(given: Partial<Record<ChannelId, (timeS: number) => number>>, seconds = 10): Log {
  const timeS = Float64Array.from({ length: seconds * 20 }, (_, i) => i / 20);
  const columns = Object.fromEntries(
    Object.entries(given).map(([id, at]) => [id, Float32Array.from(timeS, (time) => at(time))]),
  );
  return { timeS, columns };
}
const running = { phase: () => PHASE.running };

describe('how it idled', () => {
  const idling = { ...running, idleState: () => 3, idleTarget: () => 1000, speed: () => 990 };

  test('beside its target, the first two seconds of each idle left out', () => {
    const facts = idleFactsOf(
      log({ ...idling, speed: (timeS) => (timeS < 1.5 ? 700 : timeS < 6 ? 990 : 1010) }),
    );
    expect(facts?.forS).toBeCloseTo(8, 6);
    expect(facts?.lowestOffRpm).toBeCloseTo(-10, 6);
    expect(facts?.highestOffRpm).toBeCloseTo(10, 6);
    expect(facts?.surge).toBeNull();
  });

  test('a swing is named, one that is interrupted is not', () => {
    const speed = (timeS: number) => 1000 + 60 * Math.sin(2 * Math.PI * timeS);
    expect(idleFactsOf(log({ ...idling, speed }, 14))?.surge?.hz).toBeCloseTo(1, 1);
    const idleState = (timeS: number) => (Math.round(timeS) % 5 === 0 ? 1 : 3);
    expect(idleFactsOf(log({ ...idling, speed, idleState }, 14))?.surge ?? null).toBeNull();
  });

  test('without control a closed throttle at a low speed counts, and without idling there is nothing', () => {
    const free = { ...idling, idleState: () => 0, throttle: () => 0 };
    expect(idleFactsOf(log(free))?.meanOffRpm).toBeCloseTo(-10, 6);
    expect(idleFactsOf(log({ ...free, throttle: () => 20 }))).toBeNull();
    expect(idleFactsOf(log({ ...free, speed: () => 3000 }))).toBeNull();
    expect(idleFactsOf(log({ ...idling, phase: () => PHASE.cranking }))).toBeNull();
  });
});

test('in words: at its target, off it, and a surge by its name', () => {
  const idle = { forS: 42, meanOffRpm: -3, lowestOffRpm: -61, highestOffRpm: 48, surge: null };
  const said = (change: object) =>
    idleSentences({ ...idle, ...change }).map(({ tone, text }) => `${tone}: ${text}`);
  expect(said({})).toEqual(['good: Idled for 42 s at its target, 61 below and 48 above it at most.']);
  expect(said({ meanOffRpm: -90 })).toEqual([
    'plain: Idled for 42 s, on average 90 rev/min below its target, 61 below and 48 above it at most.',
  ]);
  expect(said({ surge: { hz: 1.25, swingRpm: 161 } })[0]).toMatch(
    /^warning: The idle surges: it swings by 161 rev\/min, 1\.3 times a second\./,
  );
  expect(said({ meanOffRpm: NaN })).toEqual([]);
  expect(idleSentences(null)).toEqual([]);
});

test('a log without those channels, or of one sample, tells nothing', () => {
  expect(idleFactsOf(log({}))).toBeNull();
  expect(idleFactsOf({ timeS: Float64Array.of(1), columns: {} })).toBeNull();
});
