import { proposedFilmShare, proposedFilmTime } from '../fuel';
import { fuelById, type FuelId } from '../fuels';
import { type Curve, curveThrough } from '../numeric';
import { COOLANT_BREAKPOINTS, proposedStartUp } from '../startup';

/** What is usual of starting on a fuel, by coolant: what starts in logs are held against. */
export interface UsualStart {
  /** Cranking multiple, × stoichiometric. */
  readonly cranking: Curve;
  /** After-start × warm-up just after the start. */
  readonly running: Curve;
  /** Share of injected fuel that wets the wall, 0…1, and the time in which it leaves it, s. */
  readonly wallShare: Curve;
  readonly wallTimeS: Curve;
}

/** The usual start on a fuel, from what its curves would be proposed as. */
export function usualStartOf(fuelId: FuelId): UsualStart {
  const { coldExcess } = fuelById(fuelId);
  const [cranking, afterStart, warmUp] = (['cranking', 'afterStart', 'warmUp'] as const).map(
    (curve) => proposedStartUp(curve, fuelId).values,
  ) as [number[], number[], number[]];
  const along = (of: (coolantC: number, i: number) => number) =>
    curveThrough(COOLANT_BREAKPOINTS.map((coolantC, i) => [coolantC, of(coolantC, i)]));
  return {
    cranking: along((_, i) => cranking[i] as number),
    running: along((_, i) => (afterStart[i] as number) * (warmUp[i] as number)),
    wallShare: along((coolantC) => proposedFilmShare(coolantC) / 100),
    wallTimeS: along((coolantC) => proposedFilmTime(coolantC, coldExcess)),
  };
}
