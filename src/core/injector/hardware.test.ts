import { valveEventsFromAngles } from '../cams';
import { firingEvents } from '../engine';
import { curveThrough } from '../numeric';
import { crankDegrees, overlapLossPercent, proposedEndBeforeTdcDeg, sprayAtValve } from './angle';
import { driverCurrentA, driverProblem } from './driver';
import { injectionOutputs, injectorPairs, modeRefusals, squirtsPerCycle } from './events';
import { flowUnitSuspicion, injectorFlowGPerS, measuredFlowThrough } from './flow';
import { netOfOpenMs, shortPulseAddMs } from './shortPulse';
import { handsOverGently, stagedFuel, type StagingPlan } from './staging';
import fc from 'fast-check';

const FOUR = firingEvents([1, 3, 4, 2], null);

describe('short pulses', () => {
  const curve = curveThrough([
    [0.2, 0.1],
    [1, 0.02],
  ]);
  // Half-way between 0.2 and 1.0: 0.06.
  test('what is added lies between the points, is held below and none above', () => {
    expect([0.1, 0.2, 0.6, 1, 1.01].map((net) => Number(shortPulseAddMs(curve, net).toFixed(4)))).toEqual([
      0.1, 0.1, 0.06, 0.02, 0,
    ]);
    expect(shortPulseAddMs(curveThrough([]), 0.3)).toBe(0);
  });

  test('an injector opened with what is added flows for the net time', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.05, max: 4, noNaN: true }), (net) => {
        if (Math.abs(net - 1) < 0.05) return;
        expect(netOfOpenMs(curve, net + shortPulseAddMs(curve, net))).toBeCloseTo(net, 3);
      }),
    );
    expect(netOfOpenMs(curve, -0.2)).toBe(0);
  });
});

describe('flow at several pressures', () => {
  const measuredFlow = measuredFlowThrough([
    [250, 6.8],
    [400, 8.7],
  ]);
  const rating = { ratedFlowGPerS: 7.5742, ratedPressureKpa: 300 };
  const flowAt = (kpa: number) => injectorFlowGPerS({ ...rating, measuredFlow }, kpa);
  // √250 = 15.811, √400 = 20, √300 = 17.321: share 0.3604, 6.8 + 1.9·0.3604 = 7.485. Beyond: 8.7·√(500/400) = 9.727.
  test('runs through its points in the root of pressure', () => {
    expect(flowAt(300)).toBeCloseTo(7.485, 3);
    expect(flowAt(500)).toBeCloseTo(9.727, 3);
    expect(flowAt(250)).toBe(6.8);
    expect(flowAt(0)).toBe(0);
  });

  test('takes the place of the rating where there is one', () => {
    expect(injectorFlowGPerS({ ...rating, measuredFlow: curveThrough([]) }, 350)).toBeCloseTo(8.181, 3);
    expect(flowAt(400)).toBe(8.7);
  });

  test.each([
    [60, 'cm3/min', 'lb/h'],
    [130, 'cm3/min', null],
    [610, 'lb/h', 'cm3/min'],
    [180, 'lb/h', null],
    [7.5, 'g/s', null],
  ])('%d %s', (amount, unit, looksLike) => {
    expect(flowUnitSuspicion(amount, unit)).toBe(looksLike);
  });
});

describe('drivers', () => {
  // 14.5 V over 12.2 Ω is 1.19 A; over 2.4 Ω 6.04 A; with 5 Ω in series 1.96 A.
  test('current of a driver', () => {
    expect(driverCurrentA(12.2, 0, 1)).toBeCloseTo(1.19, 2);
    expect(driverCurrentA(2.4, 0, 1)).toBeCloseTo(6.04, 2);
    expect(driverCurrentA(2.4, 5, 2)).toBeCloseTo(3.92, 2);
  });

  test.each([
    ['low impedance on a plain driver', 2.4, 0, 1, 4, 'plain', { code: 'driver' }],
    ['with series resistors', 2.4, 5, 1, 4, 'plain', null],
    ['on peak and hold', 2.4, 0, 1, 4, 'peakAndHold', null],
    ['high impedance', 12.2, 0, 1, 4, 'plain', null],
    ['two on a pin that bears both', 12.2, 0, 2, 3, 'plain', null],
    ['two on a pin that does not', 12.2, 0, 2, 2, 'plain', { code: 'driver' }],
    ['low impedance on a strong driver', 4, 0, 1, 5, 'plain', { code: 'coil', amps: 3.625 }],
    ['low impedance within what the coil bears', 4, 1.9, 1, 5, 'plain', null],
  ] as const)('%s', (_, ohm, ballast, count, maxA, kind, burns) => {
    const problem = driverProblem(ohm, ballast, count, { kind, maxA });
    if (burns === null) expect(problem).toBeNull();
    else expect(problem).toMatchObject(burns);
  });
});

