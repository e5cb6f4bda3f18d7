import { check, foundWhen } from '../entry/check';

export const launchNoSwitch = check({
  id: 'launch.noSwitch',
  title: 'Launch without its switch',
  severity: 'warns',
  reads: ['launch', 'sensors'],
  why: 'The limit waits for a switch that nobody can press.',
  find: ({ launch, sensors }) =>
    foundWhen(
      launch.use?.value === 'yes' && sensors.launchSwitch.fitted?.value !== 'yes',
      'sensors.launchSwitch.fitted',
      {},
    ),
  say: () =>
    'The launch limit is on, and no launch switch is fitted: it never acts. Fit one under Sensors, or turn it off.',
});
