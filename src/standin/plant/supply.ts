import {
  deadTimeAt,
  deadTimeMs,
  flowAtPressureGPerS,
  injectorFlowGPerS,
  netOfOpenMs,
  pressureAcrossKpa,
} from '@/core/injector';
import { CYCLE_S_AT_1_RPM } from '@/core/units';
import { sprayed } from './evaporation';
import type { Metal, Surroundings } from './metal';
import { manifoldKpa, type PlantState } from './plantState';
import { KPA_EACH_TURN } from './rig';
import { soakedRailC } from './soak';

/** What the engine computer opens for one cylinder’s cycle. */
export interface Opening {
  /** One opening of the first set, ms, and how many in the cycle. */
  readonly openingMs: number;
  readonly squirts: number;
  /** Opening of a second set, ms; 0 while it is shut. */
  readonly secondOpeningMs: number;
  /** Share of the fuel that is blown through while both valves are open. */
  readonly lostShare: number;
}

/** Voltage the pump’s flow holds for; less voltage gives proportionally less. */
const PUMP_V = 13.5;
/** How fast an idle pump brings the pressure up from nothing, and how fast it leaks away, s. */
const RISE_S = 0.35;
const LEAK_S = 20;
/** From this share of its pressure on the regulator lets fuel back. */
const FULL_RAIL = 0.97;
/** Fuel that the rail gives between full pressure and none, for each cylinder, mg: what its walls and hoses yield. */
const YIELD_MG = 120;

/** Fuel that lies in the rail and its injectors, for each cylinder, mg, and how fast the engine warms it, s. */
const HELD_MG = 6000;
const WARMS_S = 300;
/** The tank is so much warmer than the air, and never warmer than this, °C: it is large and lies low. */
const TANK = { overAirK: 6, mostC: 45 } as const;
/** Fuel warmer than this begins to boil in the injectors: share of the flow that is lost to bubbles for each kelvin, and at most. */
const BOILS = { fromC: 55, perK: 0.012, most: 0.4 } as const;

/** Share of what flows through an injector that is liquid: hot fuel, after a stop in the heat, comes with bubbles. */
export function liquidShare(railC: number): number {
  return 1 - Math.min(BOILS.most, BOILS.perK * Math.max(0, railC - BOILS.fromC));
}

/** Fuel pressure across the injectors now, kPa. */
export function acrossKpa(metal: Metal, state: PlantState, { barometricKpa }: Surroundings): number {
  const { regulator, railGaugeKpa: asBuiltKpa } = metal.injector;
  const { regulatorLineKpa, regulatorTurns } = state.rig;
  const manifold = manifoldKpa(metal, state);
  const heldKpa = asBuiltKpa + KPA_EACH_TURN * regulatorTurns;
  // Where a hand pump holds its line, one that follows the manifold follows the pump.
  const pumpedKpa = regulator === 'manifold' && regulatorLineKpa !== null ? regulatorLineKpa - manifold : 0;
  return state.railShare * (pressureAcrossKpa(regulator, heldKpa, barometricKpa, manifold) + pumpedKpa);
}

/** True fuel pressure against the air outside, kPa. */
export function railGaugeKpa(metal: Metal, state: PlantState, surroundings: Surroundings): number {
  const manifold = manifoldKpa(metal, state);
  return acrossKpa(metal, state, surroundings) + state.railShare * (manifold - surroundings.barometricKpa);
}

/** The injectors of a cylinder open: what flows wets its wall and waits at its valve. An opening longer than the cycle is the cycle. */
export function inject(
  metal: Metal,
  state: PlantState,
  surroundings: Surroundings,
  cylinder: number,
  { openingMs, squirts, secondOpeningMs, lostShare }: Opening,
): number {
  const { injector, second } = metal;
  const across = acrossKpa(metal, state, surroundings);
  const cycleMs = state.speedRpm > 0 ? (CYCLE_S_AT_1_RPM * 1000) / state.speedRpm : Infinity;
  const open = Math.min(openingMs, cycleMs / squirts);
  const flowingMs =
    open > 0
      ? netOfOpenMs(injector.shortPulse, open - deadTimeAt(injector.deadTime, state.batteryV, across))
      : 0;
  const share = (metal.fuelShare[cylinder - 1] as number) * liquidShare(state.railC);
  let mg = squirts * flowingMs * injectorFlowGPerS(injector, across) * share;
  if (second !== null && secondOpeningMs > 0) {
    const netMs = Math.max(
      0,
      Math.min(secondOpeningMs, cycleMs) - deadTimeMs(second.deadTime, state.batteryV),
    );
    mg += netMs * flowAtPressureGPerS(second.ratedFlowGPerS, second.ratedPressureKpa, across) * share;
  }
  state.takenMg += mg;
  state.totals.injectedMg += mg;
  if (state.rig.railLifted) {
    state.rig.caughtMg[cylinder - 1] = (state.rig.caughtMg[cylinder - 1] as number) + mg;
    state.totals.lostMg += mg;
    return mg;
  }
  state.totals.lostMg += mg * lostShare;
  sprayed(metal, state, cylinder, mg * (1 - lostShare));
  return mg;
}

/**
 * Pump and rail over one slow step: pressure rises to what the regulator holds, and falls when more is taken than comes;
 * the fuel in the rail warms with the engine and is swept out by what is used.
 */
export function stepSupply(
  metal: Metal,
  state: PlantState,
  surroundings: Surroundings,
  pumpOn: boolean,
  dtS: number,
): void {
  const takenMg = state.takenMg;
  const swept = Math.min(1, takenMg / (HELD_MG * metal.cylinders));
  state.railC +=
    ((soakedRailC(surroundings, state.coolantC) - state.railC) * dtS) / WARMS_S +
    (Math.min(TANK.mostC, surroundings.airC + TANK.overAirK) - state.railC) * swept;
  state.takenMg = 0;
  const comesMg = pumpOn ? metal.pumpGPerS * Math.max(0, state.batteryV / PUMP_V) * dtS * 1000 : 0;
  const yieldMg = YIELD_MG * metal.cylinders;
  const rising = pumpOn ? ((1 - state.railShare) * dtS) / RISE_S : (-state.railShare * dtS) / LEAK_S;
  const balance = (comesMg - takenMg) / yieldMg;
  const next = state.railShare + Math.min(rising, Math.max(balance, -state.railShare));
  state.railShare = Math.min(1, Math.max(0, next));
  // What the regulator does not let into the rail goes back to the tank.
  if (state.railShare > FULL_RAIL) state.rig.returnedMg += Math.max(0, comesMg - takenMg);
}
