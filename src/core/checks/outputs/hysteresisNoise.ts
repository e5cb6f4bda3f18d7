import { CHANNELS, type OutputChannel } from '../../channel';
import { inSentence } from '../../units';
import { check } from '../entry/check';
import { conditionsRemedy } from './parts';

/** What a steady signal moves by itself, in base units: ripple, noise and one tooth more or less. */
const NOISE: Partial<Readonly<Record<OutputChannel, number>>> = {
  speed: 30,
  manifoldPressure: 2,
  coolant: 0.5,
  battery: 0.15,
  throttle: 0.5,
};

export const outputsHysteresisNoise = check({
  id: 'outputs.hysteresisNoise',
  title: 'Hysteresis smaller than the noise',
  severity: 'warns',
  reads: ['outputs'],
  why: 'A relay that chatters wears out in an evening, and takes the battery along.',
  find: ({ outputs }) =>
    outputs.flatMap(({ id, name, conditions }) =>
      conditions.flatMap(({ channel, hysteresis, minOnS, minOffS }) => {
        const noise = NOISE[channel] ?? 0;
        return hysteresis < noise && minOnS + minOffS === 0
          ? [{ place: `outputs.${id}` as const, data: { name, channel, hysteresis, noise } }]
          : [];
      }),
    ),
  say: ({ name, channel, hysteresis, noise }) =>
    `${name} has a hysteresis of ${hysteresis}, and ${inSentence(CHANNELS[channel].label)} moves by ${noise} when nothing happens: it chatters. Make it larger, or give it a least time.`,
  remedy: ({ outputs }, { place, data: { channel, noise } }) =>
    conditionsRemedy(outputs, place, `Hysteresis ${2 * noise}`, (condition) =>
      condition.channel === channel && condition.hysteresis < noise
        ? { ...condition, hysteresis: 2 * noise }
        : condition,
    ),
});
