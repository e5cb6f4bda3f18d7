import { check, foundWhen } from '../entry/check';

export const blendNoSensor = check({
  id: 'blend.noSensor',
  title: 'Blending without a sensor',
  severity: 'blocks',
  reads: ['blend', 'sensors'],
  why: 'The second maps would never be used, or always.',
  find: ({ blend, sensors }) =>
    foundWhen(blend.use?.value === 'yes' && sensors.ethanol.fitted?.value !== 'yes', 'blend.use', {}),
  say: () =>
    'Second maps are blended by the ethanol in the fuel, and no composition sensor is fitted. Fit one under Sensors, or use one fuel.',
});
