import { check, foundWhen } from '../entry/check';

export const shiftNoSwitch = check({
  id: 'shift.noSwitch',
  title: 'Shift cut without its switch',
  severity: 'warns',
  reads: ['shift', 'sensors'],
  why: 'The cut waits for a switch or a load cell that is not there.',
  find: ({ shift, sensors }) =>
    foundWhen(
      shift.use?.value === 'yes' && sensors.shiftSwitch.fitted?.value !== 'yes',
      'sensors.shiftSwitch.fitted',
      {},
    ),
  say: () =>
    'The gear-shift cut is on, and no shift switch is fitted: it never acts. Fit one under Sensors, or turn it off.',
});
