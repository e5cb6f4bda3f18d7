import { litresOf, type Metal } from './metal';
import type { PlantState } from './plantState';

/**
 * Starter: torque at rest with its rated voltage, N·m, for the engine it was chosen for (a part that every engine needs and
 * one that grows with its size), and the speed at which it has none at that voltage.
 */
const STARTER = { nm: 60, nmPerL: 100, ratedV: 9.5, freeRpm: 268 } as const;
/** Starter current at standstill for each newton metre, A, and battery resistance at 20 °C, Ω, growing for each kelvin below. */
const BATTERY = { aPerNm: 2.05, resistanceOhm: 0.02, coldPerK: 0.012, sagS: 0.06 } as const;
/** A larger engine has a larger battery: from so many litres on its resistance falls in proportion. */
const LARGER_FROM_L = 3;
/** A battery at rest below the full voltage has less of itself left: its resistance grows for each volt missing. */
const WEAK = { fullV: 12.6, perV: 0.35 } as const;
/** Alternator: voltage, engine speeds between which it comes to its full current, that current, and how fast it comes. */
const ALTERNATOR = {
  volts: 14.1,
  fromRpm: 550,
  fullRpm: 1800,
  fullA: 90,
  atLeastA: 25,
  riseS: 0.8,
  efficiency: 0.55,
} as const;
/** What the engine computer draws, and coil and injector of each cylinder, A. */
const DRAWS_A = { computer: 3, cylinder: 1 } as const;

/** Torque of the starter at a speed and voltage, N·m. */
export function starterTorqueNm(metal: Metal, speedRpm: number, batteryV: number): number {
  const share = Math.max(0, batteryV) / STARTER.ratedV;
  if (share === 0) return 0;
  const stall = (STARTER.nm + STARTER.nmPerL * litresOf(metal)) * share;
  return Math.max(0, stall * (1 - speedRpm / (STARTER.freeRpm * share)));
}

/**
 * Voltage over one step, and the torque the alternator takes. The battery gives what is drawn at its resistance; the
 * alternator carries the loads as far as its speed allows, and what is missing pulls the voltage down.
 * @param restV voltage of the battery at rest.
 * @param loadsA what is switched on besides engine computer and ignition, A.
 */
export function stepElectrics(
  metal: Metal,
  state: PlantState,
  starterNm: number,
  restV: number,
  loadsA: number,
  dtS: number,
): void {
  const cold = 1 + BATTERY.coldPerK * Math.max(0, 20 - state.coolantC);
  const weak = 1 + WEAK.perV * Math.max(0, WEAK.fullV - restV);
  const sized = Math.min(1, LARGER_FROM_L / litresOf(metal));
  const resistance = BATTERY.resistanceOhm * cold * weak * sized * metal.batteryResistance;
  const starterA = starterNm * BATTERY.aPerNm;
  const drawnA = starterA + loadsA + (restV > 0 ? DRAWS_A.computer + DRAWS_A.cylinder * metal.cylinders : 0);
  const alone = restV - drawnA * resistance;
  const { fromRpm, fullRpm } = ALTERNATOR;
  const turning = Math.min(1, Math.max(0, (state.speedRpm - fromRpm) / (fullRpm - fromRpm)));
  const charges = state.speedRpm > fromRpm && starterA === 0 && metal.alternatorShare > 0;
  const mostA = charges ? metal.alternatorShare * alternatorA(turning) : 0;
  const short = Math.max(0, drawnA - mostA);
  const target = charges ? Math.max(alone, ALTERNATOR.volts - short * resistance * 2) : alone;
  const lag = charges ? ALTERNATOR.riseS : BATTERY.sagS;
  state.batteryV = Math.max(0, state.batteryV + (target - state.batteryV) * Math.min(1, dtS / lag));
  const givesA = Math.min(drawnA, mostA);
  state.alternatorNm = charges
    ? (givesA * ALTERNATOR.volts * 60) / (2 * Math.PI * state.speedRpm * ALTERNATOR.efficiency)
    : 0;
}

/** Current of a sound alternator, by how near it is to its full speed, A. */
function alternatorA(turning: number): number {
  return ALTERNATOR.atLeastA + (ALTERNATOR.fullA - ALTERNATOR.atLeastA) * turning;
}
