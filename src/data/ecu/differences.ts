import type { Calibration } from '@/core/calibration';
import {
  cellsFrom,
  type CellValue,
  IMAGE_SECTIONS,
  imageOf,
  type ImageSectionId,
  mapOfSection,
  sectionSum,
} from '@/core/ecuImage';
import type { MapData } from '@/core/map';
import type { MapId } from '@/core/program';
import type { Contents } from '@/link';

/** A map that runs with other numbers than the document has, on the same breakpoints. */
export interface MapDifference {
  readonly id: MapId;
  /** Cells that differ, row by row, as the document has them. */
  readonly cells: readonly CellValue[];
  /** The whole map as the document has it. */
  readonly wanted: MapData;
}

/** What differs between the document and what runs in the engine computer, and what runs and is not stored in it. */
export interface Differences {
  /** Sections with anything but cells of maps in another way: hardware, breakpoints, strategy. They go in with the engine off. */
  readonly parts: readonly ImageSectionId[];
  readonly maps: readonly MapDifference[];
  readonly unstored: readonly ImageSectionId[];
}

/**
 * Compares.
 * @param running the sections that run, as they were read or written last.
 */
export function differencesOf(
  document: Calibration,
  contents: Pick<Contents, 'running' | 'stored'>,
  running: Readonly<Record<string, unknown>>,
): Differences {
  const image = imageOf(document);
  const parts: ImageSectionId[] = [];
  const maps: MapDifference[] = [];
  for (const id of IMAGE_SECTIONS) {
    if (sectionSum(id, image[id]) === contents.running[id]) continue;
    const map = mapOfSection(id);
    const wanted = map === null ? null : document.maps[map];
    const runs = map === null ? null : (running[id] as MapData | null | undefined);
    const cells = wanted === null || runs === null || runs === undefined ? null : cellsFrom(wanted, runs);
    if (map === null || wanted === null || cells === null) parts.push(id);
    else if (cells.length > 0) maps.push({ id: map, cells, wanted });
  }
  const unstored = IMAGE_SECTIONS.filter((id) => contents.running[id] !== contents.stored[id]);
  return { parts, maps, unstored };
}

/** Nothing differs. */
export function isSame({ parts, maps }: Differences): boolean {
  return parts.length === 0 && maps.length === 0;
}

/** How many cells of maps differ. */
export function cellCount({ maps }: Differences): number {
  return maps.reduce((sum, { cells }) => sum + cells.length, 0);
}
