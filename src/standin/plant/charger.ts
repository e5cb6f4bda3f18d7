import { ZERO_CELSIUS_K } from '@/core/units';
import type { Metal, Surroundings } from './metal';
import { manifoldKpa, type PlantState } from './plantState';

/** Compression of air: exponent of the ideal, and share of it that is reached. */
const EXPONENT = 0.2857;
const EFFICIENCY = 0.62;
/** How fast pressure follows: a belt charger with its pipes, an exhaust-driven one with its wheel at full flow, s. */
const FOLLOWS_S = { belt: 0.06, exhaust: 0.35 } as const;
/** Below this share of the barometer in the manifold a bypass is open and a belt charger does no work. */
const BYPASS_SHARE = 0.92;
/** Heat of a gram of air, J/K. */
const AIR_J_PER_G_K = 1.005;
/** Share of the boost that an exhaust-driven charger adds to the back-pressure. */
const TURBINE_SHARE = 0.9;

/** Pressure that the charger works towards, kPa. */
function targetKpa(
  metal: Metal,
  state: PlantState,
  { barometricKpa }: Surroundings,
  shutPercent: number,
): number {
  const { charger, fullAirFlowGPerS } = metal;
  if (charger === null) return barometricKpa;
  const rise = charger.pressureRatio - 1;
  if (charger.drive === 'belt') {
    if (manifoldKpa(metal, state) < BYPASS_SHARE * barometricKpa) return barometricKpa;
    const most = barometricKpa * (1 + rise * (state.speedRpm / charger.topSpeedRpm));
    return heldKpa(charger.limitKpa, most, shutPercent);
  }
  const flow = state.airFlowGPerS / fullAirFlowGPerS;
  const most = barometricKpa * (1 + rise * 2.4 * flow * Math.min(1, flow * 2));
  return heldKpa(charger.limitKpa, most, shutPercent);
}

/** What bypass or wastegate leaves: the spring’s pressure, and of what lies over it the share that a valve keeps shut. */
function heldKpa(springKpa: number, mostKpa: number, shutPercent: number): number {
  return Math.min(mostKpa, springKpa + (shutPercent / 100) * Math.max(0, mostKpa - springKpa));
}

/** Temperature of the air behind charger and cooler, °C. */
export function chargedAirC(
  { charger }: Metal,
  boostKpa: number,
  { barometricKpa, airC }: Surroundings,
): number {
  if (charger === null || boostKpa <= barometricKpa) return airC;
  const rise = ((airC + ZERO_CELSIUS_K) * (Math.pow(boostKpa / barometricKpa, EXPONENT) - 1)) / EFFICIENCY;
  return airC + rise * (1 - charger.cooled);
}

/**
 * Boost and back-pressure over one slow step, each in first order towards what it would be.
 * @param shutPercent how much of its way a valve holds bypass or wastegate shut against the spring.
 */
export function stepCharger(
  metal: Metal,
  state: PlantState,
  surroundings: Surroundings,
  dtS: number,
  shutPercent = 0,
): void {
  const { charger, exhaust, fullAirFlowGPerS } = metal;
  const { barometricKpa } = surroundings;
  if (charger === null) state.boostKpa = barometricKpa;
  else {
    const target = targetKpa(metal, state, surroundings, shutPercent);
    state.boostKpa += (target - state.boostKpa) * (1 - Math.exp(-dtS / FOLLOWS_S[charger.drive]));
  }
  const flow = state.airFlowGPerS / fullAirFlowGPerS;
  const turbine =
    charger?.drive === 'exhaust' ? TURBINE_SHARE * Math.max(0, state.boostKpa - barometricKpa) : 0;
  state.backKpa = barometricKpa + exhaust.backKpa * flow * flow + turbine;
  state.chargerNm = chargerTorqueNm(metal, state, surroundings);
}

/** Torque that a belt charger takes from the crank, N·m: the heat it puts into the air over the speed of the crank. */
function chargerTorqueNm(metal: Metal, state: PlantState, { barometricKpa, airC }: Surroundings): number {
  if (metal.charger?.drive !== 'belt' || state.boostKpa <= barometricKpa || state.speedRpm < 100) return 0;
  const ratio = state.boostKpa / barometricKpa;
  const rise = ((airC + ZERO_CELSIUS_K) * (Math.pow(ratio, EXPONENT) - 1)) / EFFICIENCY;
  const watts = state.airFlowGPerS * AIR_J_PER_G_K * rise;
  return (watts * 60) / (2 * Math.PI * state.speedRpm);
}
