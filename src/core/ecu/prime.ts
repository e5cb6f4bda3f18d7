import { airMassMg } from '../air';
import { AT, type Frame, read } from '../channel';
import { deadTimeAt, injectorFlowGPerS, LEAST_ACROSS_KPA, pressureAcrossKpa } from '../injector';
import { lookUpCurve } from '../numeric';
import type { EcuProgram } from '../program';
import { railOf } from './injection';

/** The prime pulse of one cylinder. */
export interface Prime {
  readonly fuelMg: number;
  readonly openingMs: number;
}

/** Fuel of the prime pulse for one cylinder, mg: the prime multiple of what burns a full cylinder of air. */
function primeMg(program: EcuProgram, coolantC: number, airC: number): number {
  const { prime } = program.tables;
  if (prime === undefined) return 0;
  const air = airMassMg(100, program.barometricKpa, program.cylinderVolumeCm3, airC);
  return (lookUpCurve(prime, coolantC) * air) / program.stoichiometricRatio;
}

/** One opening of every injector with the pump up, before the starter turns. */
export function primeAt(program: EcuProgram, frame: Frame): Prime {
  const { injector, barometricKpa } = program;
  const fuelMg = primeMg(program, read(frame, AT.coolant), read(frame, AT.air));
  const acrossKpa = Math.max(
    LEAST_ACROSS_KPA,
    pressureAcrossKpa(injector.regulator, railOf(program, frame), barometricKpa, barometricKpa),
  );
  const deadMs = deadTimeAt(injector.deadTime, read(frame, AT.battery), acrossKpa);
  return { fuelMg, openingMs: fuelMg / injectorFlowGPerS(injector, acrossKpa) + deadMs };
}
