import { drawnLog } from '@tests/support/drawnLog';
import type { ChannelId } from '../../channel';
import { type Log } from '../../log';
import { seenStarts } from './seenStarts';

/** Starter alone at 200 rev/min from second 2; 3⅓ turns a second. */
const STARTER_RPM = 200;
const FROM_S = 2;
/** Speed that leaves the starter’s at a time, and rises so fast to a speed, rev/min. */
const cranked =
  (firesS: number, toRpm: number, perS: number, untilS = Infinity) =>
  (atS: number): number => {
    if (atS < FROM_S) return 0;
    if (atS < firesS || atS >= untilS) return STARTER_RPM;
    return Math.min(toRpm, STARTER_RPM + perS * (atS - firesS));
  };
const phase =
  (runsS: number, untilS = Infinity) =>
  (atS: number) =>
    atS < FROM_S ? 0 : atS >= runsS && atS < untilS ? 2 : 1;
const opening = (fromS: number) => (atS: number) => (atS >= fromS ? 9 : 0);
const one = (log: Log) => {
  const starts = seenStarts(log);
  expect(starts).toHaveLength(1);
  return starts[0] as (typeof starts)[number];
};

describe('a start in a log', () => {
  // Fuel from 2.3 s: 0.3 s · 200/60 = 1 turn. It leaves the starter at 2.9 s: 3 turns.
  const good = drawnLog(
    { speed: cranked(2.9, 1200, 1000), phase: phase(3.4), injectorOpening: opening(2.3), coolant: -12 },
    20,
  );

  test('is read turn by turn: fuel, first firing, and how it went', () => {
    const start = one(good);
    expect(start.end).toBe('ran');
    expect(start.coolantC).toBe(-12);
    expect(start.starterRpm).toBe(STARTER_RPM);
    expect(start.fromS).toBe(2);
    expect(start.fuelFromTurn).toBeCloseTo(1, 1);
    expect(start.firedTurn ?? 0).toBeCloseTo(3.05, 1);
    // From 200 to 700 in half a second: 3 turns and 0.5 · 450/60.
    expect(start.crankedTurns).toBeCloseTo(6.75, 1);
    expect(start.ranFromS).toBeCloseTo(3.4, 2);
    expect(start.ranForS).toBeCloseTo(16.6, 1);
    expect(start.dipped).toBe(false);
    expect([start.lambdaAtCatch, start.lambdaAtChange]).toEqual([NaN, NaN]);
  });

  test('without phase or openings its speed tells, and fuel begins where it usually does', () => {
    const start = one(drawnLog({ speed: cranked(2.9, 1200, 1000), coolant: -12 }, 20));
    expect(start.end).toBe('ran');
    expect(start.fuelFromTurn).toBe(1.5);
    // 380 rev/min is passed 0.18 s after it fired.
    expect(start.ranFromS).toBeCloseTo(3.08, 1);
  });

  test('that never fires, and one that fires and falls back, are told apart', () => {
    const never = one(drawnLog({ speed: cranked(99, 0, 0), phase: phase(99), coolant: 0 }, 9));
    expect([never.end, never.firedTurn, never.ranForS]).toEqual(['never', null, NaN]);
    expect(never.crankedTurns).toBeCloseTo(7 * (200 / 60), 0);
    const fell = one(drawnLog({ speed: cranked(2.9, 420, 800, 4), phase: phase(99), coolant: 0 }, 9));
    expect(fell.end).toBe('fell');
    expect(Math.abs((fell.firedTurn ?? 0) - 3.1)).toBeLessThan(0.1);
  });

  test('that runs for less than three seconds has died', () => {
    const died = one(
      drawnLog({ speed: cranked(2.9, 900, 1000, 4.4), phase: phase(3.4, 4.4), coolant: 0 }, 9),
    );
    expect(died.end).toBe('died');
    expect(died.ranForS).toBeCloseTo(1, 1);
  });

  test('a tooth that was missed is no firing', () => {
    const speed = Float32Array.from(good.timeS, (atS) =>
      atS > 2.5 && atS < 2.515 ? 420 : atS < 2 ? 0 : 200,
    );
    expect(one({ ...good, columns: { ...good.columns, speed, phase: undefined } } as Log).end).toBe('never');
  });

  test('a log that begins with a running engine holds none, and one without speed neither', () => {
    expect(seenStarts(drawnLog({ speed: 900 }))).toEqual([]);
    expect(seenStarts(drawnLog({ speed: 300, phase: 2 }))).toEqual([]);
    expect(seenStarts(drawnLog({ coolant: 20 }))).toEqual([]);
    // A turn and a half is nothing to judge by.
    expect(seenStarts(drawnLog({ speed: (atS) => (atS < 0.45 ? 200 : 0) }))).toEqual([]);
  });

  test('several tries are several starts', () => {
    const speed = (atS: number) => (atS % 10 < 4 && atS > 1 ? 200 : 0);
    expect(seenStarts(drawnLog({ speed, coolant: 0 })).map(({ fromS }) => Math.round(fromS))).toEqual([
      1, 10, 20,
    ]);
  });
});

