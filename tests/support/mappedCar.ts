import type { Calibration } from '@/core/calibration';
import { fitLog, type Log, loggedMapsOf, type LogFit, mapTaskOf, TOUCHED_S } from '@/core/log';
import type { EcuProgram } from '@/core/program';
import type { Car } from '@/standin/car';
import { carOf } from '@/standin/carOfDocument';
import type { DriveId } from '@/standin/drives';
import { driveLog, Recording } from '@/standin/driving';
import { programOf } from './ventisca';

/** A car whose filling map is corrected from drive to drive, as its builder would. */
export interface MappedCar {
  readonly program: EcuProgram;
  /** Drives, and says what the log does. */
  readonly drive: (id: DriveId, seed: number) => LogFit;
  /** Drives where air is as warm as this, °C, and gives the log. */
  readonly log: (id: DriveId, seed: number, airC: number) => Log;
  /** Takes what was found over into the map. */
  readonly correct: (fit: LogFit) => void;
  /** The map’s values, the very ones the engine computer reads. */
  readonly values: Float64Array;
}

/** Air where it is driven, °C. */
const USUAL_AIR_C = 5;

/** The car of a document; its engine computer has a program of its own, which corrections change. */
export function mappedCar(document: Calibration, built?: Car): MappedCar {
  const car = built ?? carOf(document, programOf(document));
  const program = structuredClone(programOf(document));
  const [id] = loggedMapsOf(program);
  const values = id === undefined ? undefined : program.tables[id]?.values;
  if (values === undefined) throw new TypeError('This document has no filling map');
  const log: MappedCar['log'] = (drive, seed, airC) => {
    const surroundings = { barometricKpa: car.barometricKpa, airC };
    const recording = new Recording(
      program,
      car,
      drive,
      { coolantC: 75, batteryV: 12.6, seed, surroundings },
      20,
    );
    recording.advance(Infinity);
    return driveLog(recording.trace());
  };
  return {
    program,
    values,
    log,
    drive(drive, seed) {
      const task = mapTaskOf(program);
      if (task === null) throw new TypeError('This program has no filling map');
      return fitLog(log(drive, seed, USUAL_AIR_C), task);
    },
    correct({ cells }) {
      cells.change.forEach((change, i) => {
        if ((cells.evidenceS[i] as number) < TOUCHED_S) return;
        values[i] = (values[i] as number) * Math.exp(change);
      });
    },
  };
}
