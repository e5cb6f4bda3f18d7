import {
  chargeHeating,
  chargeTemperatureC,
  GAS_CONSTANT_AIR,
  throttleFlowGPerS,
  uncoveredShare,
} from '../air';
import { type IdleEngine, idleNeed } from '../engine';
import { bisected } from '../numeric';
import { CYCLE_S_AT_1_RPM, ZERO_CELSIUS_K } from '../units';
import { proposedVePercent, type VeInputs } from './veGenerator';

/** An engine behind a throttle, as its description has it; base units. */
export interface BreathingInputs {
  readonly ve: VeInputs;
  readonly idle: IdleEngine;
  readonly idleSpeedRpm: number;
  /** Part of the air of a hot idle that passes the closed throttle; an idle valve that load counts gives the rest. */
  readonly stopShare: number;
  readonly maxManifoldKpa: number;
}

const AIR_C = 20;
const AIR_K = ZERO_CELSIUS_K + AIR_C;
const COOLANT_C = 80;
/** Manifold pressure over that before the throttle, wide open at maximum speed: throttles are chosen so. */
const WIDE_OPEN_RATIO = 0.97;

/** Pressure before the throttle, kPa: barometric, and boost that comes up from idle to the speed of peak torque. */
function upstreamKpa(inputs: BreathingInputs, speedRpm: number): number {
  const { ve, idle, idleSpeedRpm, maxManifoldKpa } = inputs;
  if (ve.induction !== 'supercharger' && ve.induction !== 'turbocharger') return idle.barometricKpa;
  const boost = Math.max(0, maxManifoldKpa / WIDE_OPEN_RATIO - idle.barometricKpa);
  const comingUp = (speedRpm - idleSpeedRpm) / Math.max(1, ve.torquePeakSpeedRpm - idleSpeedRpm);
  return idle.barometricKpa + boost * Math.min(1, Math.max(0, comingUp));
}

/** Air the engine would take with its charge as cool as the air outside, g/s. */
function coolGPerS({ ve, idle }: BreathingInputs, speedRpm: number, kpa: number): number {
  const perCycle =
    ((proposedVePercent(ve, speedRpm, kpa) / 100) * kpa * idle.displacementCm3) / (GAS_CONSTANT_AIR * AIR_K);
  return (perCycle * speedRpm) / CYCLE_S_AT_1_RPM;
}

/** Air the warm engine takes at a speed and manifold pressure, g/s: slow air is heated, and thinner for it. */
function takenGPerS(inputs: BreathingInputs, speedRpm: number, kpa: number): number {
  const cool = coolGPerS(inputs, speedRpm, kpa);
  const full = coolGPerS(inputs, inputs.ve.maxSpeedRpm, inputs.maxManifoldKpa);
  const chargeC = chargeTemperatureC(AIR_C, COOLANT_C, chargeHeating(cool / full));
  return (cool * AIR_K) / (chargeC + ZERO_CELSIUS_K);
}

/** Openings of the throttle, mm²: closed, as far as idling needs, and wide open. */
interface Openings {
  readonly closedMm2: number;
  readonly wideMm2: number;
}

const known = new WeakMap<BreathingInputs, Openings>();

function openings(inputs: BreathingInputs): Openings {
  const before = known.get(inputs);
  if (before !== undefined) return before;
  const { idle, ve, idleSpeedRpm, stopShare } = inputs;
  const need = idleNeed(idle, idleSpeedRpm, COOLANT_C);
  const top = upstreamKpa(inputs, ve.maxSpeedRpm);
  const found: Openings = {
    closedMm2:
      (stopShare * need.airGPerS) /
      throttleFlowGPerS(1, upstreamKpa(inputs, idleSpeedRpm), AIR_K, need.manifoldKpa),
    wideMm2:
      takenGPerS(inputs, ve.maxSpeedRpm, WIDE_OPEN_RATIO * top) /
      throttleFlowGPerS(1, top, AIR_K, WIDE_OPEN_RATIO * top),
  };
  known.set(inputs, found);
  return found;
}

/** Opening of a butterfly at a throttle position, mm²: closed + (wide − closed)·(1 − cos of its angle). */
function openingMm2(inputs: BreathingInputs, throttlePercent: number): number {
  const { closedMm2, wideMm2 } = openings(inputs);
  return closedMm2 + (wideMm2 - closedMm2) * uncoveredShare(throttlePercent);
}

/** The deepest vacuum looked at, kPa. */
const LOWEST_KPA = 8;

/** Manifold pressure at which the throttle passes what the engine takes, kPa, by bisection. */
export function manifoldAtThrottle(
  inputs: BreathingInputs,
  speedRpm: number,
  throttlePercent: number,
): number {
  const area = openingMm2(inputs, throttlePercent);
  const upstream = upstreamKpa(inputs, speedRpm);
  return bisected(
    (kpa) => throttleFlowGPerS(area, upstream, AIR_K, kpa) > takenGPerS(inputs, speedRpm, kpa),
    LOWEST_KPA,
    upstream,
  );
}

/** Throttle at which the manifold has this pressure, %, by bisection; 100 where it is not reached. */
export function throttleAtManifold(inputs: BreathingInputs, speedRpm: number, manifoldKpa: number): number {
  return bisected((throttle) => manifoldAtThrottle(inputs, speedRpm, throttle) < manifoldKpa, 0, 100);
}
