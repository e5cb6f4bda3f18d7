import { flowFunction, throttleFlowGPerS } from '@/core/air';
import { lookUpMap } from '@/core/numeric';
import { builtMetal } from '@tests/support/metal';
import fc from 'fast-check';
import { drawingDeg, plateShare, stepAir, stepChargeTemperature, stepFilling } from './air';
import { flowBetween } from './flowTable';
import { copiedPlant, manifoldKpa, plantAtRest, pressureKpa } from './plantState';

const { metal, place } = builtMetal();

describe('flow through an opening', () => {
  const flow = { gPerS: 0, perKpa: 0 };

  test('10 mm², 101.325 kPa, 293.15 K, choked: 2.3917 g/s, and no slope', () => {
    flowBetween(10, 101.325, 293.15, 40, 300, flow);
    expect(flow.gPerS).toBeCloseTo(2.3917, 4);
    expect(flow.perKpa).toBeCloseTo(0, 12);
  });

  test('the flow function is 0.6847 choked, 0 at equal pressure, and never rises or steps', () => {
    expect(flowFunction(0.2)).toBeCloseTo(0.6847, 4);
    expect(flowFunction(1)).toBe(0);
    let before = flowFunction(0);
    for (let ratio = 0; ratio <= 1.001; ratio += 0.001) {
      const now = flowFunction(ratio);
      expect(now).toBeLessThanOrEqual(before + 1e-12);
      expect(before - now).toBeLessThan(0.02);
      before = now;
    }
  });

  const kpa = fc.double({ min: 15, max: 250, noNaN: true });

  test('is the formula’s within a ten-thousandth, at any two pressures', () => {
    fc.assert(
      fc.property(kpa, kpa, (before, behind) => {
        flowBetween(100, before, 290, behind, 290, flow);
        const forward = throttleFlowGPerS(100, before, 290, behind);
        const back = throttleFlowGPerS(100, behind, 290, before);
        expect(flow.gPerS).toBeCloseTo(before >= behind ? forward : -back, 3);
      }),
    );
  });

  test('turned round it flows back as much, and its slope is that of the chord', () => {
    fc.assert(
      fc.property(kpa, kpa, (one, other) => {
        flowBetween(100, one, 290, other, 290, flow);
        const there = flow.gPerS;
        const slope = flow.perKpa;
        flowBetween(100, other, 290, one, 290, flow);
        expect(flow.gPerS).toBeCloseTo(-there, 9);
        expect(slope).toBeLessThanOrEqual(0);
        flowBetween(100, one, 290, other + 1e-6, 290, flow);
        // At the corners of the table the slope changes within the step.
        if (Math.abs(one - other) > 0.1)
          expect(Math.abs((flow.gPerS - there) / 1e-6 - slope)).toBeLessThan(0.35);
      }),
    );
  });
});

test('a plate opens from nothing to all, slowly at first', () => {
  expect(plateShare(0)).toBe(0);
  expect(plateShare(-3)).toBe(0);
  expect(plateShare(100)).toBeCloseTo(1, 12);
  expect(plateShare(140)).toBeCloseTo(1, 12);
  // 6° + 0.5 · 84° = 48°: 1 − cos 48° / cos 6° = 0.3272.
  expect(plateShare(50)).toBeCloseTo(0.3272, 4);
  for (let percent = 1; percent <= 100; percent += 1)
    expect(plateShare(percent)).toBeGreaterThan(plateShare(percent - 1));
});