describe('lambda about the catch', () => {
  const speed = cranked(2.9, 1200, 1000);
  const lambda = (catchLambda: number, changeLambda: number) => (atS: number) =>
    atS < 3.1 ? 1.4 : atS < 3.7 ? catchLambda : atS < 4.2 ? changeLambda : 0.9;
  const seen = (readings: Parameters<typeof drawnLog>[0]) =>
    one(drawnLog({ speed, phase: phase(3.4), coolant: -12, ...readings }, 12));

  test('is the richest while cranking fuel burns, and the leanest as running fuel takes over', () => {
    const start = seen({ lambdaOne: lambda(0.74, 1.05) });
    expect(start.lambdaAtCatch).toBeCloseTo(0.74, 5);
    expect(start.lambdaAtChange).toBeCloseTo(1.05, 5);
  });

  test('of two sensors the richest counts for the one, and for the other what both say', () => {
    const start = seen({ lambdaOne: lambda(0.8, 1.2), lambdaTwo: lambda(0.72, 0.98) });
    expect(start.lambdaAtCatch).toBeCloseTo(0.72, 5);
    expect(start.lambdaAtChange).toBeCloseTo(0.98, 5);
  });

  test('a speed that falls as running fuel takes over dips, but not for want of fuel', () => {
    const dip = (atS: number) => (atS > 3.5 && atS < 3.8 ? 560 : speed(atS));
    expect(seen({ speed: dip, lambdaOne: lambda(0.7, 0.9) }).dipped).toBe(true);
    expect(seen({ speed: dip, lambdaOne: lambda(0.7, 1.15) }).dipped).toBe(false);
    expect(seen({ speed: dip }).dipped).toBe(true);
    expect(seen({ lambdaOne: lambda(0.7, 0.9) }).dipped).toBe(false);
  });
});

