import type { EcuProgram } from '@/core/program';
import { SILENT } from '../harness/teeth';
import { builtMetal } from '@tests/support/metal';
import { carAtRest, type CarState } from './carState';
import { loadsA, stepPower } from './power';

const { metal, place } = builtMetal();
/** A program without inputs, outputs and corrections: an engine computer that remembers nothing. */
const PROGRAM = {
  inputs: [],
  outputs: [],
  corrections: [],
  overrun: null,
  closedLoop: null,
  learned: null,
  knock: null,
  acceleration: { thresholdPercentPerS: 0, deadBandPercent: 0, decayTurns: 1 },
} as unknown as EcuProgram;
const TEETH = { crank: SILENT, cam: SILENT };

function car(volts: number, part: Partial<CarState> = {}): CarState {
  const state = carAtRest(PROGRAM, { engine: metal, sensorFaults: {} }, TEETH, {
    coolantC: 20,
    batteryV: 12,
    surroundings: place,
    seed: 1,
  });
  state.controls.key = true;
  state.plant.batteryV = volts;
  state.plant.timeS = 4;
  state.plant.turns = 3;
  return Object.assign(state, part);
}

const on = (volts: number) => car(volts, { power: { on: true, sinceS: 1, resets: 2 }, primed: true });

describe('power of the engine computer', () => {
  test('comes with the key from 6.6 V on, knowing nothing', () => {
    const state = car(6.6, { primed: true });
    const before = state.ecu;
    stepPower(PROGRAM, metal, state);
    expect(state.power).toEqual({ on: true, sinceS: 4, resets: 0 });
    expect(state.ecu).not.toBe(before);
    expect([state.primed, state.timing]).toEqual([false, null]);
    const low = car(6.5);
    stepPower(PROGRAM, metal, low);
    expect(low.power.on).toBe(false);
    const locked = car(12);
    locked.controls.key = false;
    stepPower(PROGRAM, metal, locked);
    expect(locked.power.on).toBe(false);
  });

  test('a supply that breaks lets go for the last quarter of a second of its time, each of which is a reset', () => {
    const breaking = { ...metal, supplyBreaksEveryS: 7 };
    const at = (timeS: number) => {
      const state = on(12);
      state.plant.timeS = timeS;
      stepPower(PROGRAM, breaking, state);
      return [state.power.on, state.power.resets];
    };
    expect(at(6.7)).toEqual([true, 2]);
    expect(at(6.8)).toEqual([false, 3]);
    expect(at(7.01)).toEqual([true, 2]);
    expect(at(13.9)).toEqual([false, 3]);
  });

  test('lasts down to 6 V; below it goes out with all it drives, which counts as a reset', () => {
    const holds = on(6);
    const before = holds.ecu;
    stepPower(PROGRAM, metal, holds);
    expect(holds.power).toEqual({ on: true, sinceS: 1, resets: 2 });
    expect(holds.ecu).toBe(before);
    const out = Object.assign(on(5.9), {
      pumpOn: true,
      fanOn: true,
      idleValvePercent: 40,
      timing: { earlyDeg: 1, reversed: false },
    });
    stepPower(PROGRAM, metal, out);
    expect(out).toMatchObject({ pumpOn: false, fanOn: false, idleValvePercent: 0, timing: null });
    expect(out.power).toMatchObject({ on: false, resets: 3 });
  });

  test('goes with the key, which is no reset and begins the count anew', () => {
    const state = on(12);
    state.controls.key = false;
    stepPower(PROGRAM, metal, state);
    expect(state.power).toMatchObject({ on: false, resets: 0 });
  });
});

test('pump and fan draw 7 and 18 A beside what is switched on', () => {
  const draws = (pumpOn: boolean, fanOn: boolean) => {
    const state = car(12, { pumpOn, fanOn });
    state.controls.loadsA = 10;
    return loadsA(state);
  };
  expect([draws(false, false), draws(true, false), draws(false, true), draws(true, true)]).toEqual([
    10, 17, 28, 35,
  ]);
});
