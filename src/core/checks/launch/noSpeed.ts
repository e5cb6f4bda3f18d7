import { check, foundWhen } from '../entry/check';

export const launchNoSpeed = check({
  id: 'launch.noSpeed',
  title: 'Launch that never ends',
  severity: 'warns',
  reads: ['launch', 'sensors'],
  why: 'Without a vehicle speed the car counts as standing, and the limit holds for as long as the switch is held.',
  find: ({ launch, sensors }) =>
    foundWhen(
      launch.use?.value === 'yes' && sensors.vehicleSpeed.fitted?.value !== 'yes',
      'sensors.vehicleSpeed.fitted',
      {},
    ),
  say: () =>
    'Launch ends by vehicle speed, and no sensor for it is fitted: it ends only when the switch is let go.',
});