describe('air behind the plates', () => {
  const opening = fc.record({
    share: fc.double({ min: 0, max: 1, noNaN: true }),
    idleMm2: fc.double({ min: 0, max: 60, noNaN: true }),
  });

  test('is conserved to the last digit, on a manifold as small and a plate as wide as you like', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.02, max: 8, noNaN: true }),
        fc.array(fc.tuple(opening, fc.double({ min: 0, max: 0.4, noNaN: true })), {
          minLength: 5,
          maxLength: 60,
        }),
        fc.constantFrom('ventisca' as const, 'pardela' as const),
        (manifoldVolumeL, steps, id) => {
          const built = builtMetal(id);
          const small = { ...built.metal, manifoldVolumeL };
          const state = plantAtRest(small, built.place, 80, 13);
          state.speedRpm = 3000;
          const stored = () => [...state.manifoldMg].reduce((sum, mg) => sum + mg, 0);
          const drawn = () => [...state.drawnMg].reduce((sum, mg) => sum + mg, 0);
          const [storedBefore, drawnBefore] = [stored(), drawn()];
          for (const [plate, share] of steps) {
            stepAir(small, state, plate, share, 0.001);
            const kpa = manifoldKpa(small, state);
            expect(kpa).toBeGreaterThan(0);
            expect(kpa).toBeLessThanOrEqual(built.place.barometricKpa * 1.0001);
          }
          const came = state.totals.airInMg;
          expect(stored() - storedBefore + drawn() - drawnBefore).toBeCloseTo(came, 6);
        },
      ),
      { numRuns: 60 },
    );
  });

  test('comes to where what flows in is what is drawn, at one temperature', () => {
    const state = plantAtRest(metal, place, 80, 13);
    Object.assign(state, { speedRpm: 1500, chargeC: 40 });
    const plate = { share: 0, idleMm2: 20 };
    // A sixth of 720° is 120°: at 1500 rev/min 9° a millisecond.
    for (let i = 0; i < 4000; i += 1) {
      stepFilling(metal, state);
      stepAir(metal, state, plate, 9 / 120, 0.001);
    }
    const kpa = manifoldKpa(metal, state);
    const area = (metal.throttle.stopMm2[0] ?? 0) + 20;
    const inGPerS = throttleFlowGPerS(area, place.barometricKpa, state.intakeC + 273.15, kpa);
    const cylinder = metal.firing[state.nextFiring]?.cylinder ?? 1;
    const ve = (lookUpMap(metal.ve, 1500, kpa) / 100) * (metal.airShare[cylinder - 1] ?? 1);
    const outGPerS = ((ve * kpa * 6 * metal.cylinderVolumeCm3) / (287.05 * 313.15)) * (1500 / 120);
    expect(outGPerS / inGPerS).toBeCloseTo(1, 4);
  });

  test('a step of nothing changes nothing', () => {
    const state = plantAtRest(metal, place, 80, 13);
    const before = JSON.stringify(copiedPlant(state));
    stepAir(metal, state, { share: 1, idleMm2: 0 }, 0, 0);
    expect(JSON.stringify(state)).toBe(before);
  });

  test('pressure and mass: 4.2 L at 80 kPa and 20 °C hold 3.993 g', () => {
    expect(pressureKpa(3993, 4.2, 20)).toBeCloseTo(80, 1);
  });
});

