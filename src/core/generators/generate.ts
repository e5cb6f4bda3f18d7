import { type Calibration, type FieldPath, leaderOf, valueAt } from '../calibration';
import type { Source } from '../field';
import type { MapData, MapProposal } from '../map';
import { MAP_DEFINITIONS, type MapId } from '../program';
import { computedFrom, PROPOSED_NOTE } from './computedFrom';
import type { Anchor, GeneratorChoices, OwnAnchors } from './generator';
import { GENERATORS } from './mapGenerators';

/** A proposal for one of the maps there are. */
export type MapProposalOf = MapProposal & { readonly mapId: MapId };

export type GeneratorResult =
  | { readonly ok: true; readonly proposal: MapProposalOf }
  | { readonly ok: false; readonly missing: readonly FieldPath[] };

/** The fields a map's generator still lacks. */
export function generatorNeeds(document: Calibration, mapId: MapId): FieldPath[] {
  return GENERATORS[mapId].needs(document).filter((path) => valueAt(document, path) === null);
}

/**
 * Proposes a map from the engine's description, on the map's present axes or, for a new map, on axes laid where the
 * engine lives. Values are rounded to the map's decimals and kept within its limits.
 * @param date the day of the proposal, YYYY-MM-DD.
 * @param own anchors in the place of computed ones; those kept with the map when left out. They are kept with the proposal.
 */
export function generatedMap(
  document: Calibration,
  mapId: MapId,
  choices: GeneratorChoices,
  date: string,
  own: OwnAnchors = document.maps[mapId]?.anchors ?? {},
): GeneratorResult {
  const missing = generatorNeeds(document, mapId);
  if (missing.length > 0) return { ok: false, missing };
  const before = document.maps[mapId];
  const leader = leaderOf(document, mapId);
  const axes = before ?? (leader === null ? null : document.maps[leader]) ?? GENERATORS[mapId].axes(document);
  const { valueAtPoint, reasons, largestFall } = GENERATORS[mapId].generate(document, choices, own);
  const { min, max, decimals, y } = MAP_DEFINITIONS[mapId];
  const rows = y === null ? [0] : axes.y;
  const rounded = (value: number) => Number(value.toFixed(decimals));
  const wanted = rows.flatMap((load) =>
    axes.x.map((x) => rounded(Math.min(max, Math.max(min, valueAtPoint(x, load))))),
  );
  const values =
    largestFall === undefined ? wanted : gentlyFalling(wanted, axes.x.length, largestFall).map(rounded);
  const source: Source = { kind: 'computed', date, note: PROPOSED_NOTE };
  const after: MapData = {
    x: [...axes.x],
    y: [...axes.y],
    values,
    sources: [source],
    cellSources: values.map(() => 0),
    ...(Object.keys(own).length === 0 ? {} : { anchors: { ...own } }),
    computedFrom: computedFrom(document, mapId),
  };
  return { ok: true, proposal: { mapId, before, after, reasons } };
}

/** Values row by row, lowered where they would fall by more than this to the row above. */
function gentlyFalling(values: readonly number[], width: number, largestFall: number): number[] {
  const result = [...values];
  for (let i = result.length - 1 - width; i >= 0; i -= 1) {
    result[i] = Math.min(result[i] as number, (result[i + width] as number) + largestFall);
  }
  return result;
}

/** The few numbers a map hangs on, as they are computed; none while its generator lacks something. */
export function mapAnchors(
  document: Calibration,
  mapId: MapId,
  choices: GeneratorChoices,
): readonly Anchor[] {
  return generatorNeeds(document, mapId).length > 0 ? [] : GENERATORS[mapId].anchors(document, choices);
}

/**
 * What a map's generator says at any point, for regions that no cell covers yet; null while it lacks something.
 */
export function generatorValueAt(
  document: Calibration,
  mapId: MapId,
  choices: GeneratorChoices,
): ((x: number, y: number) => number) | null {
  if (generatorNeeds(document, mapId).length > 0) return null;
  return GENERATORS[mapId].generate(document, choices, document.maps[mapId]?.anchors ?? {}).valueAtPoint;
}
