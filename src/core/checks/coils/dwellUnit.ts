import { tableAt } from '../../calibration';
import { check, foundWhen } from '../entry/check';

/** Dwell of coils that are made, ms. */
const USUAL_MS = { least: 0.5, most: 12 } as const;

export const coilsDwellUnit = check({
  id: 'coils.dwellUnit',
  title: 'Dwell in another unit',
  severity: 'warns',
  reads: ['coils', 'engine', 'injectors'],
  why: 'Ten times too long burns the coil, ten times too short gives no spark.',
  find: (document) => {
    if (document.coils.dwellBy?.value === 'coil') return null;
    const times = (tableAt(document, 'coils.dwell') ?? []).map((row) => row[1] as number);
    const odd = times.find((ms) => ms < USUAL_MS.least || ms > USUAL_MS.most);
    return foundWhen(odd !== undefined, 'coils.dwell', { ms: odd ?? 0 });
  },
  say: ({ ms }) =>
    `A dwell of ${ms} ms is unusual: coils are charged for ${USUAL_MS.least} to ${USUAL_MS.most} ms. Check the number and its unit.`,
});
