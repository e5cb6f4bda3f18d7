import { airFlowGPerS, flowFunction, GAS_CONSTANT_AIR } from '../air';
import { ZERO_CELSIUS_K } from '../units';
import { frictionKpa, oilFactorAt } from './friction';

/** An engine that is to idle by itself; base units. */
export interface IdleEngine {
  readonly displacementCm3: number;
  readonly barometricKpa: number;
  /** Heat that a mass of air frees when its fuel burns, MJ/kg: heating value over stoichiometric ratio. */
  readonly heatOfAirMjPerKg: number;
}

/** Share of that heat that becomes work with idle spark. */
const EFFICIENCY = 0.27;
/** Filling at idle that pressure is estimated with. */
const IDLE_VE = 0.5;

/** Air and manifold pressure of an idling engine. */
export interface IdleNeed {
  readonly airGPerS: number;
  readonly manifoldKpa: number;
}

/**
 * Air an engine needs to idle at a speed and coolant temperature: work against friction and pumping,
 * m = (p_friction + p_baro − p)·V / (η·heat of air), with p the manifold pressure that mass means. Solved by repetition; it
 * settles within a few rounds because pumping is the smaller part.
 */
export function idleNeed(engine: IdleEngine, speedRpm: number, coolantC: number): IdleNeed {
  const { displacementCm3, barometricKpa, heatOfAirMjPerKg } = engine;
  const friction = frictionKpa(speedRpm, oilFactorAt(coolantC));
  const chargeK = ZERO_CELSIUS_K + Math.min(50, coolantC + 15);
  const highest = 0.95 * barometricKpa;
  let manifoldKpa = 0.4 * barometricKpa;
  let airMgPerCm3 = 0;
  for (let i = 0; i < 12; i += 1) {
    const workKpa = friction + Math.max(0, barometricKpa - manifoldKpa);
    airMgPerCm3 = workKpa / 1000 / (EFFICIENCY * heatOfAirMjPerKg);
    const wanted = (airMgPerCm3 * GAS_CONSTANT_AIR * chargeK) / 1000 / IDLE_VE;
    manifoldKpa = (manifoldKpa + Math.min(highest, wanted)) / 2;
  }
  return { airGPerS: airFlowGPerS(airMgPerCm3 * displacementCm3, 1, speedRpm), manifoldKpa };
}

/** Air whose heat becomes so much work at idle, g/s: P / (0.27 · heat of air). Example: 0.45 kW at 2.97 MJ/kg → 0.561. */
export function airForWorkGPerS({ heatOfAirMjPerKg }: IdleEngine, kilowatts: number): number {
  return kilowatts / (EFFICIENCY * heatOfAirMjPerKg);
}

/** Share of choked flow that an opening passes into a manifold at this pressure. */
export function flowShare(engine: IdleEngine, manifoldKpa: number): number {
  return flowFunction(manifoldKpa / engine.barometricKpa) / flowFunction(0);
}
