import { EVIDENCE_S } from './evidence';
import type { SensorCells } from './sensorCells';

/** How far apart the cylinders of sensors are, and what would bring them together. */
export interface CylinderTrims {
  /** By sensor: the cylinders that it sees alone, and by how much they are off the mean of all, as a logarithm. */
  readonly sides: readonly {
    readonly sensor: number;
    readonly cylinders: readonly number[];
    readonly offLn: number;
  }[];
  readonly standardError: number;
  /** What each cylinder’s fuel is to be multiplied by, in order; 1 for one that no sensor sees alone. */
  readonly factors: readonly number[];
}

/** Cells that both sensors have to have read in. */
const FEWEST = 4;
/** What is nearer than this, or than so many times its uncertainty, is no difference. */
const APART = { least: 0.01, times: 3 } as const;

/**
 * What brings the cylinders of several sensors together, by the cells that all of them read in. A level that all share is the
 * map’s, and stays. Null where the sensors do not see cylinders of their own, too little was read, or nothing is apart.
 * @param seen by sensor the cylinders, from 1, that it sees alone.
 */
export function cylinderTrims(
  found: readonly SensorCells[],
  seen: readonly (readonly number[])[],
  cylinders: number,
): CylinderTrims | null {
  const own = found.map(({ sensor }) => seen[sensor] ?? []);
  if (found.length < 2 || own.some((some) => some.length === 0)) return null;
  const cells = Array.from(found[0]?.found ?? [], (_, i) => i).filter((i) =>
    found.every(({ evidenceS }) => (evidenceS[i] as number) >= EVIDENCE_S),
  );
  if (cells.length < FEWEST) return null;
  const readBy = own.reduce((sum, { length }) => sum + length, 0);
  const offs = cells.map((i) => {
    const mean = found.reduce(
      (sum, one, k) => sum + ((one.found[i] as number) * (own[k]?.length ?? 0)) / readBy,
      0,
    );
    return found.map((one) => (one.found[i] as number) - mean);
  });
  const meanOff = found.map((_, k) => offs.reduce((sum, off) => sum + (off[k] as number), 0) / cells.length);
  const squares = offs.reduce((sum, off) => sum + ((off[0] as number) - (meanOff[0] as number)) ** 2, 0);
  const standardError = Math.sqrt(squares / (cells.length * (cells.length - 1)));
  const most = Math.max(...meanOff.map(Math.abs));
  if (most < Math.max(APART.least, APART.times * standardError)) return null;
  const factors = Array.from({ length: cylinders }, (_, i) => {
    const k = own.findIndex((some) => some.includes(i + 1));
    return k < 0 ? 1 : Math.exp(meanOff[k] as number);
  });
  const sides = found.map(({ sensor }, k) => ({
    sensor,
    cylinders: own[k] ?? [],
    offLn: meanOff[k] as number,
  }));
  return { sides, standardError, factors };
}
