import { builtMetal } from '@tests/support/metal';
import { fire, firedAtRest, type SparkCommand } from './fire';
import type { Metal } from './metal';
import { massMg, plantAtRest, type PlantState } from './plantState';
import { bestSparkDeg, efficiency } from './work';

const built = builtMetal();
const { place } = built;
/** Hot petrol of 14.7 to 1 and 43 MJ/kg, in an engine with a bank a lambda sensor. */
const metal: Metal = {
  ...built.metal,
  thinBestLambda: 0.9,
  fuel: {
    stoichiometricRatio: 14.7,
    heatingMjPerKg: 43,
    ethanolPercent: 0,
    octane: 98,
    densityGPerCm3: 0.745,
    coldExcess: 1,
  },
  exhaust: {
    ...built.metal.exhaust,
    lineMg: 1,
    banks: [
      [1, 2, 3],
      [4, 5, 6],
    ],
  },
};
const RPM = 3000;

/** A charge of 294 mg of air, 20 mg of fuel for it, in the third cylinder of a warm engine at 3000 rev/min and 0.6 of the barometer. */
function charged(part: Partial<PlantState> = {}, fuelMg = 20): PlantState {
  const state = plantAtRest(metal, place, 80, 13);
  Object.assign(state, { speedRpm: RPM, valvesK: 30, timeS: 2, chargeC: 40 }, part);
  state.manifoldMg[0] = massMg(0.6 * place.barometricKpa, metal.manifoldVolumeL, state.chargeC);
  state.drawnMg[0] = 294;
  state.waitingMg[2] = fuelMg;
  state.filmAtS.fill(state.timeS);
  return state;
}

const best = bestSparkDeg(RPM, 0.6);
const sparked = (part: Partial<SparkCommand> = {}): SparkCommand => ({
  sparks: true,
  deg: best,
  burnFactor: 1,
  ...part,
});

function fired(state: PlantState, spark = sparked(), intervalDeg = 120) {
  const out = firedAtRest();
  fire(metal, state, place, 3, spark, intervalDeg, out);
  return out;
}

test('before its first firing a cylinder has drawn nothing', () => {
  expect(firedAtRest()).toEqual({
    cylinder: 1,
    outcome: 'noFuel',
    airMg: 0,
    vapourMg: 0,
    vapourLambda: Infinity,
    sparkDeg: 0,
    sparkShare: 1,
    knock: 0,
  });
});

describe('a charge that burns', () => {
  // 294/14.7 = 20 mg are stoichiometric: 0.965 of 860 J at 3000 rev/min with the best spark.
  test('gives the heat of its air and of that its share as work, until the next firing', () => {
    const state = charged();
    const out = fired(state);
    // At 0.6 of the barometer a tenth of lambda off 0.9 costs 0.4 · 0.05 / 2.5 of it.
    const heat = 20 * 43 * 0.965 * 0.992;
    const work = heat * efficiency(metal, RPM);
    expect(out).toMatchObject({ cylinder: 3, outcome: 'burned', airMg: 294, vapourMg: 20, sparkDeg: best });
    expect(out.vapourLambda).toBeCloseTo(1, 9);
    expect(out.sparkShare).toBeCloseTo(1, 9);
    expect(state.gasTorqueNm).toBeCloseTo(work / ((120 * Math.PI) / 180), 6);
    expect(state.heatJ).toBeCloseTo(heat, 9);
    expect(state.totals).toMatchObject({ airDrawnMg: 294, burnedMg: 20, lostMg: 0 });
    expect(state.totals.heatJ).toBeCloseTo(heat, 9);
    expect(state.totals.gasJ).toBeCloseTo(work, 9);
    expect([state.drawnMg[0], state.waitingMg[2]]).toEqual([0, 0]);
  });

  test('gives more by a quicker burn, less 10° off its spark, and its torque over a longer turn', () => {
    const torque = (part: Partial<SparkCommand>, intervalDeg = 120) => {
      const state = charged();
      fired(state, sparked(part), intervalDeg);
      return state.gasTorqueNm;
    };
    const whole = torque({});
    expect(torque({ burnFactor: 1.05 }) / whole).toBeCloseTo(1.05, 9);
    expect(torque({ deg: best + 10 }) / whole).toBeCloseTo(0.94, 9);
    expect(torque({ deg: best - 10 }) / whole).toBeCloseTo(0.94, 9);
    expect(torque({}, 240) / whole).toBeCloseTo(0.5, 9);
  });

  test('burns no more fuel than its air: the rest of a rich charge is lost', () => {
    const state = charged({}, 25);
    expect(fired(state).vapourLambda).toBeCloseTo(0.8, 9);
    expect(state.totals).toMatchObject({ burnedMg: 20, lostMg: 5 });
  });

  // A sixth of a cycle, 6.67 ms, of the way to 62 K within 13 s.
  test('warms the valves, and one that does not burn does not', () => {
    const state = charged();
    fired(state);
    expect(state.valvesK).toBeCloseTo(30 + (32 * 0.04) / 6 / 13, 9);
    const cold = charged();
    fired(cold, sparked({ sparks: false }));
    expect(cold.valvesK).toBe(30);
    const still = charged({ speedRpm: 0 });
    fired(still);
    expect(still.valvesK).toBe(30);
  });

  test('goes to the sensor of its own bank as what it was', () => {
    const state = charged();
    fired(state);
    expect(state.lambda.map(({ enteredMg }) => enteredMg)).toEqual([314, 0]);
    expect(state.lambda[0]?.lambdas[0]).toBeCloseTo(1, 9);
  });
});

