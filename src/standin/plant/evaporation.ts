import { type Curve, lookUpCurve } from '@/core/numeric';
import type { FuelInTank, Metal } from './metal';
import type { PlantState } from './plantState';

/**
 * What the temperature of the metal does to petrol. Trial values that make starts believable; between the temperatures
 * linear, held beyond them.
 */
const TEMPERATURES = [-40, -30, -20, 0, 20, 40, 60, 80] as const;
const curve = (values: readonly number[]): Curve => ({
  x: Float64Array.from(TEMPERATURES),
  values: Float64Array.from(values),
});

/** Share of injected fuel that lands on the wall, X. */
const FILM_SHARE = curve([0.58, 0.53, 0.48, 0.42, 0.36, 0.3, 0.25, 0.2]);
/** Time constant of its evaporation, s. */
const FILM_TAU_S = curve([0.95, 0.8, 0.68, 0.54, 0.44, 0.36, 0.29, 0.22]);
/** Share of arriving petrol that is vapour at cranking speed and barometric pressure. */
const VAPOUR_CRANKING = curve([0.1, 0.16, 0.22, 0.32, 0.45, 0.62, 0.83, 1]);
/** Vapour lambda below which a charge is too rich to burn, and above which too lean. */
const RICH_LIMIT = curve([0.58, 0.55, 0.52, 0.49, 0.47, 0.457, 0.443, 0.43]);
const LEAN_LIMIT = curve([1.03, 1.08, 1.14, 1.24, 1.34, 1.443, 1.547, 1.65]);

/** A fuel that evaporates harder burns richer by this for each step of its cold excess. */
const RICHER_PER_EXCESS = 0.06;

/** Share of injected fuel that lands on a wall as warm as the coolant, 0…1. */
export function filmShare(coolantC: number): number {
  return lookUpCurve(FILM_SHARE, coolantC);
}

/** Time constant of evaporation from the wall, s: longer for a fuel that takes more heat. */
export function filmTauS({ coldExcess }: FuelInTank, coolantC: number): number {
  return lookUpCurve(FILM_TAU_S, coolantC) * Math.sqrt(coldExcess);
}

/**
 * Share of arriving fuel that is vapour at the intake valve: least while cranking at high pressure, more with speed and
 * vacuum. A fuel that needs more heat evaporates less by the power of its cold excess: what makes the cold hard on petrol
 * makes it harder on alcohols.
 */
export function vapourShare(
  { coldExcess }: FuelInTank,
  metalC: number,
  speedRpm: number,
  pressureShare: number,
): number {
  const petrol = lookUpCurve(VAPOUR_CRANKING, metalC);
  const cranking = coldExcess === 1 ? petrol : Math.pow(petrol, coldExcess);
  const bySpeed = 1 / (1 + Math.max(0, speedRpm - 250) / 4200);
  const byPressure = 0.7 + 0.3 * Math.min(1, pressureShare);
  return 1 - (1 - cranking) * bySpeed * byPressure;
}

/** Vapour lambda at the rich end of what burns. */
export function richLimit({ coldExcess }: FuelInTank, metalC: number): number {
  return lookUpCurve(RICH_LIMIT, metalC) * (1 - RICHER_PER_EXCESS * (coldExcess - 1));
}

/** Vapour lambda at the lean end of what burns. */
export function leanLimit(metalC: number): number {
  return lookUpCurve(LEAN_LIMIT, metalC);
}

/** Fuel sprayed at a cylinder’s valve: part stays on the wall, the rest waits to be drawn. Nothing is lost. */
export function sprayed({ fuel }: Metal, state: PlantState, cylinder: number, mg: number): void {
  evaporate(fuel, state, cylinder);
  const wall = mg * filmShare(state.coolantC);
  const at = cylinder - 1;
  state.filmMg[at] = (state.filmMg[at] as number) + wall;
  state.waitingMg[at] = (state.waitingMg[at] as number) + mg - wall;
}

/** Moves what has evaporated since it was last looked at from the wall to what waits: exactly, however long that was. */
export function evaporate(fuel: FuelInTank, state: PlantState, cylinder: number): void {
  const at = cylinder - 1;
  const film = state.filmMg[at] as number;
  const sinceS = state.timeS - (state.filmAtS[at] as number);
  state.filmAtS[at] = state.timeS;
  if (film === 0 || sinceS <= 0) return;
  const gone = film * (1 - Math.exp(-sinceS / filmTauS(fuel, state.coolantC)));
  state.filmMg[at] = film - gone;
  state.waitingMg[at] = (state.waitingMg[at] as number) + gone;
}
