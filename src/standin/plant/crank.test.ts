import { builtMetal } from '@tests/support/metal';
import { type CrankLoad, dragTorqueNm, RPM_PER_RAD_S, stepCrank } from './crank';
import type { Metal } from './metal';
import { plantAtRest, type PlantState } from './plantState';

const built = builtMetal();
const metal: Metal = { ...built.metal, inertiaKgM2: 0.2, friction: 1.1, compressionRatio: 9.2 };
const FREE: CrankLoad = { starterNm: 0, gear: 0, clutch: 1, brake: 0, holdRpm: null };
const DISPLACEMENT_CM3 = metal.cylinders * metal.cylinderVolumeCm3;

function turning(speedRpm: number, part: Partial<PlantState> = {}): PlantState {
  const state = plantAtRest(metal, built.place, 80, 13);
  return Object.assign(state, { speedRpm, nextFiringTurns: 1e9, oilFactor: 1, backKpa: 80 }, part);
}

describe('drag', () => {
  const kpaOf = (of: Metal, state: PlantState, manifold: number) =>
    ((dragTorqueNm(of, state, manifold) - state.chargerNm - state.alternatorNm) * 4 * Math.PI * 1000) /
    DISPLACEMENT_CM3;

  // 1.1·(70 + 12·0.225 + 1.9·0.225² + 40) = 124.08 kPa; pumping 80 − 60; compression 6·(9.2 − 9.5)·0.5 = −0.9.
  test('is friction, pumping and what compression costs the starter', () => {
    expect(kpaOf(metal, turning(225), 60)).toBeCloseTo(124.076 + 20 - 0.9, 2);
    expect(kpaOf({ ...metal, compressionRatio: 14.5 }, turning(225), 60)).toBeCloseTo(124.076 + 20 + 15, 2);
    expect(kpaOf({ ...metal, compressionRatio: 14.5 }, turning(450), 60)).toBeCloseTo(
      kpaOf(metal, turning(450), 60),
      9,
    );
  });

  test('is helped by low compression by 20 kPa at the most', () => {
    const usual = kpaOf({ ...metal, compressionRatio: 9.5 }, turning(0), 60);
    expect(usual - kpaOf({ ...metal, compressionRatio: 7 }, turning(0), 60)).toBeCloseTo(15, 6);
    expect(usual - kpaOf({ ...metal, compressionRatio: 5 }, turning(0), 60)).toBeCloseTo(20, 6);
  });

  test('has charger and alternator on top', () => {
    const bare = dragTorqueNm(metal, turning(900), 60);
    expect(dragTorqueNm(metal, turning(900, { chargerNm: 3, alternatorNm: 5 }), 60)).toBeCloseTo(bare + 8, 9);
  });
});

describe('a step of the crank', () => {
  test('gains the net torque over its inertia, and its angle is the mean of both speeds', () => {
    const state = turning(3000, { gasTorqueNm: 150 });
    const drag = dragTorqueNm(metal, state, 80);
    expect(stepCrank(metal, state, FREE, 80, 0.001)).toBe(0.001);
    const gained = ((150 - drag) / 0.2) * 0.001 * RPM_PER_RAD_S;
    expect(state.speedRpm - 3000).toBeCloseTo(gained, 9);
    expect(state.turns).toBeCloseTo(((3000 + gained / 2) / 60) * 0.001, 9);
    expect(state.totals.dragJ).toBeCloseTo(drag * state.turns * 2 * Math.PI, 9);
  });

  // 3000 rev/min are 314.16 rad/s: half a degree at 18 a millisecond comes after 0.0278 ms.
  test('ends at the firing when that comes first', () => {
    const state = turning(3000, { turns: 7, nextFiringTurns: 7 + 0.5 / 360, gasTorqueNm: 50 });
    const passed = stepCrank(metal, state, FREE, 80, 0.001);
    expect(passed).toBeCloseTo(0.5 / 18_000, 6);
    expect(state.turns).toBe(7 + 0.5 / 360);
    const slowing = turning(3000, { turns: 7, nextFiringTurns: 7.2 });
    expect(stepCrank(metal, slowing, FREE, 80, 0.001)).toBe(0.001);
    expect(slowing.turns).toBeLessThan(7.06);
  });

  test('comes to rest within it, lets its gas out and never turns back', () => {
    const state = turning(2, { gasTorqueNm: -30 });
    const drag = dragTorqueNm(metal, state, 80);
    expect(stepCrank(metal, state, FREE, 80, 0.01)).toBe(0.01);
    const omega = 2 / RPM_PER_RAD_S;
    expect(state.speedRpm).toBe(0);
    expect(state.gasTorqueNm).toBe(0);
    expect(state.turns * 2 * Math.PI).toBeCloseTo((omega * omega) / 2 / ((drag + 30) / 0.2), 9);
    const before = state.turns;
    expect(stepCrank(metal, state, FREE, 80, 0.01)).toBe(0.01);
    expect([state.speedRpm, state.turns]).toEqual([0, before]);
  });

  test('starts from rest when the starter gives more than drag', () => {
    const state = turning(0);
    const drag = dragTorqueNm(metal, state, 80);
    stepCrank(metal, state, { ...FREE, starterNm: drag + 20 }, 80, 0.001);
    expect(state.speedRpm).toBeCloseTo((20 / 0.2) * 0.001 * RPM_PER_RAD_S, 9);
    const weak = turning(0);
    stepCrank(metal, weak, { ...FREE, starterNm: drag - 20 }, 80, 0.001);
    expect(weak.speedRpm).toBe(0);
  });

  test('with the car on it turns both, and what the car takes is load', () => {
    const state = turning(3000, { gasTorqueNm: 200, locked: true });
    const arm = metal.vehicle.tyreRadiusM / (metal.vehicle.ratios[2] ?? 1);
    state.vehicleMPerS = (3000 / RPM_PER_RAD_S) * arm;
    const drag = dragTorqueNm(metal, state, 80);
    stepCrank(metal, state, { ...FREE, gear: 3 }, 80, 0.001);
    expect(state.locked).toBe(true);
    expect(state.vehicleMPerS).toBeCloseTo((state.speedRpm / RPM_PER_RAD_S) * arm, 9);
    const turned = state.turns * 2 * Math.PI;
    const gained = 0.1 * ((state.speedRpm / RPM_PER_RAD_S) ** 2 - (3000 / RPM_PER_RAD_S) ** 2);
    expect(state.totals.loadJ).toBeCloseTo((200 - drag) * turned - gained, 6);
  });

  test('on a brake takes what keeps the speed, and lets go of the wheels', () => {
    const state = turning(3000, { gasTorqueNm: 200, locked: true });
    const drag = dragTorqueNm(metal, state, 80);
    stepCrank(metal, state, { ...FREE, gear: 3, holdRpm: 3000 }, 80, 0.001);
    expect(state.speedRpm).toBeCloseTo(3000, 9);
    expect(state.loadNm).toBeCloseTo(200 - drag, 9);
    expect(state.locked).toBe(false);
  });
});
