import { builtMetal } from '@tests/support/metal';
import { oilPressureKpa, stepHeat } from './heat';
import { litresOf } from './metal';
import { plantAtRest, type PlantState } from './plantState';

const { metal } = builtMetal();
const PLACE = { barometricKpa: 80, airC: 10 };
const litres = litresOf(metal);

/** A warm engine at one moment, so much of the air that is fresh flowing. */
function warm(part: Partial<PlantState>, freshShare = 0): PlantState {
  const state = plantAtRest(metal, PLACE, 86, 13);
  return Object.assign(
    state,
    { oilC: 60, intakeC: 30, valvesK: 40, airFlowGPerS: 6 * litres * freshShare },
    part,
  );
}

describe('a second of heat', () => {
  // The thermostat is half open: 6 + 0.5·(12 + 180 + 10·14) = 172 W/K a litre over 76 K; to the oil 85·26 = 2,210 W a litre.
  test('in coolant and oil: what burns, less what radiator and oil take', () => {
    const state = warm({ heatJ: 50_000 });
    stepHeat(metal, state, PLACE, 10, { fanOn: true, headwindMPerS: 10 }, 1);
    const [away, toOil] = [172 * 76 * litres, 2210 * litres];
    expect(state.coolantC - 86).toBeCloseTo((14_000 - away - toOil) / (13_000 * litres), 9);
    expect(state.oilC - 60).toBeCloseTo((2500 + toOil) / (3000 * litres), 9);
    expect(state.heatJ).toBe(0);
  });

  test('with the thermostat shut only the hull gives heat away, with it open all of the radiator does', () => {
    const fall = (coolantC: number) => {
      const state = warm({ coolantC, oilC: coolantC, heatJ: 0 });
      stepHeat(metal, state, PLACE, 10, { fanOn: false, headwindMPerS: 0 }, 1);
      return coolantC - state.coolantC;
    };
    expect(fall(70)).toBeCloseTo((6 * 60) / 13_000, 9);
    expect(fall(92)).toBeCloseTo((18 * 82) / 13_000, 9);
    expect(fall(100)).toBeCloseTo((18 * 90) / 13_000, 9);
  });

  test('valves that are not fired lose a fortieth of their warmth', () => {
    const state = warm({});
    stepHeat(metal, state, PLACE, 10, { fanOn: false, headwindMPerS: 0 }, 1);
    expect(state.valvesK).toBeCloseTo(39, 9);
  });

  // Half fresh: 10 + 0.5·0.35·76 = 23.3 °C, within 0.5·240 + 0.5·4 = 122 s.
  test('air at the plates goes to what is felt there: slowly the bonnet’s, within 4 s the fresh', () => {
    const after = (freshShare: number) => {
      const state = warm({}, freshShare);
      stepHeat(metal, state, PLACE, 10, { fanOn: false, headwindMPerS: 0 }, 1);
      return state.intakeC - 30;
    };
    const soaked = 10 + 0.35 * (warm({}).coolantC - 10);
    expect(after(0)).toBeCloseTo((soaked - 30) / 240, 2);
    expect(after(0.5)).toBeCloseTo((23.3 - 30) / 122, 2);
    expect(after(1)).toBeCloseTo((10 - 30) / 4, 9);
    expect(after(3)).toBeCloseTo((10 - 30) / 4, 9);
  });
});

describe('oil pressure', () => {
  // A quarter of a kPa for each rev/min, twice that for oil four times as thick; the valve opens at 400, 60 later when thick.
  test('rises with speed and thickness up to its valve', () => {
    const at = (speedRpm: number, oilFactor: number) => oilPressureKpa(warm({ speedRpm, oilFactor }));
    expect([at(800, 1), at(800, 4), at(3000, 1), at(3000, 4)]).toEqual([200, 400, 400, 460]);
  });
});