describe('mode and events', () => {
  // Order 1-3-4-2 fires at 0, 180, 360, 540; 380° before each: 340, 520, 700, 160.
  test('sequential: each once a cycle, before its own firing', () => {
    const outputs = injectionOutputs(FOUR, 'sequential', 'individual', 380);
    expect(outputs.map(({ cylinders, endsDeg }) => [cylinders, endsDeg])).toEqual([
      [[1], [340]],
      [[3], [520]],
      [[4], [700]],
      [[2], [160]],
    ]);
    expect(squirtsPerCycle('sequential')).toBe(1);
  });

  test('semi-sequential: twice a cycle, a turn apart; batch: all at once', () => {
    expect(injectionOutputs(FOUR, 'semiSequential', 'individual', 380)[1]?.endsDeg).toEqual([160, 520]);
    expect(
      new Set(injectionOutputs(FOUR, 'batch', 'individual', 380).map(({ endsDeg }) => endsDeg.join())),
    ).toEqual(new Set(['340,700']));
    expect(squirtsPerCycle('batch')).toBe(2);
  });

  test('pairs follow the firing order', () => {
    expect(injectorPairs(FOUR)).toEqual([
      [1, 4],
      [3, 2],
    ]);
    expect(injectionOutputs(FOUR, 'semiSequential', 'pairs', 0).map(({ cylinders }) => cylinders)).toEqual([
      [1, 4],
      [3, 2],
    ]);
    expect(injectorPairs(firingEvents([1, 2, 3], null))).toBeNull();
  });

  const all = { position: true, phase: true };
  test.each([
    ['no cam', 'sequential', 'individual', { position: true, phase: false }, 4, ['noPhase']],
    ['a cam', 'sequential', 'individual', all, 4, []],
    ['no position', 'semiSequential', 'individual', { position: false, phase: false }, 4, ['noPosition']],
    ['batch without either', 'batch', 'individual', { position: false, phase: false }, 4, []],
    ['pairs timed one by one', 'sequential', 'pairs', all, 4, ['pairsNotTimed']],
    ['three drivers for four', 'sequential', 'individual', all, 3, ['tooFewDrivers']],
    ['two drivers for pairs', 'semiSequential', 'pairs', all, 2, []],
    ['one driver for pairs', 'semiSequential', 'pairs', all, 1, ['tooFewDrivers']],
    ['nothing known yet', 'sequential', 'individual', null, null, []],
  ] as const)('%s', (_, mode, wiring, permits, drivers, codes) => {
    expect(modeRefusals(FOUR, mode, wiring, permits, drivers).map(({ code }) => code)).toEqual(codes);
  });

  test('pairs of a three are refused; of four with two drivers pairs would fit', () => {
    const three = modeRefusals(firingEvents([1, 2, 3], null), 'batch', 'pairs', all, 8);
    expect(three).toEqual([{ code: 'noPairs' }]);
    const needs = { code: 'tooFewDrivers', needed: 4 };
    const few = (drivers: number) => modeRefusals(FOUR, 'batch', 'individual', all, drivers);
    expect(few(2)).toEqual([{ ...needs, has: 2, pairsFit: true }]);
    expect(few(1)).toEqual([{ ...needs, has: 1, pairsFit: false }]);
  });
});

