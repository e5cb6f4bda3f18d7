import { check, foundWhen } from '../entry/check';

export const injectorsRegulatorUnmeasured = check({
  id: 'injectors.regulatorUnmeasured',
  title: 'Measured pressure without a sensor',
  severity: 'blocks',
  reads: ['injectors', 'sensors'],
  why: 'Every pulse would be computed from a pressure that nobody measures.',
  find: ({ injectors: { regulator }, sensors }) =>
    foundWhen(
      regulator?.value === 'measured' && sensors.fuelPressure.fitted?.value !== 'yes',
      'injectors.regulator',
      {},
    ),
  say: () =>
    'Measured pressure needs a fuel pressure sensor, and none is fitted. Fit one in Sensors, or choose how the regulator works.',
});
