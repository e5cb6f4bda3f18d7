import { authorityMaps, type Calibration } from '../calibration';
import { type FitSamples, samplesRoom } from '../log';
import { type Grid, gridOf, intervalFraction, intervalIndex, lookUpMap } from '../numeric';

/** Learned trims by cell, on the breakpoints of the authority: logarithms, and for how long each was learned, s. */
export interface LearnedSurface {
  readonly ln: readonly number[];
  readonly evidenceS: readonly number[];
}

/** Where learned cells stand, row by row. */
export interface LearnedPlace {
  readonly x: number;
  readonly y: number;
}

/** The places of the learned cells; null where the surface has other cells than the authority. */
export function learnedPlaces(document: Calibration, { ln }: LearnedSurface): LearnedPlace[] | null {
  const axes = document.maps[authorityMaps(document).richer];
  if (axes === null || ln.length !== axes.values.length) return null;
  return ln.map((_, i) => ({
    x: axes.x[i % axes.x.length] as number,
    y: axes.y[Math.floor(i / axes.x.length)] as number,
  }));
}

/** What each learned cell does to fuel, as a logarithm: no more than its authority. */
export function actingLn(
  document: Calibration,
  { ln }: LearnedSurface,
  places: readonly LearnedPlace[],
): number[] {
  const { richer, leaner } = authorityMaps(document);
  const [most, least] = [document.maps[richer], document.maps[leaner]];
  const shareOf = (map: typeof most, { x, y }: LearnedPlace) =>
    map === null ? 0 : lookUpMap(gridOf(map), x, y) / 100;
  return ln.map((value, i) => {
    const place = places[i] as LearnedPlace;
    return Math.min(Math.log1p(shareOf(most, place)), Math.max(-Math.log1p(shareOf(least, place)), value));
  });
}

/** Learned cells with evidence as samples of a map: each at its own place, with what acts there. */
export function learnedSamples(
  grid: Grid,
  places: readonly LearnedPlace[],
  acting: readonly number[],
  evidenceS: readonly number[],
): FitSamples {
  const evident = places.flatMap((place, i) => ((evidenceS[i] ?? 0) > 0 ? [{ place, i }] : []));
  const samples = samplesRoom(evident.length);
  evident.forEach(({ place, i }, k) => {
    const column = intervalIndex(grid.x, place.x);
    const row = intervalIndex(grid.y, place.y);
    samples.cell[k] = column + grid.x.length * row;
    samples.shareX[k] = intervalFraction(grid.x, column, place.x);
    samples.shareY[k] = intervalFraction(grid.y, row, place.y);
    samples.error[k] = acting[i] as number;
    samples.weightS[k] = evidenceS[i] as number;
  });
  return samples;
}
