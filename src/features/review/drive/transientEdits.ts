import { baseValue, type Calibration, conversionContext } from '@/core/calibration';
import type { FilmSettings } from '@/core/control';
import type { Source } from '@/core/field';
import { generatedMap, usualChoices } from '@/core/generators';
import { type MapData, withCells } from '@/core/map';
import { gridOf } from '@/core/numeric';
import { MAP_DEFINITIONS, type MapId } from '@/core/program';
import type { TransientCure } from '@/workers/driveProtocol';
import { today } from '@/data/today';

type FilmMap = 'filmShare' | 'filmTime';

/** A map of the film as it stands in the document, or as it is proposed. */
function filmMap(document: Calibration, id: FilmMap): MapData {
  const there = document.maps[id];
  if (there !== null) return there;
  const generated = generatedMap(document, id, usualChoices(document), today());
  if (!generated.ok)
    throw new TypeError(`${MAP_DEFINITIONS[id].label} lacks ${generated.missing.join(', ')}`);
  return generated.proposal.after;
}

/** What is believed of the film before the car was asked. */
export function believedFilm(document: Calibration): FilmSettings {
  return {
    cylinders: baseValue(document, 'engine.cylinders') ?? 1,
    barometricKpa: conversionContext(document).barometricKpa,
    sharePercent: gridOf(filmMap(document, 'filmShare')),
    timeS: gridOf(filmMap(document, 'filmTime')),
    opensFromPercentPerS: baseValue(document, 'acceleration.threshold') ?? 0,
  };
}

/** A map with all its cells by a factor, within what it may hold. */
function scaled(id: MapId, map: MapData, factor: number, source: Source): MapData {
  const { min, max, decimals } = MAP_DEFINITIONS[id];
  const changes = map.values.map((value, index) => ({
    index,
    value: Number(Math.min(max, Math.max(min, value * factor)).toFixed(decimals)),
  }));
  return withCells(map, changes, source);
}

/** Puts the enrichment that was found into a document. */
export function putRate(draft: Calibration, { rate: { change } }: TransientCure, source: Source): void {
  const { acceleration } = draft.maps;
  if (acceleration !== null)
    draft.maps.acceleration = scaled('acceleration', acceleration, change.factor, source);
  draft.acceleration.decay = { amount: change.decayTurns, unit: '1', source };
  draft.acceleration.model = { value: 'rate', source };
}

/** Puts the film that was found into a document, and has fuel follow it. */
export function putFilm(draft: Calibration, { film: { factors } }: TransientCure, source: Source): void {
  draft.maps.filmShare = scaled('filmShare', filmMap(draft, 'filmShare'), factors.share, source);
  draft.maps.filmTime = scaled('filmTime', filmMap(draft, 'filmTime'), factors.time, source);
  draft.acceleration.model = { value: 'film', source };
}