describe('one step by hand', () => {
  const four = builtMetal('pardela');

  test('one plate is drawn from in turns, plates of their own all the cycle', () => {
    expect(drawingDeg(metal, [120, 110, 130, 120, 120, 120], 2)).toBe(130);
    expect(drawingDeg(four.metal, [180, 180, 180, 180], 2)).toBe(720);
  });

  // 14.6 + 0.1·2960 + 20 mm² at 80.5 kPa into a manifold at 30 kPa, choked: for a microsecond that is what flows.
  test('an opening is stop, plate and idle path, and flows as the formula has it', () => {
    const state = plantAtRest(metal, place, 20, 13);
    Object.assign(state, { boostKpa: 80.5, intakeC: 10 });
    state.plateFlowGPerS[0] = 2;
    state.manifoldMg[0] = (state.manifoldMg[0] ?? 0) * (30 / place.barometricKpa);
    stepAir(metal, state, { share: 0.1, idleMm2: 20 }, 0, 1e-6);
    const flow = throttleFlowGPerS(14.6 + 296 + 20, 80.5, 283.15, 30);
    expect(state.totals.airInMg / 1e-6 / 1000).toBeCloseTo(flow, 2);
    expect(state.airFlowGPerS).toBeCloseTo(2 + (flow - 2) * (1e-6 / 0.02), 6);
    expect(state.drawnMg[0]).toBeGreaterThan(0);
  });

  test('the smoothed flow is all of it after its time constant or longer', () => {
    const state = plantAtRest(metal, place, 20, 13);
    state.plateFlowGPerS[0] = 7;
    stepAir(metal, state, { share: 0.1, idleMm2: 0 }, 0.5, 0.05);
    expect(state.airFlowGPerS).toBeCloseTo(state.totals.airInMg / 0.05 / 1000, 9);
  });

  test('an idle path is shared by all plates, and each plate feeds its own cylinder', () => {
    const { metal: own, place: there } = four;
    const odd = { ...own, airShare: [1.2, 1, 1, 0.8] };
    const state = plantAtRest(odd, there, 20, 13);
    state.manifoldMg.forEach((mg, i) => (state.manifoldMg[i] = mg * 0.3));
    state.drawnMg.fill(0);
    const before = state.manifoldMg[0] ?? 0;
    stepAir(odd, state, { share: 0, idleMm2: 40 }, 0.001, 1e-6);
    const flows = odd.throttle.stopMm2.map((stop) =>
      throttleFlowGPerS(stop + 10, state.boostKpa, state.intakeC + 273.15, 0.3 * there.barometricKpa),
    );
    expect(state.totals.airInMg / 1e-6 / 1000).toBeCloseTo(
      flows.reduce((sum, flow) => sum + flow, 0),
      2,
    );
    // A thousandth of its charge: filling · part · swept volume over the volume it is drawn from.
    const share =
      ((state.fillingPercent[0] ?? 0) / 100) * (odd.cylinderVolumeCm3 / 1000 / (odd.manifoldVolumeL / 4));
    expect(state.drawnMg[0]).toBeCloseTo(before * share * 1.2 * 0.001, 3);
    expect((state.drawnMg[3] ?? 0) / (state.drawnMg[0] ?? 1)).toBeCloseTo(0.8 / 1.2, 3);
  });

  test('a manifold above the pressure before its plate flows back, and not past it', () => {
    const state = plantAtRest(metal, place, 20, 13);
    state.boostKpa = 60;
    stepAir(metal, state, { share: 1, idleMm2: 0 }, 0, 0.2);
    expect(manifoldKpa(metal, state)).toBeCloseTo(60, 6);
    expect(state.totals.airInMg).toBeLessThan(0);
    state.boostKpa = 90;
    stepAir(metal, state, { share: 1, idleMm2: 0 }, 0, 0.2);
    expect(manifoldKpa(metal, state)).toBeCloseTo(90, 6);
  });

  // At idle flow 0.45, half of which this engine has: 10 + 0.225·(80 − 10); at full flow 0.05 of it.
  test('slow air is heated on its way, fast air hardly, and as much as the engine heats', () => {
    const at = (speedRpm: number, kpa: number, heating: number) => {
      const state = plantAtRest(metal, place, 80, 13);
      Object.assign(state, { speedRpm, intakeC: 10 });
      state.manifoldMg[0] = (state.manifoldMg[0] ?? 0) * (kpa / place.barometricKpa);
      stepChargeTemperature({ ...metal, heating }, state);
      return state.chargeC;
    };
    expect(at(300, 30, 1)).toBeCloseTo(10 + 0.45 * 70, 6);
    expect(at(300, 30, 0.5)).toBeCloseTo(10 + 0.225 * 70, 6);
    expect(at(300, 30, 0)).toBe(10);
    // 4000 rev/min at 80 kPa take about 97 of 255 g/s: between 0.22 and 0.11.
    expect(at(4000, 80, 1)).toBeGreaterThan(10 + 0.11 * 70);
    expect(at(4000, 80, 1)).toBeLessThan(10 + 0.22 * 70);
  });

  test('each plate fills by its own pressure', () => {
    const { metal: own, place: there } = four;
    const state = plantAtRest(own, there, 20, 13);
    state.speedRpm = 3000;
    state.manifoldMg[1] = (state.manifoldMg[1] ?? 0) * 0.4;
    stepFilling(own, state);
    expect(state.fillingPercent[0]).toBeCloseTo(lookUpMap(own.ve, 3000, there.barometricKpa), 6);
    expect(state.fillingPercent[1]).toBeCloseTo(lookUpMap(own.ve, 3000, 0.4 * there.barometricKpa), 6);
    expect(state.fillingPercent).toHaveLength(4);
  });
});
