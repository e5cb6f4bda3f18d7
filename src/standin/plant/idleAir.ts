import { airFlowGPerS, airMassMg, throttleFlowGPerS } from '@/core/air';
import { frictionKpa } from '@/core/engine';
import { bisected, lookUpMap } from '@/core/numeric';
import { ZERO_CELSIUS_K } from '@/core/units';
import { indicatedWorkJ } from './combustion';
import type { StandIn } from './standIn';
import { thermalValue } from './thermal';

/** The deepest vacuum an engine idles with, kPa. */
const LOWEST_KPA = 15;
/** Spark and mixture the air screw was set with. */
const SET_WITH = { sparkDeg: 12, vapourShareOfStoich: 1 } as const;

/** Speed the idle air valve aims at, rev/min: faster when cold. */
export function idleAimRpm(standIn: StandIn, coolantC: number): number {
  return standIn.hotIdleRpm + 5 * Math.min(80, Math.max(0, 70 - coolantC));
}

/**
 * Opening of the idle air path, mm², at a coolant temperature: what a builder's air screw and a thermostatic valve
 * come to. Found by bisection as the manifold pressure at which work and friction balance at the aimed speed.
 */
export function idleAirAreaMm2(standIn: StandIn, coolantC: number, airC: number): number {
  const speed = idleAimRpm(standIn, coolantC);
  const friction = frictionKpa(speed, thermalValue('oilFactor', coolantC));
  const airAt = (kpa: number) =>
    airMassMg(lookUpMap(standIn.ve, speed, kpa), kpa, standIn.cylinderVolumeCm3, airC);
  const surplusKpa = (kpa: number) => {
    const airMg = airAt(kpa);
    const vapourMg = (SET_WITH.vapourShareOfStoich * airMg) / standIn.fuel.stoichiometricRatio;
    const work = indicatedWorkJ(standIn, airMg, vapourMg, SET_WITH.sparkDeg, speed, kpa);
    return (work * 1000) / standIn.cylinderVolumeCm3 - friction - (standIn.barometricKpa - kpa);
  };
  const highest = standIn.barometricKpa * 0.94;
  const balanced =
    surplusKpa(highest) > 0 ? bisected((kpa) => surplusKpa(kpa) <= 0, LOWEST_KPA, highest) : highest;
  const flow = airFlowGPerS(airAt(balanced), standIn.cylinders, speed);
  return flow / throttleFlowGPerS(1, standIn.barometricKpa, airC + ZERO_CELSIUS_K, balanced);
}

/** What truly lets air past the closed throttle. */
export interface IdleDevice {
  readonly kind: 'valve' | 'thermostatic' | 'screw';
  /** Choked flow of the valve fully open at this place, g/s; of no account without one. */
  readonly valveGPerS: number;
}

/** The screw beside a valve passes this much of the hot need; the valve has room both ways. */
const SCREW_SHARE = 0.62;
const HOT_C = 80;
/** Air that screw and valve were set in, °C. */
const SET_AIR_C = 20;

/** The idle air path of a start, mm²: what is always open, and what the valve adds fully open. */
export interface IdlePath {
  readonly fixedMm2: number;
  readonly valveMm2: number;
}

/** The idle air path of an engine that stands at a temperature. */
export function idlePath(
  standIn: StandIn,
  { kind, valveGPerS }: IdleDevice,
  coolantC: number,
  airC: number,
): IdlePath {
  const hot = () => idleAirAreaMm2(standIn, HOT_C, SET_AIR_C);
  switch (kind) {
    case 'thermostatic':
      return { fixedMm2: idleAirAreaMm2(standIn, coolantC, airC), valveMm2: 0 };
    case 'screw':
      return { fixedMm2: hot(), valveMm2: 0 };
    case 'valve':
      return {
        fixedMm2: SCREW_SHARE * hot(),
        valveMm2: valveGPerS / throttleFlowGPerS(1, standIn.barometricKpa, SET_AIR_C + ZERO_CELSIUS_K, 0),
      };
  }
}

/** Opening, mm², with the valve told to open this far, %. */
export function idleOpeningMm2({ fixedMm2, valveMm2 }: IdlePath, valvePercent: number): number {
  return fixedMm2 + (valveMm2 * valvePercent) / 100;
}
