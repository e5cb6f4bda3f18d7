import { textSum } from '@/core/numeric';
import type { EcuProgram } from '@/core/program';

const PRIME = 16777619;
const START = 2166136261;

/** A sum of numbers, for telling whether two maps are the same: FNV-1a over their bytes, 32 bits. */
export function sumOf(values: ArrayLike<number>): number {
  const bytes = new Uint8Array(Float64Array.from(values).buffer);
  let sum = START;
  for (const byte of bytes) sum = Math.imul(sum ^ byte, PRIME);
  return sum >>> 0;
}

/** A sum of everything of a program but the values of its maps: their axes, the hardware, the strategy. */
export function settingsSum({ tables, ...rest }: EcuProgram): number {
  const axes = Object.entries(tables).map(([id, table]) => [id, Array.from(table.x), Array.from(table.y)]);
  // A control holds some maps itself; their axes are counted, and their cells are no settings there either.
  const maps = new Set<unknown>(Object.values(tables));
  return textSum(JSON.stringify([axes, rest], (_, value: unknown) => (maps.has(value) ? 'map' : value)));
}
