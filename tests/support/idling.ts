import { programOf } from './ventisca';
import type { Calibration } from '@/core/calibration';
import { AT, PHASE, read } from '@/core/channel';
import { surgeOf } from '@/core/control';
import type { Car } from '@/standin/car';
import { carOf } from '@/standin/carOfDocument';
import { VirtualCar } from '@/standin/virtualCar';

/** How an engine idled, and came back to it. */
export interface Idled {
  readonly ran: boolean;
  readonly stalled: boolean;
  /** Speed beside its target once it had settled, on average and at worst, rev/min. */
  readonly meanOffRpm: number;
  /** After lamps were switched on, and off, and after a stab: how long until it stayed within the band of its target, s. */
  readonly onS: number;
  readonly offS: number;
  readonly stabS: number;
  /** It swings steadily. */
  readonly surges: boolean;
}

/** How far speed may be from its target, rev/min. */
export const bandRpm = (coolantC: number): number => (coolantC < 0 ? 80 : 40);
const RATE_HZ = 50;
const SETTLES_S = 18;

/** A car whose screw is turned: its closed throttle passes so much more. */
function withStop(car: Car, factor: number): Car {
  const { throttle } = car.engine;
  const stopMm2 = throttle.stopMm2.map((mm2) => mm2 * factor);
  return { ...car, engine: { ...car.engine, throttle: { ...throttle, stopMm2 } } };
}

/** How far a builder turns the screw until a hot engine idles at its target, as a factor of what it passes. */
export function screwSetFor(document: Calibration, seed: number): number {
  let [low, high] = [0.6, 1.6];
  for (let i = 0; i < 6; i += 1) {
    const middle = (low + high) / 2;
    if (idled(document, 80, seed, 0, middle).meanOffRpm > 0) high = middle;
    else low = middle;
  }
  return (low + high) / 2;
}

/** An engine started, left to idle, loaded with lamps, and stabbed. */
export function idled(document: Calibration, coolantC: number, seed: number, amps = 15, stop = 1): Idled {
  const program = programOf(document);
  const truth = withStop(carOf(document, program, seed), stop);
  const surroundings = { barometricKpa: truth.barometricKpa, airC: Math.min(20, coolantC) };
  const car = new VirtualCar(program, truth, { coolantC, batteryV: 12.6, surroundings, seed });
  const { controls } = car;
  controls.key = true;
  car.advance(1.6);
  controls.starter = true;
  for (let i = 0; i < 400 && car.plant.speedRpm < 900; i += 1) car.advance(0.02);
  controls.starter = false;
  car.advance(SETTLES_S);
  const ran = car.phase === PHASE.running;
  let stalled = false;
  const speeds: number[] = [];
  const off = () => car.plant.speedRpm - read(car.frame, AT.idleTarget);
  /** When it was last outside its band, s, and how far off on average. */
  const watched = (forS: number) => {
    let [lastS, sum, count] = [0, 0, 0];
    for (let i = 1; i <= forS * RATE_HZ; i += 1) {
      car.advance(1 / RATE_HZ);
      stalled ||= car.phase !== PHASE.running;
      speeds.push(car.plant.speedRpm);
      if (!(Math.abs(off()) <= bandRpm(coolantC))) lastS = i / RATE_HZ;
      sum += off();
      count += 1;
    }
    return { lastS, meanRpm: sum / count };
  };
  const still = watched(10);
  const surges = surgeOf(speeds, RATE_HZ) !== null;
  controls.loadsA = amps;
  const on = watched(6);
  controls.loadsA = 0;
  const without = watched(6);
  for (let i = 0; i < 25; i += 1) {
    controls.pedalPercent = Math.min(30, controls.pedalPercent + 2);
    car.advance(0.01);
  }
  car.advance(0.2);
  while (controls.pedalPercent > 0) {
    controls.pedalPercent = Math.max(0, controls.pedalPercent - 6);
    car.advance(0.01);
  }
  // From when it has fallen to where idle is held.
  for (let i = 0; i < 300 && off() > 300; i += 1) car.advance(0.02);
  const stab = watched(6);
  return {
    ran,
    stalled,
    meanOffRpm: still.meanRpm,
    onS: on.lastS,
    offS: without.lastS,
    stabS: stab.lastS,
    surges,
  };
}
