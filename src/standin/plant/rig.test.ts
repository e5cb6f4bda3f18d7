import { builtMetal } from '@tests/support/metal';
import { plantAtRest } from './plantState';
import { copiedRig, KPA_EACH_TURN } from './rig';
import { acrossKpa, inject, railGaugeKpa, stepSupply } from './supply';

const { metal, place } = builtMetal();
const follows = { ...metal, injector: { ...metal.injector, regulator: 'manifold' as const } };
const fixed = { ...metal, injector: { ...metal.injector, regulator: 'fixed' as const } };
const opening = { openingMs: 10, squirts: 1, secondOpeningMs: 0, lostShare: 0.1 };

function standing() {
  const state = plantAtRest(metal, place, 20, 12.6);
  state.railShare = 1;
  return state;
}

test('what is injected with the rail over vessels is in its own vessel, and nothing wets the engine', () => {
  const state = standing();
  state.rig.railLifted = true;
  const first = inject(follows, state, place, 2, opening);
  const second = inject(follows, state, place, 2, opening);
  expect(first).toBeGreaterThan(5);
  expect(Array.from(state.rig.caughtMg)).toEqual(
    metal.fuelShare.map((_, i) => (i === 1 ? first + second : 0)),
  );
  expect(state.totals.lostMg).toBeCloseTo(state.totals.injectedMg, 9);
  expect(Math.max(...state.filmMg, ...state.waitingMg)).toBe(0);
  state.rig.railLifted = false;
  inject(follows, state, place, 2, opening);
  expect(Math.max(...state.filmMg)).toBeGreaterThan(0);
  expect(state.rig.caughtMg[1]).toBeCloseTo(first + second, 9);
});

test('a turn of the regulator’s screw is 28 kPa, in or out', () => {
  const state = standing();
  const before = acrossKpa(follows, state, place);
  state.rig.regulatorTurns = 2.5;
  expect(acrossKpa(follows, state, place) - before).toBeCloseTo(2.5 * KPA_EACH_TURN, 9);
  state.rig.regulatorTurns = -1;
  expect(railGaugeKpa(follows, state, place)).toBeCloseTo(metal.injector.railGaugeKpa - 28, 6);
});

// 40 kPa under the air outside on its line: one that follows holds 40 kPa less, a fixed one does not know.
test('a hand pump on its line takes its vacuum off one that follows, and nothing off a fixed one', () => {
  const state = standing();
  const before = [follows, fixed].map((one) => railGaugeKpa(one, state, place));
  state.rig.regulatorLineKpa = place.barometricKpa - 40;
  expect(railGaugeKpa(follows, state, place) - (before[0] ?? 0)).toBeCloseTo(-40, 6);
  expect(railGaugeKpa(fixed, state, place)).toBe(before[1]);
});

// At 12 V a pump gives 12/13.5 of its flow, and what nobody takes comes back: 10 s of it.
test('what the regulator does not let into the rail comes back, once there is pressure', () => {
  const state = standing();
  state.batteryV = 12;
  for (let i = 0; i < 1000; i += 1) stepSupply(follows, state, place, true, 0.01);
  expect(state.rig.returnedMg / 1000).toBeCloseTo(10 * metal.pumpGPerS * (12 / 13.5), 6);
  const held = state.rig.returnedMg;
  stepSupply(follows, state, place, false, 0.01);
  expect(state.rig.returnedMg).toBe(held);
  state.railShare = 0.5;
  stepSupply(follows, state, place, true, 0.001);
  expect(state.rig.returnedMg).toBe(held);
});

test('a copy shares nothing with its original', () => {
  const state = standing();
  const copy = copiedRig(state.rig);
  copy.caughtMg[0] = 9;
  copy.railLifted = true;
  expect(state.rig).toMatchObject({ railLifted: false });
  expect(state.rig.caughtMg[0]).toBe(0);
});
