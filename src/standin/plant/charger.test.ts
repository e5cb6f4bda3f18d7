import { builtMetal } from '@tests/support/metal';
import { chargedAirC, stepCharger } from './charger';
import type { Charger, Metal } from './metal';
import { massMg, plantAtRest, type PlantState } from './plantState';

const { metal } = builtMetal();
const PLACE = { barometricKpa: 80, airC: 20 };
const BELT: Charger = { drive: 'belt', pressureRatio: 2, topSpeedRpm: 7000, limitKpa: 150, cooled: 0.72 };
const BY_EXHAUST: Charger = { ...BELT, drive: 'exhaust', limitKpa: 300 };

const withCharger = (charger: Charger | null): Metal => ({ ...metal, charger, fullAirFlowGPerS: 200 });

/** An engine that turns with its manifold at a pressure, taking so much of its full air. */
function turning(speedRpm: number, manifoldKpa: number, flowShare: number): PlantState {
  const state = plantAtRest(metal, PLACE, 20, 13);
  state.speedRpm = speedRpm;
  state.airFlowGPerS = flowShare * 200;
  state.manifoldMg[0] = massMg(manifoldKpa, metal.manifoldVolumeL, state.chargeC);
  return state;
}

function stepped(charger: Charger | null, state: PlantState, dtS: number): PlantState {
  stepCharger(withCharger(charger), state, PLACE, dtS);
  return state;
}

describe('a belt charger', () => {
  // 80·(1 + 1·3500/7000) = 120; after one time constant 1 − 1/e of the way from 80.
  test('works towards its ratio by speed, a first order of 0.06 s', () => {
    expect(stepped(BELT, turning(3500, 80, 0.5), 0.06).boostKpa).toBeCloseTo(80 + 40 * (1 - Math.exp(-1)), 6);
    expect(stepped(BELT, turning(3500, 80, 0.5), 10).boostKpa).toBeCloseTo(120, 6);
  });

  test('ends at its bypass', () => {
    expect(stepped(BELT, turning(7000, 80, 0.5), 10).boostKpa).toBeCloseTo(150, 6);
  });

  test('is bypassed, and does no work, below 0.92 of the barometer in the manifold', () => {
    expect(stepped(BELT, turning(3500, 73, 0.5), 10)).toMatchObject({ boostKpa: 80, chargerNm: 0 });
    expect(stepped(BELT, turning(3500, 74, 0.5), 10).boostKpa).toBeCloseTo(120, 6);
  });

  // 293.15·(1.5^0.2857 − 1)/0.62 = 58.07 K; 100 g/s · 1.005 · 58.07 = 5,836 W; at 3500 rev/min 15.92 N·m.
  test('takes from the crank the heat it puts into the air', () => {
    const state = stepped(BELT, turning(3500, 80, 0.5), 10);
    expect(state.chargerNm).toBeCloseTo(15.92, 2);
    expect(stepped(BELT, turning(99, 80, 0.5), 10).chargerNm).toBe(0);
    expect(stepped(null, turning(3500, 80, 0.5), 10).chargerNm).toBe(0);
    const driven = stepped(BY_EXHAUST, turning(3500, 80, 0.5), 10);
    expect(driven.boostKpa).toBeGreaterThan(100);
    expect(driven.chargerNm).toBe(0);
  });
});

describe('an exhaust-driven charger', () => {
  // At 0.4 of the flow 80·(1 + 2.4·0.4·0.8) = 141.44, at 0.7 of it 80·(1 + 2.4·0.7) = 214.4.
  test('works towards its ratio by flow, with its square while there is little, a first order of 0.35 s', () => {
    expect(stepped(BY_EXHAUST, turning(3500, 60, 0.4), 10).boostKpa).toBeCloseTo(141.44, 6);
    expect(stepped(BY_EXHAUST, turning(3500, 60, 0.7), 10).boostKpa).toBeCloseTo(214.4, 6);
    expect(stepped({ ...BY_EXHAUST, limitKpa: 180 }, turning(3500, 60, 0.7), 10).boostKpa).toBeCloseTo(
      180,
      6,
    );
    expect(stepped(BY_EXHAUST, turning(3500, 60, 0.4), 0.35).boostKpa).toBeCloseTo(
      80 + 61.44 * (1 - Math.exp(-1)),
      6,
    );
  });

  // 80 + 18·0.4² + 0.9·61.44 = 138.18 kPa; by belt or without a charger 82.88.
  test('holds the exhaust back by its boost, where others only do by flow', () => {
    expect(stepped(BY_EXHAUST, turning(3500, 60, 0.4), 10).backKpa).toBeCloseTo(138.176, 3);
    expect(stepped(BELT, turning(3500, 80, 0.4), 10).backKpa).toBeCloseTo(82.88, 6);
    expect(stepped(null, turning(3500, 80, 0.4), 10).backKpa).toBeCloseTo(82.88, 6);
  });
});

describe('without a charger', () => {
  test('the pressure before the plates is that outside at once, wherever it was', () => {
    const state = turning(3500, 60, 0.4);
    state.boostKpa = 130;
    expect(stepped(null, state, 0.01).boostKpa).toBe(80);
  });
});

describe('air that was pressed', () => {
  // 58.07 K at a ratio of 1.5, of which 28 % is left behind the cooler.
  test('is warmer by the heat of compression less what the cooler takes', () => {
    expect(chargedAirC(withCharger(BELT), 120, PLACE)).toBeCloseTo(20 + 58.071 * 0.28, 2);
    expect(chargedAirC(withCharger({ ...BELT, cooled: 0 }), 120, PLACE)).toBeCloseTo(78.07, 2);
  });

  test('is as warm as outside where nothing presses it, or drawn below the barometer', () => {
    expect(chargedAirC(withCharger(null), 120, PLACE)).toBe(20);
    expect(chargedAirC(withCharger(BELT), 60, PLACE)).toBe(20);
  });
});
