import { programOf } from './ventisca';
import type { Calibration } from '@/core/calibration';
import { AT, read } from '@/core/channel';
import { deadTimeAtS } from '@/core/control';
import type { EcuProgram } from '@/core/program';
import { carOf } from '@/standin/carOfDocument';
import type { HeldAt } from '@/standin/loopTrial';
import { type Planted, planted } from '@/standin/planted';
import type { Car } from '@/standin/car';
import { type CarSetup, type CarState, VirtualCar } from '@/standin/virtualCar';

/** Where loops are tried, from little air to much. */
export const LOOPED_AT = [
  { speedRpm: 1000, pedalPercent: 2 },
  { speedRpm: 2000, pedalPercent: 10 },
  { speedRpm: 3500, pedalPercent: 25 },
  { speedRpm: 5000, pedalPercent: 60 },
] as const satisfies readonly HeldAt[];

interface Made {
  readonly errors?: readonly Planted[];
  readonly seed?: number;
  /** Where it goes on from. */
  readonly from?: CarState;
  /** Where its map of filling is put right first, without the errors. */
  readonly tunedAt?: HeldAt;
}

/** A warm car of a calibration. */
export function loopedCar(
  document: Calibration,
  { errors = [], seed = 1, from, tunedAt }: Made = {},
): VirtualCar {
  const untuned = programOf(document);
  const sound = carOf(document, untuned, seed);
  const built = planted(sound, errors);
  const program =
    tunedAt === undefined ? untuned : tuned(untuned, sound, setupOf(sound.barometricKpa, seed), tunedAt);
  return new VirtualCar(program, built, setupOf(built.barometricKpa, seed), from);
}

function setupOf(barometricKpa: number, seed: number) {
  return { coolantC: 85, batteryV: 12.6, surroundings: { barometricKpa, airC: 10 }, seed };
}

/** The same car held at a point until its loop has long settled. */
export function settled(car: VirtualCar, { speedRpm, pedalPercent }: HeldAt): VirtualCar {
  Object.assign(car.controls, { key: true, holdRpm: speedRpm, pedalPercent });
  car.advance(34);
  return car;
}

/** How a loop answered a map of filling that is suddenly so much too low. */
export interface Watched {
  /** From when on the mean of its sensors stayed within 1 % of the target, s. */
  readonly withinS: number;
  /** How far it went beyond, as a share of the step. */
  readonly overshoot: number;
  /** Dead time there, s. */
  readonly delayS: number;
}

/** Readings are averaged over so long, s: a cycle differs from the next. */
const AVERAGED = 5;
const READ_EACH_S = 0.02;
const WATCHED_S = 6;

/** The typed filling lowered by a share with the loop settled: at a true step of filling the manifold’s pressure would move too. */
export function watched(document: Calibration, at: HeldAt, seed: number, share = 0.1): Watched {
  const untuned = programOf(document);
  const built = carOf(document, untuned, seed);
  const setup = setupOf(built.barometricKpa, seed);
  const program = tuned(untuned, built, setup, at);
  const from = settled(new VirtualCar(program, built, setup), at).snapshot();
  const car = new VirtualCar(typedLower(program, share), built, setup, from);
  const errors: number[] = [];
  for (let i = 0; i < WATCHED_S / READ_EACH_S; i += 1) {
    car.advance(READ_EACH_S);
    errors.push(errorLn(car));
  }
  const smooth = errors.map((_, i) => {
    const near = errors.slice(Math.max(0, i - AVERAGED + 1), i + 1);
    return near.reduce((sum, error) => sum + error, 0) / near.length;
  });
  const last = smooth.findLastIndex((error) => Math.abs(error) > Math.log(1.01));
  const stepLn = Math.log1p(share);
  return {
    withinS: (last + 1) * READ_EACH_S,
    overshoot: Math.max(0, ...smooth.map((error) => -error)) / stepLn,
    delayS: deadTimeAtS(program.closedLoop?.delay ?? NONE, read(car.frame, AT.engineAirFlow)),
  };
}

/** Lambda over its target, on the mean of the sensors, as a logarithm. */
function errorLn({ frame }: VirtualCar): number {
  const both = [read(frame, AT.lambdaOne), read(frame, AT.lambdaTwo)].filter((lambda) => lambda > 0);
  const lambda = both.reduce((sum, one) => sum + one, 0) / both.length;
  return Math.log(lambda / read(frame, AT.lambdaTarget));
}

/** A sensor ends before a map that is far off is right. */
const TUNED_TIMES = 4;

/** The loop comes after the map is right without it: filling is typed so that this point is. */
function tuned(program: EcuProgram, built: Car, setup: CarSetup, at: HeldAt): EcuProgram {
  let now: EcuProgram = { ...program, closedLoop: null };
  for (let i = 0; i < TUNED_TIMES; i += 1) {
    now = typedLower(now, Math.expm1(-errorLn(settled(new VirtualCar(now, built, setup), at))));
  }
  return { ...now, closedLoop: program.closedLoop };
}

function typedLower(program: EcuProgram, share: number): EcuProgram {
  const { tables } = program;
  const lowered = (['ve', 'veThrottle'] as const).flatMap((id) => {
    const grid = tables[id];
    return grid === undefined
      ? []
      : [[id, { ...grid, values: grid.values.map((value) => value / (1 + share)) }] as const];
  });
  return { ...program, tables: { ...tables, ...Object.fromEntries(lowered) } };
}

const NONE = { fixedS: 0, airG: 0, lagS: 0 };
