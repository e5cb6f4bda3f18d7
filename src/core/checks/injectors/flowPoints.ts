import { tableAt } from '../../calibration';
import { check, foundWhen } from '../entry/check';

export const injectorsFlowPoints = check({
  id: 'injectors.flowPoints',
  title: 'Flow that does not rise',
  severity: 'blocks',
  reads: ['injectors', 'engine'],
  why: 'Fuel is computed from flow at the pressure of the moment.',
  find: (document) => {
    const points = tableAt(document, 'injectors.flowPoints') ?? [];
    const row = points.findIndex(
      (entry, i) => i > 0 && (entry[1] as number) <= (points[i - 1]?.[1] as number),
    );
    return foundWhen(row > 0, 'injectors.flowPoints', { row });
  },
  say: ({ row }) => `Row ${row + 1} flows no more than the row before, at more pressure. Check both.`,
});
