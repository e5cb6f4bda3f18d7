import { authorityMaps, type Calibration, fillingMap, strategyOf } from '../calibration';
import type { Source } from '../field';
import { withCells } from '../map';
import { gridOf, lookUpMap } from '../numeric';
import { MAP_DEFINITIONS } from '../program';
import type { MapProposalOf } from './generate';

/** Learned trims by cell, on the breakpoints of the authority: logarithms. */
export interface LearnedSurface {
  readonly ln: readonly number[];
}

/** The least that a cell is changed by, as a share of what it holds: less is nobody’s evidence. */
const LEAST_SHARE = 1e-4;

/**
 * What was learned put into the map of filling, or of pulses: each cell times the trim that acts there, within the authority. Null
 * where air is measured, where the surface has other cells, or where nothing was learned.
 * @param date today, YYYY-MM-DD.
 */
export function foldedLearned(
  document: Calibration,
  { ln }: LearnedSurface,
  date: string,
): MapProposalOf | null {
  const mapId = fillingMap(strategyOf(document));
  const map = mapId === null ? null : document.maps[mapId];
  const authority = authorityMaps(document);
  const richer = document.maps[authority.richer];
  const leaner = document.maps[authority.leaner];
  if (mapId === null || map === null || richer === null || leaner === null) return null;
  if (ln.length !== richer.values.length) return null;
  const surface = gridOf({ x: richer.x, y: richer.y, values: ln });
  const [most, least] = [gridOf(richer), gridOf(leaner)];
  const { min, max, decimals } = MAP_DEFINITIONS[mapId];
  const changes = map.values.flatMap((value, index) => {
    const x = map.x[index % map.x.length] as number;
    const y = map.y[Math.floor(index / map.x.length)] as number;
    const wantedLn = lookUpMap(surface, x, y);
    const hiLn = Math.log1p(lookUpMap(most, x, y) / 100);
    const loLn = -Math.log1p(lookUpMap(least, x, y) / 100);
    const trim = Math.exp(Math.min(hiLn, Math.max(loLn, wantedLn)));
    const after = Number(Math.min(max, Math.max(min, value * trim)).toFixed(decimals));
    return Math.abs(after - value) > LEAST_SHARE * value ? [{ index, value: after }] : [];
  });
  if (changes.length === 0) return null;
  const source: Source = { kind: 'measured', date, note: 'Learned by the closed loop' };
  return {
    mapId,
    before: map,
    after: withCells(map, changes, source),
    reasons: [
      {
        text: `What the loop has kept correcting, in ${changes.length} of ${map.values.length} cells; the others stay as they are.`,
        formula: 'cell = cell · exp(learned), within the authority',
      },
    ],
  };
}
