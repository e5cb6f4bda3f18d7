import { lookUpMap } from '@/core/numeric';
import { builtMetal } from '@tests/support/metal';
import { type Metal, plateOf } from './metal';
import { copiedPlant, isStanding, massMg, plantAtRest, REST_DEG } from './plantState';

const { metal, place } = builtMetal();
const four = builtMetal('pardela');

const firing = (...degrees: readonly number[]): Metal => ({
  ...metal,
  cylinders: degrees.length,
  firing: degrees.map((angleDeg, i) => ({ cylinder: i + 1, angleDeg })),
});

describe('an engine at rest', () => {
  // The crank rests at 200°: of 0, 120, 240 … the third fires next, 40° on.
  test('fires next where its crank comes by first', () => {
    expect(plantAtRest(metal, place, 20, 12)).toMatchObject({ nextFiring: 2, nextFiringTurns: 40 / 360 });
    expect(plantAtRest(firing(0, REST_DEG, 500), place, 20, 12)).toMatchObject({
      nextFiring: 2,
      nextFiringTurns: 300 / 360,
    });
    expect(plantAtRest(firing(30, 150), place, 20, 12)).toMatchObject({
      nextFiring: 0,
      nextFiringTurns: (30 + 720 - REST_DEG) / 360,
    });
  });

  // Of the charge drawn over 120° 80° are done: two thirds of 410 cm³ at its filling.
  test('has drawn of its next charge what its crank has come past', () => {
    const state = plantAtRest(metal, place, 20, 12);
    const filling = lookUpMap(metal.ve, 0, place.barometricKpa);
    const full = (filling / 100) * massMg(place.barometricKpa, metal.cylinderVolumeCm3 / 1000, state.chargeC);
    expect(state.drawnMg).toHaveLength(1);
    expect(state.drawnMg[0]).toBeCloseTo((full * 2) / 3, 6);
    expect(state.manifoldMg[0]).toBeCloseTo(massMg(place.barometricKpa, 4.2, state.chargeC), 6);
    expect(state.fillingPercent[0]).toBe(filling);
  });

  // Behind plates of their own a cycle is drawn over: they fire at 0, 540, 180 and 360° by number; 1 in 520°, 2 in 340°.
  test('behind plates of their own each cylinder has drawn its own part', () => {
    const state = plantAtRest(four.metal, four.place, 20, 12);
    const full =
      (lookUpMap(four.metal.ve, 0, four.place.barometricKpa) / 100) *
      massMg(four.place.barometricKpa, four.metal.cylinderVolumeCm3 / 1000, state.chargeC);
    const parts = Array.from(state.drawnMg, (mg) => mg / full);
    const toGo = [520, 340, 700, 160];
    parts.forEach((part, i) => expect(part).toBeCloseTo(1 - (toGo[i] ?? 0) / 720, 6));
    expect(state.manifoldMg).toHaveLength(4);
    expect(state.manifoldMg[3]).toBeCloseTo(massMg(four.place.barometricKpa, 0.9 / 4, state.chargeC), 6);
    const firesNow = {
      ...four.metal,
      firing: [{ cylinder: 1, angleDeg: REST_DEG }, ...four.metal.firing.slice(1)],
    };
    expect(plantAtRest(firesNow, four.place, 20, 12).drawnMg[0]).toBeCloseTo(0, 9);
  });

  test('stands, holds nothing, and is as warm as it was left', () => {
    const state = plantAtRest(metal, { ...place, airC: 20 }, 80, 12);
    expect(isStanding(state)).toBe(true);
    expect(state).toMatchObject({
      locked: false,
      coolantC: 80,
      oilC: 80,
      intakeC: 41,
      chargeC: 41,
      railC: 59,
    });
    expect(isStanding({ ...state, speedRpm: 1 })).toBe(false);
    expect(isStanding({ ...state, vehicleMPerS: 1 })).toBe(false);
  });
});

test('a copy shares no array with its original', () => {
  const state = plantAtRest(four.metal, four.place, 20, 12);
  const copy = copiedPlant(state);
  expect(copy).toEqual(state);
  for (const [key, value] of Object.entries(state)) {
    if (typeof value === 'object')
      expect([key, copy[key as keyof typeof copy] === value]).toEqual([key, false]);
  }
  expect(copy.lambda[0]).not.toBe(state.lambda[0]);
});

test('a cylinder breathes through its own plate, or the one there is', () => {
  expect([1, 4, 6].map((cylinder) => plateOf(metal, cylinder))).toEqual([0, 0, 0]);
  expect([1, 4].map((cylinder) => plateOf(four.metal, cylinder))).toEqual([0, 3]);
});
