import { CHANNEL_IDS, type ChannelId, PHASE } from '@/core/channel';
import { excursionsIn } from './excursions';
import type { DriveTrace } from './recording';

const RATE_HZ = 20;

/** A drive of ten seconds and more in which every channel rests but those given, by time. */
function trace(given: Partial<Record<ChannelId, (timeS: number) => number>>, seconds = 10): DriveTrace {
  const samples = seconds * RATE_HZ;
  const columns = Object.fromEntries(
    CHANNEL_IDS.map((id) => [
      id,
      Float32Array.from({ length: samples }, (_, i) => given[id]?.(i / RATE_HZ) ?? 0),
    ]),
  ) as unknown as DriveTrace['columns'];
  return { rateHz: RATE_HZ, samples, columns };
}
const running = { phase: () => PHASE.running, lambdaTarget: () => 1, lambdaOne: () => 1 };
const after = (at: number, before: number, then: number) => (timeS: number) => (timeS < at ? before : then);
const rising = (at: number, inS: number, to: number) => (timeS: number) =>
  to * Math.min(1, Math.max(0, (timeS - at) / inS));

describe('the mixture while the throttle moves', () => {
  test('a stab of two tenths of a second: the leanest and the richest beside what was before', () => {
    const lambdaOne = (timeS: number) => (timeS < 5.2 ? 1.05 : timeS < 5.5 ? 1.26 : timeS < 6 ? 0.945 : 1.05);
    const found = excursionsIn(trace({ ...running, throttle: rising(5, 0.2, 40), lambdaOne }));
    expect(found).toHaveLength(1);
    expect(found[0]?.kind).toBe('stab');
    expect(found[0]?.leaner).toBeCloseTo(0.2, 4);
    expect(found[0]?.richer).toBeCloseTo(0.1, 4);
  });

  test('a throttle that takes two seconds is opened slowly, and one that closes is a lift', () => {
    const kinds = (throttle: (timeS: number) => number) =>
      excursionsIn(trace({ ...running, throttle })).map(({ kind }) => kind);
    expect(kinds(rising(5, 2, 40))).toEqual(['opening']);
    expect(kinds((timeS) => 40 - rising(5, 0.15, 40)(timeS))).toEqual(['lift']);
    expect(kinds(rising(5, 0.2, 8))).toEqual([]);
    expect(kinds(() => 30)).toEqual([]);
  });

  test('a target that becomes richer is no excursion while the old one is still in the exhaust', () => {
    const found = excursionsIn(
      trace({
        ...running,
        throttle: rising(5, 0.2, 40),
        lambdaTarget: after(5.1, 1, 0.8),
        lambdaOne: after(5.5, 1, 0.8),
      }),
    );
    expect(found[0]?.leaner).toBeCloseTo(0, 6);
    expect(found[0]?.richer).toBeCloseTo(0, 6);
  });

  test('it ends where the foot comes off, fuel is cut or the engine stops; without lambda nothing is told', () => {
    const late = (timeS: number) => (timeS > 5.8 && timeS < 6.2 ? 1.5 : 1);
    const stab = { ...running, throttle: rising(5, 0.2, 40), lambdaOne: late };
    const leaner = (change: Partial<Record<ChannelId, (timeS: number) => number>>) =>
      excursionsIn(trace({ ...stab, ...change }))[0]?.leaner;
    expect(leaner({})).toBeCloseTo(0.5, 4);
    expect(leaner({ throttle: (timeS) => (timeS > 5.6 ? 0 : rising(5, 0.2, 40)(timeS)) - 0 })).toBeDefined();
    expect(leaner({ cutShare: after(5.6, 0, 30) })).toBe(0);
    expect(leaner({ overrunCut: after(5.6, 0, 1) })).toBe(0);
    expect(leaner({ phase: after(5.6, PHASE.running, PHASE.cranking) })).toBe(0);
    expect(excursionsIn(trace({ ...stab, lambdaOne: () => NaN }))).toEqual([]);
  });
});

test('what the map is off where the throttle stays is no excursion; in a short stab nobody can tell', () => {
  const lambdaOne = after(5.2, 1, 0.85);
  const held = excursionsIn(trace({ ...running, throttle: rising(5, 0.2, 40), lambdaOne }));
  expect(held[0]).toMatchObject({ isHeld: true, leaner: 0 });
  expect(held[0]?.richer).toBeCloseTo(0, 4);
  const short = (timeS: number) => (timeS > 5.7 ? 0 : rising(5, 0.2, 40)(timeS));
  const stab = excursionsIn(trace({ ...running, throttle: short, lambdaOne }))[0];
  expect(stab?.isHeld).toBe(false);
  expect(stab?.richer).toBeCloseTo(0.15, 4);
});
