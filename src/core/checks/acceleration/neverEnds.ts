import { baseValue } from '../../calibration';
import { check, foundWhen } from '../entry/check';
import { mapInUse, MAPS_IN_USE } from '../entry/maps';
import { quantityEdit } from '../entry/remedy';

/** A foot that rests moves the reading by so much, %/s. */
const NOISE_PERCENT_PER_S = 8;
const USUAL_PERCENT_PER_S = 20;

export const accelerationNeverEnds = check({
  id: 'acceleration.neverEnds',
  title: 'Enrichment that never ends',
  severity: 'warns',
  reads: [...MAPS_IN_USE, 'injectors'],
  why: 'A throttle that trembles begins it again and again, and the mixture is rich for no reason anybody finds.',
  find: (document) => {
    const perS = baseValue(document, 'acceleration.threshold');
    const map = mapInUse(document, 'acceleration');
    if (perS === null || map === null || map.values.every((value) => value === 0)) return null;
    return foundWhen(perS < NOISE_PERCENT_PER_S, 'acceleration.threshold', { perS });
  },
  say: ({ perS }) =>
    `Enrichment begins at ${perS.toFixed(0)} %/s, which the noise of a resting throttle reaches. Begin at ${USUAL_PERCENT_PER_S} %/s.`,
  remedy: (document) => ({
    label: `Begin at ${USUAL_PERCENT_PER_S} %/s`,
    edits: [quantityEdit(document, 'acceleration.threshold', USUAL_PERCENT_PER_S)],
  }),
});
