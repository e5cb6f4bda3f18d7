import { airMassMg, positionUncovering, uncoveredShare } from '../air';
import { AT, type Frame, read } from '../channel';
import { lookUpCurve } from '../numeric';
import type { EcuProgram } from '../program';
import { CYCLE_S_AT_1_RPM } from '../units';
import { blendedAt } from './tables';

/**
 * Throttle with what the idle path lets past it, %: the load where load is measured by throttle. Openings add, not angles:
 * the position at which a butterfly uncovers what the throttle does and the idle path’s part of what it is worth.
 * Example: throttle 2 %, 30 % of a path worth 5 % → 3.39 %.
 */
export function loadThrottlePercent(program: EcuProgram, frame: Frame): number {
  const { tables, load } = program;
  const throttle = read(frame, AT.throttle);
  const { idleAir } = tables;
  if (idleAir === undefined || load.idleWorthPercent === 0) return throttle;
  const opening = read(frame, AT.idleOpening);
  // Before anybody has decided on an opening, and where none is driven, the curve says it.
  const driven = program.idleAir === 'valve' && !Number.isNaN(opening);
  const share = (driven ? opening : lookUpCurve(idleAir, read(frame, AT.coolant))) / 100;
  return positionUncovering(uncoveredShare(throttle) + share * uncoveredShare(load.idleWorthPercent));
}

/** What the filling of a cylinder is found from: pressure its efficiency refers to, and the efficiency. */
export interface Filling {
  readonly densityKpa: number;
  readonly vePercent: number;
}

/** Load on the target and spark maps: manifold pressure, or throttle. */
export function targetLoad({ load }: EcuProgram, frame: Frame, loadThrottle: number): number {
  return load.axis === 'throttle' ? loadThrottle : read(frame, AT.manifoldPressure);
}

/** What the load will have risen by when the charge is drawn, kPa and %. */
export interface Rising {
  readonly risesKpa: number;
  readonly risesPercent: number;
}

/**
 * Efficiency and the pressure it refers to, written into a room of the caller’s. By throttle it refers to barometric pressure; with pressure, to manifold
 * pressure where that is higher. A meter and a plain pulse have none: 100 % stands in for the first estimate of flow.
 */
export function fillingAt(
  program: EcuProgram,
  frame: Frame,
  throttle: number,
  rising: Rising | null,
  out: { -readonly [Part in keyof Filling]: Filling[Part] },
): void {
  const manifoldKpa = read(frame, AT.manifoldPressure) + (rising?.risesKpa ?? 0);
  const loadThrottle = Math.min(100, throttle + (rising?.risesPercent ?? 0));
  switch (program.load.strategy) {
    case 'speedDensity':
      out.densityKpa = manifoldKpa;
      out.vePercent = veAt(program, frame, 've', manifoldKpa);
      return;
    case 'throttle':
      out.densityKpa = program.barometricKpa;
      out.vePercent = veAt(program, frame, 'veThrottle', loadThrottle);
      return;
    case 'throttlePressure':
      out.densityKpa = Math.max(program.barometricKpa, manifoldKpa);
      out.vePercent = veAt(program, frame, 'veThrottle', loadThrottle);
      return;
    case 'airMass':
    case 'pulseWidth':
      out.densityKpa = manifoldKpa;
      out.vePercent = 100;
  }
}

function veAt(program: EcuProgram, frame: Frame, id: 've' | 'veThrottle', load: number): number {
  return blendedAt(program, id, read(frame, AT.speed), load, read(frame, AT.ethanol));
}

/** Air of one cylinder by the meter, mg a cycle: m = flow · 120 000 / (speed · cylinders). */
export function meteredAirMg(airFlowGPerS: number, speedRpm: number, cylinders: number): number {
  return (airFlowGPerS * 1000 * CYCLE_S_AT_1_RPM) / (speedRpm * cylinders);
}

/** Efficiency that a mass of air means at a pressure and temperature, %. */
export function impliedVePercent(
  airMg: number,
  densityKpa: number,
  volumeCm3: number,
  chargeC: number,
): number {
  return (100 * airMg) / airMassMg(100, densityKpa, volumeCm3, chargeC);
}
