import { baseValue } from '../../calibration';
import { check, foundWhen } from '../entry/check';

export const enginePowerAboveMaximum = check({
  id: 'engine.powerAboveMaximum',
  title: 'Peak power above the maximum speed',
  severity: 'blocks',
  reads: ['engine', 'injectors'],
  why: 'Axes end at the maximum speed, and the filling would be computed from a peak that is never reached.',
  find: (document) => {
    const power = baseValue(document, 'engine.powerPeakSpeed') ?? 0;
    const most = baseValue(document, 'engine.maxSpeed') ?? Infinity;
    return foundWhen(power > most, 'engine.powerPeakSpeed', { power, most });
  },
  say: ({ power, most }) =>
    `Peak power at ${power} rev/min is above the maximum speed of ${most}. Correct one.`,
});
