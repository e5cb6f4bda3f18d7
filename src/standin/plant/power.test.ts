import { frictionKpa, torqueNm } from '@/core/engine';
import { builtMetal } from '@tests/support/metal';
import fc from 'fast-check';
import { chargedAirC, stepCharger } from './charger';
import { type CrankLoad, dragTorqueNm, RPM_PER_RAD_S, stepCrank } from './crank';
import { driveTorqueNm, gearRatio } from './drivetrain';
import { starterTorqueNm, stepElectrics } from './electrics';
import { knockOf, selfIgnitionMs } from './knock';
import { manifoldKpa, plantAtRest } from './plantState';
import { bestSparkDeg, efficiency, freedShare, sparkShare, thinShare } from './work';

const { metal, place } = builtMetal();
const FREE: CrankLoad = { starterNm: 0, gear: 0, clutch: 1, brake: 0, holdRpm: null };

function turning(speedRpm: number) {
  const state = plantAtRest(metal, place, 80, 13);
  state.speedRpm = speedRpm;
  state.nextFiringTurns = 1e9;
  return state;
}

describe('work of a charge', () => {
  test('frees most a little rich, half at 0.45, and less the leaner it is', () => {
    expect(freedShare(0.885)).toBe(1);
    expect(freedShare(0.92)).toBeCloseTo(0.998, 9);
    expect(freedShare(0.45)).toBeCloseTo(0.5, 9);
    expect(freedShare(1)).toBeCloseTo(0.965, 9);
    for (let lambda = 0.89; lambda < 1.7; lambda += 0.01) {
      expect(freedShare(lambda + 0.01)).toBeLessThan(freedShare(lambda));
    }
    for (let lambda = 0.4; lambda < 0.84; lambda += 0.01) {
      expect(freedShare(lambda + 0.01)).toBeGreaterThan(freedShare(lambda));
    }
  });

  // 0.6 of vacuum, a tenth of lambda off: 0.6 · 0.05 · 1/2.5 = 0.012; two tenths: 0.6 · 0.05 · 4/5.5 = 0.02182.
  test('a thin charge burns best at its own mixture, and a full one at any', () => {
    expect(thinShare(0.9, 0.9, 0.4)).toBe(1);
    expect(thinShare(1, 0.9, 0.4)).toBeCloseTo(0.988, 9);
    expect(thinShare(0.8, 0.9, 0.4)).toBeCloseTo(0.988, 9);
    expect(thinShare(1.1, 0.9, 0.4)).toBeCloseTo(1 - 0.12 / 5.5, 9);
    expect(thinShare(1.4, 0.9, 1)).toBe(1);
    expect(thinShare(1.4, 0.9, 1.6)).toBe(1);
    expect(thinShare(9, 0.9, 0)).toBeGreaterThan(0.95);
  });

  // 1 − 9.2^−0.3 = 0.4861; · 0.72 · 0.78 at rest, · 0.72 from 1500 rev/min on.
  test('of the heat, an ideal cycle’s share of 9.2:1, less when slow', () => {
    expect(efficiency(metal, 0)).toBeCloseTo(0.4861 * 0.72 * 0.78, 4);
    expect(efficiency(metal, 1500)).toBeCloseTo(0.4861 * 0.72, 4);
    expect(efficiency(metal, 6000)).toBeCloseTo(0.4861 * 0.72, 4);
  });

  test('is most at the best spark, and falls with the square of what it is off', () => {
    expect(bestSparkDeg(3000, 1)).toBe(28);
    expect(bestSparkDeg(200, 1)).toBeCloseTo(8.8, 9);
    expect(bestSparkDeg(3000, 0.5)).toBe(32);
    expect(sparkShare(0, 2000)).toBe(1);
    expect(sparkShare(-20, 2000)).toBeCloseTo(0.76, 9);
    expect(sparkShare(-60, 2000)).toBe(0);
    expect(sparkShare(60, 2000)).toBeCloseTo(0, 12);
  });

  test('too early while cranking pushes back, too late only gives nothing', () => {
    expect(sparkShare(30, 200)).toBeLessThan(-0.2);
    expect(sparkShare(60, 200)).toBeGreaterThanOrEqual(-1);
    expect(sparkShare(-60, 200)).toBe(0);
  });
});

