import type { EcuProgram, MapId } from '@/core/program';
import { type Identity, settingsSum, sumOf } from '@/link';

/** A map that runs with other numbers than the document has. */
export interface MapDifference {
  readonly id: MapId;
  /** Cells that differ, row by row. */
  readonly cells: readonly { readonly index: number; readonly value: number }[];
  /** The whole map as the document has it. */
  readonly wanted: Float64Array;
}

/** What differs between the document and what runs in the engine computer, and what runs and is not stored in it. */
export interface Differences {
  /** Anything but cells of maps: hardware, axes, strategy. It is put in with the key off. */
  readonly settings: boolean;
  /** None in another build: its cells may stand at other places, so none is ever written into it. */
  readonly maps: readonly MapDifference[];
  readonly unstored: readonly string[];
}

/** Numbers closer than this are the same: they went through text. */
const SAME = 1e-9;

/**
 * Compares.
 * @param running the maps that run, as they were read or written last.
 * @param storedSums of each map, the sum of what is stored.
 */
export function differencesOf(
  program: EcuProgram,
  identity: Pick<Identity, 'settings'>,
  running: Readonly<Record<string, Float64Array>>,
  storedSums: Readonly<Record<string, number>>,
): Differences {
  const settings = settingsSum(program) !== identity.settings;
  const ids = settings ? [] : (Object.keys(program.tables) as MapId[]);
  const maps = ids.flatMap((id): MapDifference[] => {
    const wanted = program.tables[id]?.values;
    const runs = running[id];
    if (wanted === undefined || runs === undefined || runs.length !== wanted.length) return [];
    const cells = Array.from(wanted, (value, index) => ({ index, value })).filter(
      ({ index, value }) => Math.abs(value - (runs[index] as number)) > SAME,
    );
    return cells.length === 0 ? [] : [{ id, cells, wanted }];
  });
  const unstored = Object.entries(running)
    .filter(([id, values]) => sumOf(values) !== storedSums[id])
    .map(([id]) => id);
  return { settings, maps, unstored };
}

/** Nothing differs. */
export function isSame({ settings, maps }: Differences): boolean {
  return !settings && maps.length === 0;
}
