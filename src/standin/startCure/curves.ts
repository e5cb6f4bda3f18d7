import { intervalFraction, intervalIndex, lookUpCurve } from '@/core/numeric';
import type { EcuProgram, MapId } from '@/core/program';

/** The curves over coolant temperature that a start can be cured by. */
export const CURABLE_IDS = ['prime', 'cranking', 'afterStart', 'warmUp'] as const;

export type CurableId = (typeof CURABLE_IDS)[number];

/** Values that are tried for a curve, from the least to the most: verdicts come in bands wider than a step. */
const TRIED: Readonly<Record<CurableId, readonly number[]>> = {
  prime: [0, ...steps(0.15, 6, 11)],
  cranking: steps(0.4, 16, 21),
  afterStart: steps(1, 4.5, 15),
  warmUp: steps(1, 2.2, 11),
};

/** What a map takes, held against its entry by the tests: the entries know fields and words, which a worker does not carry. */
export const LIMITS: Readonly<Record<CurableId, readonly [least: number, most: number]>> = {
  prime: [0, 30],
  cranking: [0, 30],
  afterStart: [1, 8],
  warmUp: [1, 3],
};
export const DECIMALS = 2;

/** So many values from one to another, each in the same proportion to the one before. */
function steps(from: number, to: number, count: number): number[] {
  return Array.from({ length: count }, (_, i) => from * (to / from) ** (i / (count - 1)));
}

export function triedFor(id: CurableId): readonly number[] {
  return TRIED[id];
}

/** True where a start with this program goes by this curve. */
export function hasCurve({ tables }: EcuProgram, id: CurableId): boolean {
  return tables[id] !== undefined;
}

/** What the curve says at a temperature. @throws {RangeError} where there is no such curve. */
export function curveAt({ tables }: EcuProgram, id: CurableId, coolantC: number): number {
  return lookUpCurve(curveOf(tables, id), coolantC);
}

/** Breakpoints of the curves of starting within two temperatures, the warmest first, each once. */
export function breakpoints({ tables }: EcuProgram, fromC: number, toC: number): number[] {
  const all = CURABLE_IDS.flatMap((id) => [...(tables[id]?.x ?? [])]);
  return [...new Set(all)].filter((celsius) => celsius >= fromC && celsius <= toC).sort((a, b) => b - a);
}

/**
 * The program with a curve that says this value at a temperature: its point there, or both points beside it in the same
 * proportion, within the map’s limits and with its decimals. The rest of the curve stays.
 */
export function withCurveAt(program: EcuProgram, id: CurableId, coolantC: number, value: number): EcuProgram {
  const curve = curveOf(program.tables, id);
  const values = curve.values.slice();
  const i = intervalIndex(curve.x, coolantC);
  const fraction = intervalFraction(curve.x, i, coolantC);
  const now = lookUpCurve(curve, coolantC);
  const put = (at: number) => {
    const own = values[at] as number;
    values[at] = asTyped(id, now > 0 ? (own * value) / now : value);
  };
  if (fraction < 1) put(i);
  if (fraction > 0) put(i + 1);
  return { ...program, tables: { ...program.tables, [id]: { ...curve, values } } };
}

/** A value as the map takes it: within its limits, with its decimals. */
function asTyped(id: CurableId, value: number): number {
  const [least, most] = LIMITS[id];
  return Number(Math.min(most, Math.max(least, value)).toFixed(DECIMALS));
}

function curveOf(tables: EcuProgram['tables'], id: MapId) {
  const curve = tables[id];
  if (curve === undefined) throw new RangeError(`There is no ${id}`);
  return curve;
}