describe('a charge that does not burn', () => {
  test('says why, gives nothing, is lost and reads lean', () => {
    const cases = [
      [charged(), sparked({ sparks: false }), 'noSpark', 20],
      [charged({}, 0), sparked(), 'noFuel', 0],
      [charged({}, 200), sparked(), 'tooRich', 200],
      [charged({}, 8), sparked(), 'tooLean', 8],
    ] as const;
    for (const [state, spark, outcome, lost] of cases) {
      expect(fired(state, spark).outcome).toBe(outcome);
      expect([state.gasTorqueNm, state.heatJ, state.totals.burnedMg, state.totals.lostMg]).toEqual([
        0,
        0,
        0,
        lost,
      ]);
      expect(state.lambda[0]?.lambdas[0]).toBe(3);
    }
  });

  test('without fuel is air alone, and has no lambda', () => {
    expect(fired(charged({}, 0)).vapourLambda).toBe(Infinity);
  });
});

describe('a plug', () => {
  const wetness = (state: PlantState, spark = sparked()) => {
    const { outcome } = fired(state, spark);
    return [outcome, state.plugWetness[2]] as const;
  };

  // Dry by e^−1 in 9 s: 0.9 becomes 0.331, and 0.6 less by a burn.
  test('dries by itself and by a burn', () => {
    const state = charged({ timeS: 11 });
    state.plugWetness[2] = 0.9;
    state.filmAtS[2] = 2;
    const [outcome, after] = wetness(state, sparked({ sparks: false }));
    expect(outcome).toBe('noSpark');
    expect(after).toBeCloseTo(0.9 * Math.exp(-1), 9);
    const burns = charged();
    burns.plugWetness[2] = 0.9;
    const [burned, dried] = wetness(burns);
    expect(burned).toBe('burned');
    expect(dried).toBeCloseTo(0.3, 9);
  });

  // Hot, all of a charge is vapour and wets nothing, however rich.
  test('that is wet does not spark; a hot charge wets none, and none gets wetter than 2.5', () => {
    const wet = charged();
    wet.plugWetness[2] = 1;
    expect(wetness(wet)).toEqual(['wetPlug', 1]);
    const rich = charged({}, 200);
    rich.plugWetness[2] = 0.3;
    expect(wetness(rich)).toEqual(['tooRich', 0.3]);
    const soaked = charged({ coolantC: -20, valvesK: 0, speedRpm: 200 }, 220);
    soaked.manifoldMg[0] = massMg(place.barometricKpa, metal.manifoldVolumeL, soaked.chargeC);
    soaked.plugWetness[2] = 2.4;
    expect(wetness(soaked)[1]).toBe(2.5);
  });

  // At −20 °C and 200 rev/min 0.22 of it is vapour: of 220 mg 0.78/20·220 = 8.6 masses are liquid, 3.6 too many.
  test('is wetted by 1.4 for each stoichiometric mass of liquid beyond five', () => {
    const state = charged({ coolantC: -20, valvesK: 0, speedRpm: 200 }, 220);
    state.manifoldMg[0] = massMg(place.barometricKpa, metal.manifoldVolumeL, state.chargeC);
    const [, after] = wetness(state, sparked({ sparks: false }));
    expect(after).toBeCloseTo(Math.min(2.5, ((0.78 * 220) / 20 - 5) * 1.4), 6);
    const less = charged({ coolantC: -20, valvesK: 0, speedRpm: 200 }, 150);
    less.manifoldMg[0] = massMg(place.barometricKpa, metal.manifoldVolumeL, less.chargeC);
    expect(wetness(less, sparked({ sparks: false }))[1]).toBeCloseTo((0.78 * 7.5 - 5) * 1.4, 6);
  });
});

test('warm valves help what is cold to evaporate', () => {
  const vapour = (valvesK: number) => fired(charged({ coolantC: 0, valvesK }), sparked()).vapourMg;
  expect(vapour(60)).toBeGreaterThan(1.2 * vapour(0));
});