describe('sample by sample, ten a second', () => {
  // Turns: 0, 0.15, 0.45, 0.858, 1.283, 1.75, 2.333, 3.025, 3.758, 4.533, 5.375.
  const SPEEDS = [0, 20, 60, 120, 240, 250, 260, 300, 400, 430, 450, 480, 530, 900, 900, 900, 860, 840, 840];
  const made = (
    speeds: readonly number[],
    columns: Partial<Record<ChannelId, readonly number[]>> = {},
  ): Log => ({
    timeS: Float64Array.from(speeds, (_, i) => i / 10),
    columns: {
      speed: Float64Array.from(speeds),
      coolant: Float64Array.from(speeds, (_, i) => i - 20),
      ...Object.fromEntries(Object.entries(columns).map(([id, values]) => [id, Float64Array.from(values)])),
    },
  });
  const phases = SPEEDS.map((_, i) => (i < 12 ? 1 : 2));

  test('the starter’s speed is the middle one between 0.4 and 1.4 turns, and what fired left it before', () => {
    const start = one(made(SPEEDS, { phase: phases }));
    // It turns from the third sample on: 20 rev/min is standing.
    expect([start.fromS, start.coolantC]).toEqual([0.2, -18]);
    expect(start.starterRpm).toBe(250);
    // Above 312.5 for two samples from the ninth on, which left 270 at the eighth.
    expect(start.firedTurn).toBeCloseTo(1.75, 9);
    expect(start.crankedTurns).toBeCloseTo(5.375, 9);
    expect(start.ranFromS).toBeCloseTo(1.2, 9);
    expect(start.ranForS).toBeCloseTo(0.6, 9);
    expect(start.toS).toBeCloseTo(1.8, 9);
    expect(start.end).toBe('died');
  });

  test('a speed of the starter’s own, and one that only nearly leaves it, is no firing', () => {
    const edge = SPEEDS.map((rpm, i) => (i < 7 ? rpm : 312));
    expect(one(made(edge)).firedTurn).toBeNull();
    expect(one(made(edge.map((rpm) => (rpm === 312 ? 312.5 : rpm)))).firedTurn).toBeCloseTo(1.758, 2);
    // A single reading may be a tooth.
    expect(one(made(edge.map((rpm, i) => (i === 10 ? 500 : i < 7 ? rpm : 250)))).firedTurn).toBeNull();
  });

  test('what it ran on is read until 0.35 s after it ran, and what followed from then to 1.2 s', () => {
    const long = [...SPEEDS, ...Array.from({ length: 30 }, () => 840)];
    const lambdaOne = long.map((_, i) =>
      i < 7 ? 0.6 : i < 10 ? 0.8 : i < 16 ? 0.75 : i < 20 ? 1.02 : i < 25 ? 0.97 : 1.3,
    );
    const lambdaTwo = long.map((_, i) => (i === 17 ? 0.99 : NaN));
    const phase = long.map((_, i) => (i < 12 ? 1 : 2));
    const start = one(made(long, { phase, lambdaOne, lambdaTwo }));
    // Ran at 1.2 s: until 1.55 s, which is the fifteenth sample; then to 2.4.
    expect(start.lambdaAtCatch).toBe(0.75);
    expect(start.lambdaAtChange).toBe(1.02);
    expect(start.end).toBe('ran');
    // 900 falls to 840, by 6.7 % within 0.8 s; with lean lambda it is for want of fuel.
    expect(start.dipped).toBe(true);
    const lean = one(made(long, { phase, lambdaOne: lambdaOne.map((read, i) => (i === 17 ? 1.11 : read)) }));
    expect(lean.dipped).toBe(false);
    const late = one(
      made(
        long.map((rpm, i) => (i > 15 && i < 21 ? 900 : rpm)),
        { phase },
      ),
    );
    expect(late.dipped).toBe(false);
    const little = one(
      made(
        long.map((rpm) => (rpm === 840 ? 850 : rpm)),
        { phase },
      ),
    );
    expect(little.dipped).toBe(false);
  });

  test('without a phase it runs once it has been faster than 1.9 times the starter for 0.8 s', () => {
    const speeds = [...SPEEDS.slice(0, 12), ...Array.from({ length: 8 }, () => 480), 470, ...Array.from({ length: 12 }, () => 480)]; // prettier-ignore
    // 475: passed at 1.1 s and lost at 2.0, after 0.8 s and no more; held from 2.1 s on.
    expect(one(made(speeds)).ranFromS).toBeCloseTo(2.1, 9);
    expect(one(made(speeds.map((rpm) => (rpm === 470 ? 476 : rpm)))).ranFromS).toBeCloseTo(1.1, 9);
    expect(one(made(speeds.map((rpm) => Math.min(rpm, 474)))).end).toBe('fell');
  });

  test('it runs until it falls below 1.25 times the starter’s speed', () => {
    const fell = [...SPEEDS, 600, 313, 312, 600, 600];
    const phase = fell.map((_, i) => (i < 12 ? 1 : 2));
    expect(one(made(fell, { phase })).ranForS).toBeCloseTo(0.9, 9);
  });
});
