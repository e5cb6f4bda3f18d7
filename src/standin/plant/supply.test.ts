import { curveThrough } from '@/core/numeric';
import { deadTimeCurve } from '@/core/injector';
import { builtMetal } from '@tests/support/metal';
import type { Metal } from './metal';
import { plantAtRest, type PlantState } from './plantState';
import { acrossKpa, inject, type Opening, stepSupply } from './supply';

const built = builtMetal();
const { place } = built;
const dead = (ms: number) => deadTimeCurve([8, 16].map((volts) => ({ volts, ms })));
/** 8 g/s at 300 kPa, a dead time of 1 ms; a second set of 5 g/s with 1.5 ms. Regulated to 300 kPa across. */
const metal: Metal = {
  ...built.metal,
  fuelShare: [1.1, 1, 1, 1, 1, 0.9],
  injector: {
    ratedFlowGPerS: 8,
    ratedPressureKpa: 300,
    measuredFlow: curveThrough([]),
    railGaugeKpa: 300,
    regulator: 'manifold',
    shortPulse: curveThrough([]),
    deadTime: { pressuresKpa: Float64Array.of(300), curves: [dead(1)] },
  },
  second: { ratedFlowGPerS: 5, ratedPressureKpa: 300, deadTime: dead(1.5) },
};
const ONE: Opening = { openingMs: 4, squirts: 1, secondOpeningMs: 0, lostShare: 0 };

function running(part: Partial<PlantState> = {}): PlantState {
  const state = plantAtRest(metal, place, 20, 13);
  return Object.assign(state, { speedRpm: 3000, railShare: 1 }, part);
}

const injected = (opening: Partial<Opening>, part: Partial<PlantState> = {}, cylinder = 2, of = metal) =>
  inject(of, running(part), place, cylinder, { ...ONE, ...opening });

describe('an opening', () => {
  test('gives its flow for the time beyond the dead time: 3 ms of 8 g/s are 24 mg', () => {
    expect(injected({})).toBeCloseTo(24, 9);
    expect(injected({ openingMs: 0.9 })).toBe(0);
    expect(injected({ openingMs: 0 })).toBe(0);
  });

  test('as often as it comes, and no longer than its part of the cycle: 40 ms at 3000 rev/min', () => {
    expect(injected({ squirts: 2 })).toBeCloseTo(48, 9);
    expect(injected({ openingMs: 60 })).toBeCloseTo(39 * 8, 9);
    expect(injected({ openingMs: 60, squirts: 2 })).toBeCloseTo(2 * 19 * 8, 9);
    expect(injected({ openingMs: 60 }, { speedRpm: 0 })).toBeCloseTo(59 * 8, 9);
  });

  test('each injector has its part, and hot fuel comes with bubbles', () => {
    expect(injected({}, {}, 1)).toBeCloseTo(26.4, 9);
    expect(injected({}, {}, 6)).toBeCloseTo(21.6, 9);
    expect(injected({}, { railC: 65 })).toBeCloseTo(24 * 0.88, 9);
  });

  test('with half the pressure flows by its root', () => {
    expect(injected({}, { railShare: 0.5 })).toBeCloseTo(24 * Math.sqrt(0.5), 6);
    expect(acrossKpa(metal, running({ railShare: 0.5 }), place)).toBeCloseTo(150, 9);
  });

  // 4 ms less 1.5 of 5 g/s: 12.5 mg more.
  test('of a second set adds its own, with its own dead time and no longer than the cycle', () => {
    expect(injected({ secondOpeningMs: 4 })).toBeCloseTo(36.5, 9);
    expect(injected({ secondOpeningMs: 4 }, {}, 1)).toBeCloseTo(36.5 * 1.1, 9);
    expect(injected({ secondOpeningMs: 1 })).toBeCloseTo(24, 9);
    expect(injected({ secondOpeningMs: 90 })).toBeCloseTo(24 + 38.5 * 5, 9);
    expect(injected({ secondOpeningMs: 4 }, {}, 2, { ...metal, second: null })).toBeCloseTo(24, 9);
  });

  test('is counted: taken from the rail, injected, and of that what blows through lost', () => {
    const state = running({ takenMg: 5 });
    inject(metal, state, place, 2, { ...ONE, lostShare: 0.25 });
    expect(state.takenMg).toBeCloseTo(29, 9);
    expect(state.totals).toMatchObject({ injectedMg: 24, lostMg: 6 });
    expect((state.filmMg[1] ?? 0) + (state.waitingMg[1] ?? 0)).toBeCloseTo(18, 9);
  });
});

describe('the rail', () => {
  const after = (pumpOn: boolean, part: Partial<PlantState>, dtS = 0.01) => {
    const state = running(part);
    stepSupply({ ...metal, pumpGPerS: 40 }, state, place, pumpOn, dtS);
    return state.railShare;
  };

  test('rises by a third of a second’s first order while the pump gives enough', () => {
    expect(after(true, { railShare: 0.4 })).toBeCloseTo(0.4 + (0.6 * 0.01) / 0.35, 9);
    expect(after(true, { railShare: 1 })).toBe(1);
  });

  // At 13.5 V 400 mg come in 10 ms; 472 taken are 72 missing of the 720 that six cylinders’ rail yields.
  test('falls by what is missing of what it yields, and never below nothing', () => {
    expect(after(true, { batteryV: 13.5, takenMg: 472 })).toBeCloseTo(0.9, 9);
    expect(after(true, { batteryV: 6.75, takenMg: 272 })).toBeCloseTo(0.9, 9);
    expect(after(true, { batteryV: 13.5, takenMg: 1e6 })).toBe(0);
    expect(after(false, { takenMg: 72 })).toBeCloseTo(0.9, 9);
    expect(after(false, { railShare: 0.5 })).toBeCloseTo(0.5 - (0.5 * 0.01) / 20, 9);
  });
});
