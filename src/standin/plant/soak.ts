import { oilFactorAt } from '@/core/engine';
import type { Surroundings } from './metal';

/** Colder oil is as thick as this. */
const COLDEST_OIL_C = -40;
/** The oil in these engines thickens a little more in the cold than a book’s: its factor is raised to this power. */
const THICKER = 1.12;
/** Share of the way from outside air to coolant that air standing under the bonnet comes to. */
const BONNET_SHARE = 0.35;
/** The same of the fuel in the rail of an engine that has stood: it lies closer to the metal. */
const RAIL_SHARE = 0.65;

/** Friction of oil as cold as this over that of hot oil. */
export function oilFactorOf(oilC: number): number {
  return Math.pow(oilFactorAt(Math.max(COLDEST_OIL_C, oilC)), THICKER);
}

/** Air at the plates of an engine that has stood, °C. */
export function soakedAirC({ airC }: Surroundings, coolantC: number): number {
  return coolantC > airC ? airC + BONNET_SHARE * (coolantC - airC) : airC;
}

/** Fuel in the rail of an engine that has stood, °C. */
export function soakedRailC({ airC }: Surroundings, coolantC: number): number {
  return airC + RAIL_SHARE * (coolantC - airC);
}
