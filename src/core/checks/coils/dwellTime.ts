import { baseValue, dwellOf, firingOf } from '../../calibration';
import { dwellFits, timeBetweenSparksMs } from '../../coil';
import { check, foundWhen } from '../entry/check';
import { CHARGING_V } from './parts';

export const coilsDwellTime = check({
  id: 'coils.dwellTime',
  title: 'Dwell does not fit',
  severity: 'blocks',
  reads: ['coils', 'engine', 'injectors'],
  why: 'At speed coils would not be charged, and it misfires under load.',
  find: (document) => {
    const events = firingOf(document);
    const mode = document.coils.mode?.value;
    const speedRpm = baseValue(document, 'engine.maxSpeed');
    const sparkMs = baseValue(document, 'coils.sparkTime');
    if (events === null || mode === undefined || speedRpm === null || sparkMs === null) return null;
    const dwellMs = dwellOf(document, CHARGING_V, speedRpm);
    if (dwellMs === null) return null;
    const availableMs = timeBetweenSparksMs(events, mode, speedRpm);
    const place = document.coils.dwellBy?.value === 'coil' ? 'coils.wantedCurrent' : 'coils.dwell';
    const data = { dwellMs, sparkMs, availableMs, speedRpm };
    return foundWhen(!dwellFits(dwellMs, sparkMs, availableMs), place, data);
  },
  say: ({ dwellMs, sparkMs, availableMs, speedRpm }) =>
    `Dwell ${dwellMs.toFixed(2)} ms and spark ${sparkMs.toFixed(1)} ms do not fit into the ${availableMs.toFixed(2)} ms between sparks at ${Math.round(speedRpm)} rev/min. Fit more coils, or coils that charge faster.`,
});
