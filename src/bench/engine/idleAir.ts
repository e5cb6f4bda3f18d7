import { airMassMg } from '@/core/fuel';
import { lookUpMap } from '@/core/map';
import { indicatedWorkJ } from './combustion';
import { frictionKpa } from './friction';
import type { StandIn } from './standIn';
import { thermalValue } from './thermal';
import { throttleFlowGPerS } from './throttle';
import { ZERO_CELSIUS_K } from '@/core/units';

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
  let low = 15;
  let high = highest;
  if (surplusKpa(high) > 0) {
    for (let i = 0; i < 40; i += 1) {
      const middle = (low + high) / 2;
      if (surplusKpa(middle) > 0) high = middle;
      else low = middle;
    }
  }
  const flow = ((airAt(high) / 1000) * standIn.cylinders * speed) / 120;
  return flow / throttleFlowGPerS(1, standIn.barometricKpa, airC + ZERO_CELSIUS_K, high);
}