describe('knock', () => {
  test('octane 98, 40 atm, 800 K: 3.606 ms', () => {
    expect(selfIgnitionMs(98, 40, 800)).toBeCloseTo(3.606, 3);
  });

  // 680 mg at 60 °C start at 158.6 kPa; with the best spark of 28° the peak is 58.8 atm and 801 K: 1.921 ms of 2.222 at 3000.
  test('680 mg at 60 °C with the best spark at 3000 rev/min: 0.157; none for want of air, or at rest', () => {
    expect(knockOf(metal, 680, 60, 28, 3000, 2)).toBeCloseTo(0.1565, 4);
    expect(knockOf(metal, 50, 500, 60, 100, 2)).toBe(0);
    expect(knockOf(metal, 680, 60, 28, 0, 2)).toBe(0);
  });

  test('comes with spark, boost, heat and low speed, and not at idle', () => {
    const at = (airMg: number, chargeC: number, spark: number, rpm: number) =>
      knockOf(metal, airMg, chargeC, spark, rpm, 2);
    expect(at(100, 40, 15, 1000)).toBe(0);
    const boosted = at(680, 60, 30, 3500);
    expect(boosted).toBeGreaterThan(0.2);
    expect(at(680, 60, 20, 3500)).toBeLessThan(boosted);
    expect(at(600, 60, 30, 3500)).toBeLessThan(boosted);
    expect(at(680, 30, 30, 3500)).not.toBe(boosted);
    expect(at(680, 60, 30, 7000)).toBeLessThan(boosted);
  });
});

describe('friction', () => {
  test('(70 + 12·1)·1.03 + 1.9 = 86.36 kPa hot at 1000 rev/min; 40 more cranking, gone by 450', () => {
    expect(frictionKpa(1000, 1.03)).toBeCloseTo(86.36, 9);
    expect(frictionKpa(210, 1) - (70 + 12 * 0.21 + 1.9 * 0.21 ** 2)).toBeCloseTo(40, 9);
    expect(frictionKpa(450, 1)).toBeCloseTo(70 + 12 * 0.45 + 1.9 * 0.45 ** 2, 9);
  });

  test('250 kPa over 2460.5 cm³ is 48.95 N·m', () => {
    expect(torqueNm(250, 2460.5)).toBeCloseTo(48.95, 2);
  });

  test('more compression is harder to crank, and no harder to run', () => {
    const squeezed = { ...metal, compressionRatio: 12 };
    expect(dragTorqueNm(squeezed, turning(200), 80)).toBeGreaterThan(
      dragTorqueNm(metal, turning(200), 80) + 1,
    );
    expect(dragTorqueNm(squeezed, turning(900), 80)).toBeCloseTo(dragTorqueNm(metal, turning(900), 80), 9);
  });
});

