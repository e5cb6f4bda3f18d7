import { tableAt } from '../../calibration';
import { check, foundWhen } from '../entry/check';

export const coilsDwellRises = check({
  id: 'coils.dwellRises',
  title: 'Dwell that rises with voltage',
  severity: 'warns',
  reads: ['coils', 'engine', 'injectors'],
  why: 'At a full battery the coil would be charged longer than it bears.',
  find: (document) => {
    if (document.coils.dwellBy?.value === 'coil') return null;
    const rows = tableAt(document, 'coils.dwell') ?? [];
    const row = rows.findIndex((entry, i) => i > 0 && (entry[1] as number) > (rows[i - 1]?.[1] as number));
    return foundWhen(row > 0, 'coils.dwell', { row });
  },
  say: ({ row }) => `Dwell rises at row ${row + 1}. It must fall as voltage rises: check this row.`,
});
