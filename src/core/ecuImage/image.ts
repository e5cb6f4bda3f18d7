import { type Calibration, calibrationFromJson, calibrationSchema, type FileResult } from '../calibration';
import type { MapData } from '../map';
import { rowCount } from '../map/schema';
import { contentSum } from '../numeric';
import { isMapId, MAP_IDS, type MapId } from '../program';

/** What stands in a document and is no business of an engine computer: what was decided about it, and where it has been. */
const KEPT_HERE = ['review', 'lineage'] as const;
/** What says which document it is; of one section, and no difference. */
const ABOUT = ['format', 'version', 'name', 'note', 'standIn'] as const;

type Part = Exclude<keyof Calibration, 'maps' | (typeof KEPT_HERE)[number] | (typeof ABOUT)[number]>;

const PARTS = (Object.keys(calibrationSchema.shape) as (keyof Calibration)[]).filter(
  (key): key is Part => key !== 'maps' && ![...KEPT_HERE, ...ABOUT].some((other) => other === key),
);

/** A part of what an engine computer holds: which document it is, a part of that, or one map. */
export type ImageSectionId = 'about' | Part | `maps.${MapId}`;

/** All sections, in the order of the document. */
export const IMAGE_SECTIONS: readonly ImageSectionId[] = [
  'about',
  ...PARTS,
  ...MAP_IDS.map((id): ImageSectionId => `maps.${id}`),
];

/** What an engine computer holds: of each section its content, plain data. */
export type EcuImage = Readonly<Record<ImageSectionId, unknown>>;

const images = new WeakMap<Calibration, EcuImage>();

/** What an engine computer holds of a document; remembered by document. Contents are the document’s own parts. */
export function imageOf(document: Calibration): EcuImage {
  const known = images.get(document);
  if (known !== undefined) return known;
  const image = Object.fromEntries(IMAGE_SECTIONS.map((id) => [id, contentOf(document, id)])) as EcuImage;
  images.set(document, image);
  return image;
}

function contentOf(document: Calibration, id: ImageSectionId): unknown {
  if (id === 'about') return Object.fromEntries(ABOUT.map((key) => [key, document[key]]));
  const map = mapOfSection(id);
  return map === null ? document[id as Part] : document.maps[map];
}

/** The document of an image, with nothing decided about it; refused like a file where it is none. */
export function documentOf(image: Readonly<Record<string, unknown>>): FileResult {
  const about = image['about'];
  const maps = Object.fromEntries(MAP_IDS.map((id) => [id, image[`maps.${id}`] ?? null]));
  const parts = Object.fromEntries(PARTS.filter((id) => id in image).map((id) => [id, image[id]]));
  return calibrationFromJson({ ...(typeof about === 'object' ? about : {}), ...parts, maps });
}

/** The map that a section holds; null for another. */
export function mapOfSection(id: string): MapId | null {
  const map = id.startsWith('maps.') ? id.slice('maps.'.length) : '';
  return isMapId(map) ? map : null;
}

/** Says where a value is from, and no more: to vouch for a value changes nothing that an engine is run by. */
const SAYS_WHERE_FROM = new Set(['source', 'sources', 'cellSources', 'anchors', 'computedFrom']);

const sums = new WeakMap<object, number>();

/**
 * A sum of a section’s content, for telling whether two say the same: of what an engine is run by, not of where it is from.
 * Which document it is makes no difference.
 */
export function sectionSum(id: string, content: unknown): number {
  if (id === 'about') return 0;
  if (typeof content !== 'object' || content === null) return contentSum(content);
  const known = sums.get(content);
  if (known !== undefined) return known;
  const sum = contentSum(said(content));
  sums.set(content, sum);
  return sum;
}

function said(content: unknown): unknown {
  if (Array.isArray(content)) return content.map(said);
  if (typeof content !== 'object' || content === null) return content;
  return Object.fromEntries(
    Object.entries(content).flatMap(([key, value]) =>
      SAYS_WHERE_FROM.has(key) || value === undefined ? [] : [[key, said(value)]],
    ),
  );
}

/** Sums of all sections of an image. */
export function imageSums(image: Readonly<Record<string, unknown>>): Record<string, number> {
  return Object.fromEntries(IMAGE_SECTIONS.map((id) => [id, sectionSum(id, image[id])]));
}

/** A sum of everything that is no cell of a map: two images with the same are of one build, and may exchange cells. */
export function buildSum(image: Readonly<Record<string, unknown>>): number {
  return contentSum(
    IMAGE_SECTIONS.map((id) => {
      if (mapOfSection(id) === null) return sectionSum(id, image[id]);
      const map = image[id] as MapData | null | undefined;
      return map === null || map === undefined ? null : [map.x, map.y];
    }),
  );
}

/** One cell of a map, row by row, and its number. */
export interface CellValue {
  readonly index: number;
  readonly value: number;
}

/** A map with some cells of other values; null where a cell lies outside it. What it held is not touched. */
export function withCells(map: MapData, cells: readonly CellValue[]): MapData | null {
  const values = [...map.values];
  for (const { index, value } of cells) {
    if (index >= values.length) return null;
    values[index] = value;
  }
  return { ...map, values };
}

/** The cells in which one map differs from another of the same breakpoints, with its values; null where those differ. */
export function cellsFrom(map: MapData, other: MapData): CellValue[] | null {
  if (!isSame(map.x, other.x) || !isSame(map.y, other.y)) return null;
  if (map.values.length !== map.x.length * rowCount(map)) return null;
  return map.values.flatMap((value, index) => (value === other.values[index] ? [] : [{ index, value }]));
}

function isSame(some: readonly number[], others: readonly number[]): boolean {
  return some.length === others.length && some.every((value, i) => value === others[i]);
}
