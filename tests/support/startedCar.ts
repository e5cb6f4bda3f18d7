import type { Log } from '@/core/log';
import { startCurvesOf, type StartedLog } from '@/core/logStudies';
import type { EcuProgram } from '@/core/program';
import type { Car } from '@/standin/car';
import { driveLog, Recording } from '@/standin/driving';

/** A start of a car with its log, and the truth that no log has. */
export interface StartedCar {
  readonly drive: StartedLog;
  readonly log: Log;
  /** Turns of the crank until a charge burned; null where none did. */
  readonly burnedTurn: number | null;
}

const WARM_DAY_C = 20;

/** A start of a soaked engine, with the lambda sensors warm before the starter turns; the curves are those of this moment. */
export function startedCar(
  program: EcuProgram,
  car: Car,
  coolantC: number,
  seed: number,
  rateHz = 25,
): StartedCar {
  const surroundings = { barometricKpa: car.barometricKpa, airC: Math.min(coolantC, WARM_DAY_C) };
  const recording = new Recording(
    program,
    car,
    'coldStart',
    { coolantC, batteryV: 12.6, seed, surroundings },
    rateHz,
  );
  let burnedTurn: number | null = null;
  recording.car.onEvent = ({ outcome, turns }) => {
    if (outcome === 'burned') burnedTurn ??= turns;
  };
  recording.advance(Infinity);
  const log = driveLog(recording.trace());
  return { log, burnedTurn, drive: { log, then: null, curves: structuredClone(startCurvesOf(program)) } };
}
