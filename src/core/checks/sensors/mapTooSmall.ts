import { baseValue, lineOf } from '../../calibration';
import { check, foundWhen } from '../entry/check';
import { absoluteNumber, absoluteWords } from '../entry/units';

export const sensorsMapTooSmall = check({
  id: 'sensors.mapTooSmall',
  title: 'Pressure sensor too small',
  severity: 'blocks',
  reads: ['sensors', 'engine', 'injectors'],
  why: 'Above its end the engine computer sees no more load and adds no more fuel.',
  find: (document) => {
    const line = lineOf(document, 'map');
    const wantedKpa = baseValue(document, 'engine.maxManifoldPressure');
    if (line === null || wantedKpa === null) return null;
    const endKpa = Math.max(...line.values);
    const bySlope = document.sensors.map.form?.value === 'slope';
    const place = bySlope ? 'sensors.map.slope' : 'sensors.map.points';
    return foundWhen(endKpa < wantedKpa, place, { endKpa, wantedKpa });
  },
  say: ({ endKpa, wantedKpa }, units) =>
    `The sensor ends at ${absoluteWords(endKpa, units)}, below the ${absoluteNumber(wantedKpa, units)} intended: above it load stands still and the mixture leans out. Fit a larger sensor or intend less.`,
});