describe('starter and battery', () => {
  test('a starter gives less the faster it turns, and less with less voltage', () => {
    for (const rpm of [0, 100, 200, 300]) {
      expect(starterTorqueNm(metal, rpm, 9)).toBeGreaterThanOrEqual(starterTorqueNm(metal, rpm + 50, 9));
      expect(starterTorqueNm(metal, rpm, 9)).toBeGreaterThanOrEqual(starterTorqueNm(metal, rpm, 8));
    }
    expect(starterTorqueNm(metal, 50, 0)).toBe(0);
    expect(starterTorqueNm(metal, 50, -1)).toBe(0);
  });

  // 60 + 100·2.4605 = 306.05 N·m at rest with 9.5 V; at half that voltage half of it, and nothing from 134 rev/min on.
  test('a starter for 2.46 L stalls at 306 N·m', () => {
    expect(starterTorqueNm(metal, 0, 9.5)).toBeCloseTo(306.05, 1);
    expect(starterTorqueNm(metal, 134, 9.5)).toBeCloseTo(153.03, 1);
    expect(starterTorqueNm(metal, 67, 4.75)).toBeCloseTo(306.05 / 4, 1);
    expect(starterTorqueNm(metal, 140, 4.75)).toBe(0);
  });

  const settled = (restV: number, coolantC: number, speedRpm: number, starterNm: number, loadsA: number) => {
    const state = { ...turning(speedRpm), coolantC };
    for (let i = 0; i < 8000; i += 1) stepElectrics(metal, state, starterNm, restV, loadsA, 0.001);
    return state;
  };

  test('sags under the starter, more when cold and when weak', () => {
    const volts = (restV: number, coolantC: number) => settled(restV, coolantC, 200, 60, 0).batteryV;
    expect(volts(12.6, 20)).toBeLessThan(10.5);
    expect(volts(12.6, -20)).toBeLessThan(volts(12.6, 20) - 0.5);
    expect(12.6 - volts(12.6, 20)).toBeLessThan(11.6 - volts(11.6, 20));
  });

  // Six litres: half of 20 mΩ. Off, with 100 A: 12.6 − (100 + 3 + 6) · 0.02 · 3/6.
  test('a larger engine has a larger battery, from three litres on', () => {
    const sag = (cylinderVolumeCm3: number) => {
      const state = plantAtRest({ ...metal, cylinderVolumeCm3 }, place, 80, 12.6);
      for (let i = 0; i < 8000; i += 1)
        stepElectrics({ ...metal, cylinderVolumeCm3 }, state, 0, 12.6, 100, 0.001);
      return state.batteryV;
    };
    expect(sag(1000)).toBeCloseTo(12.6 - 109 * 0.02 * 0.5, 3);
    expect(sag(500)).toBeCloseTo(12.6 - 109 * 0.02, 3);
    expect(sag(100)).toBeCloseTo(12.6 - 109 * 0.02, 3);
  });

  test('the alternator holds 14.1 V with what it can carry, and takes torque for it', () => {
    const running = settled(12.6, 20, 2500, 0, 20);
    expect(running.batteryV).toBeCloseTo(14.1, 2);
    // 29 A · 14.1 V / 0.55 at 261.8 rad/s: 2.84 N·m.
    expect(running.alternatorNm).toBeCloseTo(2.84, 2);
    expect(settled(12.6, 20, 700, 0, 60).batteryV).toBeLessThan(13.5);
    expect(settled(12.6, 20, 0, 0, 0).alternatorNm).toBe(0);
  });

  // At rest: 9 + 41 A over 20 mΩ. At 1175 rev/min it gives 57.5 A; 9 + 70 A are 21.5 too many, over twice 20 mΩ.
  test('what is drawn and not given pulls the voltage down by the battery’s resistance', () => {
    expect(settled(12.6, 20, 0, 0, 41).batteryV).toBeCloseTo(12.6 - 50 * 0.02, 6);
    expect(settled(12.6, 20, 1175, 0, 70).batteryV).toBeCloseTo(14.1 - 21.5 * 0.04, 3);
    expect(settled(12.6, 20, 1175, 0, 40).batteryV).toBeCloseTo(14.1, 3);
    expect(settled(0, 20, 0, 0, 0).batteryV).toBeCloseTo(0, 9);
  });

  test('no alternator charges while the starter draws, or before 550 rev/min', () => {
    expect(settled(12.6, 20, 700, 30, 0).alternatorNm).toBe(0);
    expect(settled(12.6, 20, 550, 0, 0).alternatorNm).toBe(0);
    expect(settled(12.6, 20, 551, 0, 0).alternatorNm).toBeGreaterThan(0);
  });

  // A hundredth of a second against 0.06 s alone and 0.8 s with the alternator.
  test('voltage follows in first order: quickly down, slowly up', () => {
    const after = (speedRpm: number, loadsA: number) => {
      const state = { ...turning(speedRpm), coolantC: 20, batteryV: 12 };
      stepElectrics(metal, state, 0, 12.6, loadsA, 0.01);
      return state.batteryV;
    };
    expect(after(0, 41)).toBeCloseTo(12 - 0.4 / 6, 6);
    expect(after(2500, 0)).toBeCloseTo(12 + 2.1 / 80, 6);
  });
});

