import { builtMetal } from '@tests/support/metal';
import { type Drivetrain, driveTorqueNm, gearRatio, stepVehicle } from './drivetrain';
import type { Metal } from './metal';
import { plantAtRest, type PlantState } from './plantState';

const built = builtMetal();
/** 2.4605 L carry 393.69 N·m; in second gear the car is 3.6 kg·m² on the crank. */
const metal: Metal = {
  ...built.metal,
  inertiaKgM2: 0.2,
  vehicle: { massKg: 1000, tyreRadiusM: 0.3, ratios: [10, 5], dragAreaM2: 0.7, rolling: 0.02 },
};
const CARRIES = (160 * metal.cylinders * metal.cylinderVolumeCm3) / 1000;
/** At 12 m/s: 0.6·0.7·144 + 1000·9.81·0.02 = 256.68 N, through second gear 15.4 N·m. */
const ROAD_N = 256.68;
const ROAD_NM = ROAD_N * 0.06;
const SECOND: Drivetrain = { gear: 2, clutch: 1, brake: 0 };

/** A car at 12 m/s, with the crank of second gear turning so much faster, rad/s. */
function rolling(slip: number, part: Partial<PlantState> = {}): PlantState {
  const state = plantAtRest(metal, built.place, 80, 13);
  return Object.assign(state, { vehicleMPerS: 12, speedRpm: ((200 + slip) * 60) / (2 * Math.PI) }, part);
}

test('gears count from first; there is none below and above', () => {
  expect([-1, 0, 1, 2, 3].map((gear) => gearRatio(metal, gear))).toEqual([0, 0, 10, 5, 0]);
});

describe('a clutch', () => {
  test('takes nothing when pressed or in neutral, and holds nothing', () => {
    for (const part of [{ gear: 0 }, { clutch: 0 }]) {
      const state = rolling(0, { locked: true });
      expect(driveTorqueNm(metal, state, { ...SECOND, ...part }, 100)).toEqual({
        torqueNm: 0,
        inertiaKgM2: 0.2,
      });
      expect(state.locked).toBe(false);
    }
  });

  test('that holds passes the road on, with the car on the crank', () => {
    const state = rolling(0);
    const drive = driveTorqueNm(metal, state, SECOND, 100);
    expect(drive.torqueNm).toBeCloseTo(ROAD_NM, 6);
    expect(drive.inertiaKgM2).toBeCloseTo(3.8, 9);
    expect(state.locked).toBe(true);
  });

  // What goes through it is the road and the car’s part of the rest: 15.4 + 3.6/3.8·(net − 15.4).
  test('slips where more is asked than it carries', () => {
    const locks = (netNm: number, clutch = 1) => {
      const state = rolling(0);
      driveTorqueNm(metal, state, { ...SECOND, clutch }, netNm);
      return state.locked;
    };
    const most = ROAD_NM + ((CARRIES - ROAD_NM) * 3.8) / 3.6;
    expect([locks(most - 0.1), locks(most + 0.1)]).toEqual([true, false]);
    const half = ROAD_NM + ((CARRIES / 2 - ROAD_NM) * 3.8) / 3.6;
    expect([locks(half - 0.1, 0.5), locks(half + 0.1, 0.5)]).toEqual([true, false]);
    expect([locks(-most), locks(-most - 2 * ROAD_NM)]).toEqual([true, false]);
  });

  test('that slips gives its torque in proportion up to 8 rad/s, and no more, both ways', () => {
    const torque = (slip: number) => driveTorqueNm(metal, rolling(slip), SECOND, 100).torqueNm;
    expect(torque(4)).toBeCloseTo(CARRIES / 2, 6);
    expect(torque(40)).toBeCloseTo(CARRIES, 6);
    expect(torque(-4)).toBeCloseTo(-CARRIES / 2, 6);
    expect(torque(-40)).toBeCloseTo(-CARRIES, 6);
    expect(driveTorqueNm(metal, rolling(40), SECOND, 100).inertiaKgM2).toBe(0.2);
  });

  // (0.2·201 + 3.6·200)/3.8 = 200.0526 rad/s; what the crank lost, 0.1·(201² − 200.0526²) = 38.0 J, went through it.
  test('brings crank and car to one speed when it begins to hold, once, with the momentum both had', () => {
    const state = rolling(1);
    driveTorqueNm(metal, state, SECOND, 100);
    const together = (0.2 * 201 + 3.6 * 200) / 3.8;
    expect((state.speedRpm * 2 * Math.PI) / 60).toBeCloseTo(together, 9);
    expect(state.vehicleMPerS).toBeCloseTo(together * 0.06, 9);
    expect(state.totals.loadJ).toBeCloseTo(0.1 * (201 ** 2 - together ** 2), 6);
    const held = rolling(1, { locked: true });
    driveTorqueNm(metal, held, SECOND, 100);
    expect(held.totals.loadJ).toBe(0);
    expect(held.vehicleMPerS).toBe(12);
  });

  test('brakes come through it, and a standing car rolls against nothing', () => {
    const braked = driveTorqueNm(metal, rolling(0), { ...SECOND, brake: 0.5 }, 100).torqueNm;
    expect(braked).toBeCloseTo((ROAD_N + 4500) * 0.06, 6);
    const standing = rolling(0, { vehicleMPerS: 0, speedRpm: 0 });
    expect(driveTorqueNm(metal, standing, { ...SECOND, brake: 1 }, 100).torqueNm).toBe(0);
  });
});

describe('the car over a tenth of a second', () => {
  const after = (load: Drivetrain, part: Partial<PlantState>, omega = 200) => {
    const state = rolling(0, part);
    stepVehicle(metal, state, load, omega, 0.1);
    return state.vehicleMPerS;
  };
  const COASTS = 12 - (ROAD_N / 1000) * 0.1;

  test('goes with the crank while the clutch holds', () => {
    expect(after(SECOND, { locked: true }, 210)).toBeCloseTo(12.6, 9);
  });

  // 60 N·m through second gear push with 1,000 N.
  test('is pushed by what slips through, less the road', () => {
    expect(after(SECOND, { loadNm: 60 })).toBeCloseTo(COASTS + 0.1, 9);
    expect(after({ ...SECOND, gear: 1 }, { loadNm: 30, vehicleMPerS: 0 })).toBeCloseTo(0.1, 9);
  });

  test('coasts in neutral or with the clutch pressed, whatever the crank does', () => {
    expect(after({ ...SECOND, gear: 0 }, { loadNm: 60 })).toBeCloseTo(COASTS, 9);
    expect(after({ ...SECOND, gear: 0 }, { loadNm: 60, locked: true })).toBeCloseTo(COASTS, 9);
    expect(after({ ...SECOND, clutch: 0 }, { loadNm: 60 })).toBeCloseTo(COASTS, 9);
  });

  test('stands when it is braked to a stop, and stays so in neutral', () => {
    expect(after({ gear: 0, clutch: 1, brake: 1 }, { vehicleMPerS: 0.5 })).toBe(0);
    expect(after({ gear: 0, clutch: 1, brake: 0 }, { vehicleMPerS: 0, loadNm: 50 })).toBe(0);
  });
});
