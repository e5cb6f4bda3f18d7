import { builtMetal } from '@tests/support/metal';
import { plateShare, stepAir } from './air';
import { AS_THEY_CAME, EACH_TURN, plateAdds } from './plates';
import { copiedPlant, plantAtRest } from './plantState';

const { metal, place } = builtMetal('pardela');
const adds = (screws: Partial<typeof AS_THEY_CAME>, pedal = 0, of = metal) => {
  const out = new Float64Array(4);
  plateAdds(of, { ...AS_THEY_CAME, ...screws }, pedal, out);
  return [...out];
};

test('as it came nothing is added, at any pedal', () => {
  for (const pedal of [0, 3, 40, 100]) expect(adds({}, pedal)).toEqual([0, 0, 0, 0]);
});

// 2 turns · 1.2 mm² = 2.4; one turn of the stop of all 1.5 at each.
test('an air screw opens its own throttle, the stop all of them', () => {
  expect(adds({ airScrewTurns: [0, 2] })).toEqual([0, 2.4, 0, 0]);
  expect(adds({ idleStopTurns: 1 })).toEqual([1.5, 1.5, 1.5, 1.5]);
  expect(adds({ airScrewTurns: [-1], idleStopTurns: 1 })[0]).toBeCloseTo(0.3, 12);
});

test('a rod moves nothing on the stop, its play over the first of the pedal, and all of it beyond', () => {
  expect(adds({ rodTurns: [1] }, 0)[0]).toBe(0);
  const moved = (pedal: number, by: number) =>
    metal.throttle.fullMm2 * (plateShare(pedal + by) - plateShare(pedal));
  expect(adds({ rodTurns: [1] }, 2.5)[0]).toBeCloseTo(moved(2.5, EACH_TURN.rodPercent / 2), 9);
  expect(adds({ rodTurns: [1] }, 20)).toEqual([expect.closeTo(moved(20, EACH_TURN.rodPercent), 9), 0, 0, 0]);
});

test('a rod that is off is put right by as many turns the other way', () => {
  const odd = { ...metal, throttle: { ...metal.throttle, rodPercent: [0, 0.6, -1.2, 0] } };
  expect(adds({}, 20, odd)[1]).toBeGreaterThan(0);
  expect(adds({}, 20, odd)[2]).toBeLessThan(0);
  for (const rest of adds({ rodTurns: [0, -1, 2, 0] }, 20, odd)) expect(rest).toBeCloseTo(0, 9);
});

test('what is added flows, no screw shuts a throttle more than shut, and a copy shares nothing', () => {
  const flows = (mm2: number) => {
    const state = plantAtRest(metal, place, 80, 12.6);
    state.manifoldMg.fill((state.manifoldMg[0] ?? 0) / 2);
    state.rig.plateAddsMm2[1] = mm2;
    for (let i = 0; i < 200; i += 1) stepAir(metal, state, { share: 0, idleMm2: 0 }, 0.001, 1e-5);
    return [...state.plateFlowGPerS];
  };
  const [even, more, shut, further] = [flows(0), flows(2), flows(-50), flows(-80)];
  expect((more[1] ?? 0) / (even[1] ?? 1)).toBeGreaterThan(1.3);
  expect(more[0]).toBe(even[0]);
  expect(shut).toEqual(further);
  expect(shut[1]).toBeGreaterThan(0);
  const state = plantAtRest(metal, place, 80, 12.6);
  copiedPlant(state).rig.plateAddsMm2[0] = 9;
  expect(state.rig.plateAddsMm2[0]).toBe(0);
});