describe('crank', () => {
  test('what torque does to it is what its speed says: ½Jω² is the work of gas and starter less drag and load', () => {
    const loads = fc.record({
      gas: fc.double({ min: -100, max: 400, noNaN: true }),
      starterNm: fc.double({ min: 0, max: 200, noNaN: true }),
      holdRpm: fc.option(fc.integer({ min: 500, max: 7000 })),
    });
    fc.assert(
      fc.property(fc.integer({ min: 800, max: 6000 }), fc.array(loads, { maxLength: 40 }), (speed, list) => {
        const state = turning(speed);
        const energy = () => 0.5 * metal.inertiaKgM2 * (state.speedRpm / RPM_PER_RAD_S) ** 2;
        const before = energy();
        let gasJ = 0;
        for (const { gas, starterNm, holdRpm } of list) {
          if (state.speedRpm < 300) return;
          state.gasTorqueNm = gas;
          const from = state.turns;
          stepCrank(metal, state, { ...FREE, starterNm, holdRpm }, 60, 0.001);
          gasJ += gas * (state.turns - from) * 2 * Math.PI;
        }
        const { starterJ, dragJ, loadJ } = state.totals;
        expect(energy() - before).toBeCloseTo(gasJ + starterJ - dragJ - loadJ, 6);
      }),
    );
  });

  test('stops at the angle of the next firing, at the time it takes to get there', () => {
    const state = turning(6000);
    state.nextFiringTurns = 0.03;
    const passed = stepCrank(metal, state, { ...FREE, holdRpm: 6000 }, 60, 0.001);
    // 100 turns a second: 0.03 turns take 0.3 ms.
    expect(passed).toBeCloseTo(0.0003, 9);
    expect(state.turns).toBe(0.03);
  });

  test('drag brings it to rest and never turns it back', () => {
    const state = turning(20);
    for (let i = 0; i < 300; i += 1) expect(stepCrank(metal, state, FREE, 80, 0.001)).toBeGreaterThan(0);
    expect(state.speedRpm).toBe(0);
    expect(state.gasTorqueNm).toBe(0);
  });

  test('on a brake the wheels are off the crank: the car stands, whatever gear is in, and coasts if it rolled', () => {
    const state = turning(3000);
    state.gasTorqueNm = 250;
    const braked = { ...FREE, gear: 2, holdRpm: 3000 };
    for (let i = 0; i < 200; i += 1) stepCrank(metal, state, braked, 90, 0.001);
    expect(state.vehicleMPerS).toBe(0);
    Object.assign(state, { vehicleMPerS: 10, locked: true });
    for (let i = 0; i < 200; i += 1) stepCrank(metal, state, braked, 90, 0.001);
    expect(state.locked).toBe(false);
    expect(state.vehicleMPerS).toBeLessThan(10);
    expect(state.vehicleMPerS).toBeGreaterThan(9.5);
  });

  test('a brake holds its speed to the revolution, pulling or pushing', () => {
    const state = turning(2000);
    state.gasTorqueNm = 250;
    for (let i = 0; i < 200; i += 1) stepCrank(metal, state, { ...FREE, holdRpm: 3000 }, 90, 0.001);
    expect(state.speedRpm).toBeCloseTo(3000, 0);
    expect(state.loadNm).toBeGreaterThan(100);
  });
});

