import { litresOf, type Metal, type Surroundings } from './metal';
import type { PlantState } from './plantState';
import { oilFactorOf, soakedAirC } from './soak';

/** Metal and coolant together, for each litre of engine, kJ/K. */
const HEAT_KJ_PER_K_PER_L = 13;
/** Share of the heat of combustion that the coolant takes up, and that the oil does. */
const TO_COOLANT = 0.28;
const TO_OIL = 0.05;
const OIL_KJ_PER_K_PER_L = 3;
/** Heat between coolant and oil, and from the engine to the air around it, for each litre, W/K. */
const OIL_W_PER_K_PER_L = 85;
const HULL_W_PER_K_PER_L = 6;
/** The radiator, for each litre: with the car standing, with its fan, and for each m/s of headwind, W/K. */
const RADIATOR = { still: 12, fan: 180, perMPerS: 14 } as const;
/** Temperatures between which the thermostat opens, °C. */
const THERMOSTAT = { opensC: 80, openC: 92 } as const;
/** Coolant that boils takes heat with it: from this temperature, for each litre of engine, W/K. */
const BOILING = { fromC: 118, wPerKPerL: 4000 } as const;
/** Valves that are not fired cool to the coolant within this time, s. */
const VALVES_COOL_S = 40;
/** How fast air standing under the bonnet warms, s, and the flow for each litre from which it is fresh, g/s. */
const BONNET = { soakS: 240, freshGPerS: 6 } as const;

/** Oil pressure by speed, and more the thicker it is, up to its relief valve, kPa gauge. */
export function oilPressureKpa(state: PlantState): number {
  const thick = Math.sqrt(state.oilFactor);
  return Math.min(400 + 60 * (thick - 1), state.speedRpm * 0.25 * thick);
}

/** What helps the radiator. */
export interface Cooling {
  readonly fanOn: boolean;
  /** Air that comes at it from in front, m/s. */
  readonly headwindMPerS: number;
}

/** Coolant, oil, valves and the air at the plates over one slow step. */
export function stepHeat(
  metal: Metal,
  state: PlantState,
  surroundings: Surroundings,
  feltAirC: number,
  { fanOn, headwindMPerS }: Cooling,
  dtS: number,
): void {
  const litres = litresOf(metal);
  const open = Math.min(
    1,
    Math.max(0, (state.coolantC - THERMOSTAT.opensC) / (THERMOSTAT.openC - THERMOSTAT.opensC)),
  );
  const radiator = RADIATOR.still + (fanOn ? RADIATOR.fan : 0) + RADIATOR.perMPerS * Math.abs(headwindMPerS);
  const boiledW = litres * BOILING.wPerKPerL * Math.max(0, state.coolantC - BOILING.fromC);
  const awayW =
    boiledW + litres * (HULL_W_PER_K_PER_L + open * radiator) * (state.coolantC - surroundings.airC);
  const toOilW = litres * OIL_W_PER_K_PER_L * (state.coolantC - state.oilC);
  const heatJ = state.heatJ;
  state.heatJ = 0;
  state.coolantC += (TO_COOLANT * heatJ - (awayW + toOilW) * dtS) / (HEAT_KJ_PER_K_PER_L * 1000 * litres);
  state.oilC += (TO_OIL * heatJ + toOilW * dtS) / (OIL_KJ_PER_K_PER_L * 1000 * litres);
  state.oilFactor = oilFactorOf(state.oilC);
  state.valvesK *= 1 - dtS / VALVES_COOL_S;
  const fresh = Math.min(1, state.airFlowGPerS / (BONNET.freshGPerS * litres));
  const towardsC = feltAirC + (1 - fresh) * (soakedAirC(surroundings, state.coolantC) - surroundings.airC);
  const soakS = BONNET.soakS * (1 - fresh) + 4 * fresh;
  state.intakeC += ((towardsC - state.intakeC) * dtS) / soakS;
}
