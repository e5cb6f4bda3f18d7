import { drawnLog } from '@tests/support/drawnLog';
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
