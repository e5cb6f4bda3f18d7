import { type Calibration, type FieldPath, leaderOf, usedMaps } from '../calibration';
import { FIRST_OF, isSecondMapId, type MapId } from '../program';
import type { Source } from '../field';
import type { MapData } from '../map';
import { changedSince, isComputedSource } from './computedFrom';
import { generatedMap, type MapProposalOf } from './generate';
import type { GeneratorChoices } from './generator';

/** Maps that are to be computed: those that can be proposed, and those whose fields are still empty. */
export interface MissingMaps {
  readonly proposals: readonly MapProposalOf[];
  readonly waiting: readonly { readonly mapId: MapId; readonly missing: readonly FieldPath[] }[];
}

/**
 * Proposals for every map in use that is not there, in the order of work. Each stands on what the others would be: a
 * map that follows another’s breakpoints takes those that other would get.
 * @param date the day of the proposals, YYYY-MM-DD.
 */
export function missingMaps(document: Calibration, choices: GeneratorChoices, date: string): MissingMaps {
  return proposals(
    document,
    usedMaps(document).filter((mapId) => document.maps[mapId] === null),
    choices,
    date,
  );
}

/**
 * Proposals for every map in use that was computed for other data, on the breakpoints it has; as for those that are missing.
 * Cells that somebody typed, measured or corrected stay as they are.
 */
export function staleMaps(document: Calibration, choices: GeneratorChoices, date: string): MissingMaps {
  const stale = usedMaps(document).filter((mapId) => changedSince(document, mapId).length > 0);
  const found = proposals(document, stale, choices, date);
  return {
    ...found,
    proposals: found.proposals.map((proposal) => ({
      ...proposal,
      after: proposal.before === null ? proposal.after : keepingTyped(proposal.before, proposal.after),
    })),
  };
}

/** A map computed anew in the cells that were computed, with the others as they were. Both have the same axes. */
function keepingTyped(before: MapData, after: MapData): MapData {
  const kept = before.cellSources.map((of) => !isComputedSource(before.sources[of]));
  const typed = [...new Set(before.cellSources.filter((_, i) => kept[i]))];
  return {
    ...after,
    values: after.values.map((value, i) => (kept[i] === true ? (before.values[i] as number) : value)),
    sources: [...after.sources, ...typed.map((of) => before.sources[of] as Source)],
    cellSources: after.cellSources.map((of, i) =>
      kept[i] === true ? after.sources.length + typed.indexOf(before.cellSources[i] as number) : of,
    ),
  };
}

function proposals(
  document: Calibration,
  wanted: readonly MapId[],
  choices: GeneratorChoices,
  date: string,
): MissingMaps {
  const found = new Map<MapId, ReturnType<typeof generatedMap>>();
  let sofar = document;
  for (const mapId of leadersFirst(document, wanted)) {
    const result = generatedMap(sofar, mapId, choices, date);
    found.set(mapId, result);
    if (result.ok) sofar = { ...sofar, maps: { ...sofar.maps, [mapId]: result.proposal.after } };
  }
  const results = wanted.map((mapId) => ({ mapId, result: found.get(mapId) }));
  return {
    proposals: results.flatMap(({ result }) => (result?.ok === true ? [result.proposal] : [])),
    waiting: results.flatMap(({ mapId, result }) =>
      result?.ok === false ? [{ mapId, missing: result.missing }] : [],
    ),
  };
}

/** The maps with those first whose breakpoints others take. */
function leadersFirst(document: Calibration, mapIds: readonly MapId[]): MapId[] {
  const follows = (mapId: MapId) =>
    leaderOf(document, mapId) ?? (isSecondMapId(mapId) ? FIRST_OF[mapId] : null);
  const depth = (mapId: MapId): number => {
    const leader = follows(mapId);
    return leader === null ? 0 : 1 + depth(leader);
  };
  return [...mapIds].sort((a, b) => depth(a) - depth(b));
}
