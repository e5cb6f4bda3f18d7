/** How several lambda sensors make one number. */
export type LambdaCombination = 'first' | 'mean' | 'perBank';

/** What a sensor is placed to see. */
export type LambdaPlace = 'all' | 'bankOne' | 'bankTwo' | 'cylinder';

/** One sensor's reading with where it looks and the limits inside which it is believed. */
export interface LambdaReading {
  readonly lambda: number;
  readonly place: LambdaPlace;
  readonly min: number;
  readonly max: number;
}

/** Mixture of each bank as the engine computer takes it; null where no sensor is believed. */
export interface CombinedLambda {
  readonly bankOne: number | null;
  readonly bankTwo: number | null;
}

/**
 * Several sensors as one mixture for each bank. A reading outside its limits is left out. First: the first believed one
 * for both banks; mean: that of all believed ones; per bank: that of the sensors which see the bank, or all of it.
 */
export function combinedLambda(
  readings: readonly LambdaReading[],
  combination: LambdaCombination,
): CombinedLambda {
  const believed = readings.filter(({ lambda, min, max }) => lambda >= min && lambda <= max);
  const meanOf = (chosen: readonly LambdaReading[]) =>
    chosen.length === 0 ? null : chosen.reduce((sum, { lambda }) => sum + lambda, 0) / chosen.length;
  switch (combination) {
    case 'first': {
      const first = believed[0]?.lambda ?? null;
      return { bankOne: first, bankTwo: first };
    }
    case 'mean': {
      const mean = meanOf(believed);
      return { bankOne: mean, bankTwo: mean };
    }
    case 'perBank': {
      const seeing = (bank: LambdaPlace) => believed.filter(({ place }) => place === bank || place === 'all');
      return { bankOne: meanOf(seeing('bankOne')), bankTwo: meanOf(seeing('bankTwo')) };
    }
  }
}
