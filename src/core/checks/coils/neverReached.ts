import { baseValue } from '../../calibration';
import { check, foundWhen } from '../entry/check';

/** Battery while the starter turns a cold engine, V. */
const CRANKING_V = 9;

export const coilsNeverReached = check({
  id: 'coils.neverReached',
  title: 'Current that is never reached',
  severity: 'warns',
  reads: ['coils', 'engine', 'injectors'],
  why: 'The weakest spark comes when the engine is hardest to start.',
  find: (document) => {
    const wantedA = baseValue(document, 'coils.wantedCurrent');
    const resistanceOhm = baseValue(document, 'coils.resistance');
    if (document.coils.dwellBy?.value !== 'coil' || wantedA === null || resistanceOhm === null) return null;
    const reachA = CRANKING_V / resistanceOhm;
    return foundWhen(wantedA >= reachA, 'coils.wantedCurrent', { wantedA, reachA });
  },
  say: ({ wantedA, reachA }) =>
    `At ${CRANKING_V} V, while cranking, this coil reaches ${reachA.toFixed(1)} A at most, so ${wantedA} A are never there. The cold start will be weak: want less, or fit another coil.`,
});
