/** How several lambda sensors make one number. */
export type LambdaCombination = 'first' | 'mean' | 'perBank' | 'perCylinder';

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
    case 'perBank':
    case 'perCylinder': {
      const seeing = (bank: LambdaPlace) => believed.filter(({ place }) => place === bank || place === 'all');
      return { bankOne: meanOf(seeing('bankOne')), bankTwo: meanOf(seeing('bankTwo')) };
    }
  }
}

/** A lambda sensor as it is placed. */
export interface PlacedLambda {
  readonly place: LambdaPlace;
  /** The cylinder it sees, for one that sees a cylinder. */
  readonly cylinder: number | null;
}

/** Sensors that together tell one mixture, and what of them counts. */
export interface LambdaGroup {
  readonly sensors: readonly number[];
  readonly take: 'first' | 'mean';
}

/** Mixtures that are told apart, and which of them each cylinder has; −1 for one that no sensor sees. */
export interface LambdaGroups {
  readonly groups: readonly LambdaGroup[];
  readonly groupOf: readonly number[];
}

/**
 * Which cylinders a reading may correct. One sensor: those it sees. Several: all cylinders by the first or the mean, each bank by
 * the sensors that see it or all, or each sensor its own cylinders, those of one cylinder before those of more.
 * @param bankOf the bank of a cylinder, 1 or 2.
 */
export function lambdaGroups(
  sensors: readonly PlacedLambda[],
  combination: LambdaCombination,
  cylinders: number,
  bankOf: (cylinder: number) => 1 | 2,
): LambdaGroups {
  const all = Array.from({ length: cylinders }, (_, i) => i + 1);
  const sees = ({ place, cylinder }: PlacedLambda, other: number) =>
    place === 'all' ||
    (place === 'cylinder' ? cylinder === other : bankOf(other) === (place === 'bankOne' ? 1 : 2));
  const each = sensors.map((_, i) => i);
  if (sensors.length > 1 && (combination === 'first' || combination === 'mean')) {
    return { groups: [{ sensors: each, take: combination }], groupOf: all.map(() => 0) };
  }
  const byBank = sensors.length > 1 && combination === 'perBank';
  const serving = (cylinder: number): readonly number[] => {
    const seeing = each.filter((i) => sees(sensors[i] as PlacedLambda, cylinder));
    if (byBank) return seeing.filter((i) => sensors[i]?.place !== 'cylinder');
    const narrowest = Math.min(...seeing.map((i) => WIDTH[(sensors[i] as PlacedLambda).place]));
    return seeing.filter((i) => WIDTH[(sensors[i] as PlacedLambda).place] === narrowest);
  };
  const groups: LambdaGroup[] = [];
  const groupOf = all.map((cylinder) => {
    const own = serving(cylinder);
    if (own.length === 0) return -1;
    const known = groups.findIndex(({ sensors: others }) => others.join() === own.join());
    if (known >= 0) return known;
    return groups.push({ sensors: own, take: 'mean' }) - 1;
  });
  return { groups, groupOf };
}

/** How much a sensor sees. */
const WIDTH: Readonly<Record<LambdaPlace, number>> = { cylinder: 1, bankOne: 2, bankTwo: 2, all: 3 };
