import { baseValue, blendsFuels, type Calibration, fillingMap, strategyOf } from '../calibration';
import type { Source } from '../field';
import type { MapProposalOf } from '../generators';
import { correctedCells, fittedCells, type OneFactor } from '../log';
import { type MapData, roughness, withCells } from '../map';
import { gridOf, lookUpMap } from '../numeric';
import { MAP_DEFINITIONS } from '../program';
import { formatNumber } from '../units';
import { wholeMapFactor } from './wholeMap';
import { actingLn, learnedPlaces, learnedSamples, type LearnedSurface } from './learnedSamples';

export type { LearnedSurface } from './learnedSamples';

/** Each cell by what was learned about it, or the whole map by the one factor that all of it is. */
export type FoldBy = 'cells' | 'factor';

/** What was learned as a proposal for a map, with what it would do to the map. */
export interface LearnedFold {
  /** The only way that it may be put in: what is one factor is no shape of a map, and cell by cell it is refused. */
  readonly by: FoldBy;
  /** The factor that all of it is; null where it has a shape. */
  readonly factor: OneFactor | null;
  readonly proposal: MapProposalOf;
  /** Cells that would move, and those of them that learned trims were put into before. */
  readonly moved: number;
  readonly again: number;
  /** {@link roughness} of the map as it is and as it would be. */
  readonly rough: { readonly before: number; readonly after: number };
}

/** What a loop learns swings with the lambda that it reads: a bend of the surface counts as much as so many seconds of it. */
const FIT = { smoothS: 12, stayS: 0.05, wildTimes: Infinity } as const;
/** The largest step that the loop’s own authority allows is taken at once, a share. */
const MOST = 0.3;
const NOTE = 'Learned by the closed loop';
/** Moved by less, a cell is as it was. */
const SAME_LN = 1e-9;

/**
 * What was learned put into the map of filling, or of pulses: fitted smoothly by its evidence, each cell with what acts there
 * within the authority. Null where air is measured, where two maps are blended (trims do not tell which of them they are about),
 * where the surface has other cells, or where nothing would move.
 * @param date today, YYYY-MM-DD.
 */
export function learnedFold(
  document: Calibration,
  learned: LearnedSurface,
  date: string,
): LearnedFold | null {
  const mapId = fillingMap(strategyOf(document));
  const map = mapId === null ? null : document.maps[mapId];
  const places = learnedPlaces(document, learned);
  if (mapId === null || map === null || places === null || blendsFuels(document)) return null;
  const acting = actingLn(document, learned, places);
  const samples = learnedSamples(gridOf(map), places, acting, learned.evidenceS);
  if (samples.count === 0) return null;
  const cells = fittedCells(samples, gridOf(map), FIT);
  const factor = wholeMapFactor(
    acting.map((ln, i) => ({ ln, evidenceS: learned.evidenceS[i] ?? 0 })),
    (baseValue(document, 'learned.rate') ?? 0) / 100,
  );
  const by: FoldBy = factor === null ? 'cells' : 'factor';
  const changes = correctedCells(
    map.values,
    { cells, factor },
    { by, most: MOST, beyond: false },
    MAP_DEFINITIONS[mapId],
  );
  if (changes.length === 0) return null;
  const source: Source = { kind: 'measured', date, note: NOTE };
  const after = withCells(map, changes, source);
  const again = changes.filter(({ index }) => isLearned(map, index)).length;
  return {
    by,
    factor,
    proposal: {
      mapId,
      before: map,
      after,
      reasons: [
        factor === null
          ? {
              text: `What the loop has kept correcting, in ${changes.length} of ${map.values.length} cells, fitted smoothly by its evidence; the others stay as they are.`,
              formula: 'cell = cell · exp(fitted), within the authority',
            }
          : {
              text: `All that was learned lies within ${formatNumber(100 * factor.spread, 1)} % of ${percentOf(factor.change)}: the whole map moves by it, also where nothing was learned.`,
              formula: 'cell = cell · exp(mean of what was learned)',
            },
      ],
      evidence: Array.from(cells.evidenceS),
    },
    moved: changes.length,
    again,
    rough: { before: roughness(map), after: roughness(after) },
  };
}

/** Whether a cell holds what was learned. */
function isLearned({ sources, cellSources }: MapData, index: number): boolean {
  const source = sources[cellSources[index] as number];
  return source?.kind === 'measured' && source.note === NOTE;
}

/** A logarithm as a signed percentage, in words. */
function percentOf(ln: number): string {
  return `${ln > 0 ? '+' : '−'}${formatNumber(Math.abs(100 * Math.expm1(ln)), 1)} %`;
}

/**
 * What stays learned once a map has been moved: each cell less exactly what the map now holds of it, so that fuel stays as it
 * was. A cell without evidence stays as it is; one that was moved begins to gather evidence anew.
 */
export function leftLearned(
  document: Calibration,
  learned: LearnedSurface,
  before: MapData,
  after: MapData,
): LearnedSurface {
  const places = learnedPlaces(document, learned);
  if (places === null) return learned;
  const [was, is] = [gridOf(before), gridOf(after)];
  const acting = actingLn(document, learned, places);
  const movedLn = places.map(({ x, y }, i) =>
    (learned.evidenceS[i] ?? 0) > 0 ? Math.log(lookUpMap(is, x, y) / lookUpMap(was, x, y)) : 0,
  );
  return {
    ln: acting.map((value, i) => value - (movedLn[i] as number)),
    evidenceS: learned.evidenceS.map((seconds, i) =>
      Math.abs(movedLn[i] as number) > SAME_LN ? 0 : seconds,
    ),
  };
}