describe('angle', () => {
  const valves = valveEventsFromAngles({
    intakeOpens: 18,
    intakeCloses: 58,
    exhaustOpens: 60,
    exhaustCloses: 16,
  });

  // 0.006 × 6000 × 5 = 180. Ending 378 before TDC, at 342, from 162.
  test('the spray stands where its end and length say', () => {
    expect(crankDegrees(6000, 5)).toBe(180);
    expect(sprayAtValve(378, 6000, 5)).toEqual({ fromDeg: 162, toDeg: 342 });
  });

  // Overlap 342…376 is 34°. A spray of 180° ending at 376 loses 34 of 180: 18.9 %; ending at 342, none.
  test('what meets both valves open is lost', () => {
    expect(overlapLossPercent(sprayAtValve(720 - 376, 6000, 5), valves)).toBeCloseTo(18.89, 2);
    expect(overlapLossPercent(sprayAtValve(378, 6000, 5), valves)).toBe(0);
    expect(overlapLossPercent({ fromDeg: 350, toDeg: 360 }, valves)).toBe(100);
    expect(overlapLossPercent({ fromDeg: 0, toDeg: Infinity }, valves)).toBeCloseTo((100 * 34) / 720, 9);
  });

  test('a spray round the end of the cycle is seen whole', () => {
    // 20 ms at 6000 rev/min is the whole cycle: 34 of 720.
    expect(overlapLossPercent(sprayAtValve(378, 6000, 20), valves)).toBeCloseTo((100 * 34) / 720, 6);
  });

  // Tenth by tenth of a degree: as many of the spray’s as lie in an overlap of any cycle.
  test('any spray loses what lies in the overlaps it meets', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 719 }),
        fc.integer({ min: 1, max: 4 * 720 - 1 }),
        fc.integer({ min: 1, max: 120 }),
        (fromDeg, length, overlap) => {
          const met = { ...valves, exhaustClosesDeg: valves.intakeOpensDeg + overlap };
          let inside = 0;
          for (let i = 0; i < 10 * length; i += 1) {
            const since = (fromDeg + (i + 0.5) / 10 - met.intakeOpensDeg + 7200) % 720;
            if (since < overlap) inside += 1;
          }
          const lost = overlapLossPercent({ fromDeg, toDeg: fromDeg + length }, met);
          expect(lost).toBeCloseTo((10 * inside) / length, 6);
        },
      ),
      { numRuns: 60 },
    );
  });

  test('the proposed end is where the intake opens', () => {
    expect(proposedEndBeforeTdcDeg(valves)).toBe(378);
  });
});

describe('staging', () => {
  const plan: StagingPlan = {
    by: 'duty',
    beginsAtPercent: 50,
    fullAtPercent: 80,
    shareAtFullPercent: 60,
    leastNetMs: 0.5,
  };

  // At 65 %: half-way, 30 % of 40 mg = 12 mg.
  test('the share rises straight from nothing to its full part', () => {
    expect(stagedFuel(plan, 40, 65, 8)).toEqual({ firstMg: 28, secondMg: 12 });
    expect(stagedFuel(plan, 40, 100, 8).secondMg).toBeCloseTo(24, 9);
    expect(stagedFuel(plan, 40, 50, 8)).toEqual({ firstMg: 40, secondMg: 0 });
  });

  // 8 g/s gives 4 mg in the least 0.5 ms: a share of 10 % of 40 mg, at 55 %.
  test('it stays shut below its least opening, and then the first set gives all', () => {
    expect(stagedFuel(plan, 40, 54.9, 8).secondMg).toBe(0);
    expect(stagedFuel(plan, 40, 55.1, 8).secondMg).toBeCloseTo(4.08, 9);
  });

  test('the sum is always what was asked', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.1, max: 200, noNaN: true }),
        fc.double({ min: 0, max: 120, noNaN: true }),
        (fuel, by) => {
          const { firstMg, secondMg } = stagedFuel(plan, fuel, by, 8);
          expect(firstMg + secondMg).toBeCloseTo(fuel, 9);
        },
      ),
    );
  });

  test('a hand-over over less than 5 % is refused', () => {
    expect(handsOverGently({ beginsAtPercent: 50, fullAtPercent: 54 })).toBe(false);
    expect(handsOverGently({ beginsAtPercent: 50, fullAtPercent: 55 })).toBe(true);
  });
});
