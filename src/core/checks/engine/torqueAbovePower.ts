import { baseValue } from '../../calibration';
import { check, foundWhen } from '../entry/check';

export const engineTorqueAbovePower = check({
  id: 'engine.torqueAbovePower',
  title: 'Peak torque above peak power',
  severity: 'blocks',
  reads: ['engine', 'injectors'],
  why: 'Filling, and with it fuel and spark, is computed from both speeds.',
  find: (document) => {
    const torque = baseValue(document, 'engine.torquePeakSpeed') ?? 0;
    const power = baseValue(document, 'engine.powerPeakSpeed') ?? Infinity;
    return foundWhen(torque > power, 'engine.torquePeakSpeed', { torque, power });
  },
  say: ({ torque, power }) =>
    `Peak torque at ${torque} rev/min is above peak power at ${power}. Torque peaks at or below power: correct one.`,
});
