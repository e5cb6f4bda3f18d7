import { CHANNELS, type CorrectionChannel } from '../../channel';
import type { SwitchId } from '../../sensors';
import { check, type Found } from '../entry/check';

export const correctionsNoSensor = check({
  id: 'corrections.noSensor',
  title: 'Correction without its sensor',
  severity: 'warns',
  reads: ['corrections', 'sensors'],
  why: 'It would act on a number that nobody measures.',
  find: ({ corrections, sensors }) =>
    corrections.flatMap(({ id, name, enabled, x, y, activation }) => {
      const looksAt = new Set([x, y, activation?.channel ?? null].filter((channel) => channel !== null));
      return [...looksAt].flatMap((channel): Found<{ name: string; channel: string }>[] => {
        const sensor = sensorOf(channel);
        const blind = enabled && sensor !== null && sensors[sensor].fitted?.value !== 'yes';
        return blind ? [{ place: `corrections.${id}`, data: { name, channel } }] : [];
      });
    }),
  say: ({ name, channel }) =>
    `${name} looks at ${channel}, and no sensor for it is fitted: it always reads the same. Fit one under Sensors, or switch the correction off.`,
});

/** The sensor a channel needs, where it needs one. */
function sensorOf(
  channel: CorrectionChannel,
): 'ethanol' | 'gear' | 'fuelPressure' | 'knock' | SwitchId | null {
  const info = CHANNELS[channel];
  return 'needsSensor' in info ? info.needsSensor : null;
}
