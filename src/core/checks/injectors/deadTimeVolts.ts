import { typedColumns } from '../../injector';
import { check, foundWhen } from '../entry/check';

/** Battery voltages that the table should reach: a cold starter's, and the alternator's. */
const REACHED_V = { low: 9, high: 14 } as const;

export const injectorsDeadTimeVolts = check({
  id: 'injectors.deadTimeVolts',
  title: 'Dead time not known at every voltage',
  severity: 'warns',
  reads: ['injectors'],
  why: 'Where nothing was measured it is extrapolated, and the cold start lives at the low end.',
  find: ({ injectors: { deadTime } }) => {
    const volts =
      deadTime === null
        ? []
        : typedColumns(deadTime)
            .flat()
            .map((point) => point.volts);
    if (volts.length === 0) return null;
    const lowV = Math.min(...volts);
    const highV = Math.max(...volts);
    return foundWhen(lowV > REACHED_V.low || highV < REACHED_V.high, 'injectors.deadTime', { lowV, highV });
  },
  say: ({ lowV, highV }) =>
    `Dead time is known from ${lowV} to ${highV} V. A cold starter pulls the battery to ${REACHED_V.low} V and the alternator holds ${REACHED_V.high}: measure to both.`,
});