describe('wheels', () => {
  const worked = { ...metal, inertiaKgM2: 0.19, vehicle: { ...metal.vehicle, tyreRadiusM: 0.31 } };

  test('in fourth the crank turns 0.19 + 980 · 0.31² / 5.148² = 3.744 kg·m²', () => {
    const state = turning(3000);
    state.vehicleMPerS = ((3000 / RPM_PER_RAD_S) * 0.31) / 5.148;
    expect(driveTorqueNm(worked, state, { gear: 4, clutch: 1, brake: 0 }, 100).inertiaKgM2).toBeCloseTo(
      3.744,
      3,
    );
    expect(state.locked).toBe(true);
  });

  test('620 rev/min a second on those needs 243.1 N·m', () => {
    expect((3.744 * 620) / RPM_PER_RAD_S).toBeCloseTo(243.1, 1);
  });

  test('neutral and a pressed clutch take nothing; there is no sixth gear', () => {
    const state = turning(3000);
    for (const drive of [
      { gear: 0, clutch: 1, brake: 0 },
      { gear: 3, clutch: 0, brake: 0 },
      { gear: 6, clutch: 1, brake: 0 },
    ]) {
      expect(driveTorqueNm(metal, state, drive, 100)).toEqual({
        torqueNm: 0,
        inertiaKgM2: metal.inertiaKgM2,
      });
    }
    expect(gearRatio(metal, 6)).toBe(0);
  });

  test('a slipping clutch pulls the car along and lets the engine down, no harder than it carries', () => {
    const state = turning(4000);
    const { torqueNm: taken } = driveTorqueNm(metal, state, { gear: 1, clutch: 0.5, brake: 0 }, 200);
    expect(state.locked).toBe(false);
    expect(taken).toBeCloseTo(160 * 2.4605 * 0.5, 1);
  });
});

describe('charger', () => {
  const at = (speedRpm: number, wide: boolean) => {
    const state = turning(speedRpm);
    if (!wide) state.manifoldMg[0] = (state.manifoldMg[0] ?? 0) * 0.5;
    state.airFlowGPerS = 150;
    for (let i = 0; i < 200; i += 1) stepCharger(metal, state, place, 0.01);
    return state;
  };

  test('on a belt rises with speed up to its bypass, and not with the throttle shut', () => {
    expect(at(3700, true).boostKpa).toBeCloseTo(place.barometricKpa * 1.525, 1);
    expect(at(7400, true).boostKpa).toBeCloseTo(163, 1);
    expect(at(7400, false).boostKpa).toBeCloseTo(place.barometricKpa, 6);
    expect(at(7400, true).chargerNm).toBeGreaterThan(5);
    expect(at(7400, false).chargerNm).toBe(0);
  });

  test('in the exhaust follows the flow, later, and holds it back', () => {
    const turbo = {
      ...metal,
      charger: { drive: 'exhaust', pressureRatio: 2, topSpeedRpm: 7000, limitKpa: 150, cooled: 0.7 },
    } as const;
    const state = turning(4000);
    state.airFlowGPerS = 200;
    stepCharger(turbo, state, place, 0.1);
    const soon = state.boostKpa;
    for (let i = 0; i < 300; i += 1) stepCharger(turbo, state, place, 0.01);
    expect(soon).toBeLessThan(state.boostKpa - 10);
    expect(state.boostKpa).toBeCloseTo(150, 1);
    expect(state.backKpa).toBeGreaterThan(place.barometricKpa + 0.8 * (150 - place.barometricKpa));
  });

  // 283.15 · (2^0.2857 − 1) / 0.62 = 100.0 K, of which the cooler leaves 28 %.
  test('heats the air it presses, and a cooler takes most of it away', () => {
    expect(chargedAirC(metal, 2 * place.barometricKpa, place)).toBeCloseTo(10 + 100 * 0.28, 0);
    expect(chargedAirC({ ...metal, charger: null }, 200, place)).toBe(10);
  });
});

test('a sensor line joins all plates', () => {
  const four = builtMetal('pardela');
  const state = plantAtRest(four.metal, four.place, 20, 12);
  state.manifoldMg[0] = 0;
  expect(manifoldKpa(four.metal, state)).toBeCloseTo(0.75 * four.place.barometricKpa, 6);
});
