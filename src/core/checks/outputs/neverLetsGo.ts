import { inSentence } from '../../units';
import { CHANNELS } from '../../channel';
import { check } from '../entry/check';
import { conditions, conditionsRemedy } from './parts';

export const outputsNeverLetsGo = check({
  id: 'outputs.neverLetsGo',
  title: 'An output that never lets go',
  severity: 'blocks',
  reads: ['outputs'],
  why: 'Once on, it stays on until the key is turned.',
  find: (document) => conditions(document, 'neverLetsGo'),
  say: ({ channel, hysteresis, letsGo }) =>
    `With a hysteresis of ${hysteresis} it would never switch off: ${inSentence(CHANNELS[channel].label)} cannot reach ${letsGo}. Make it smaller.`,
  remedy: ({ outputs }, { place, data: { channel, threshold, hysteresis } }) => {
    const { min, max } = CHANNELS[channel];
    const least = Math.min(threshold - min, max - threshold) / 2;
    const smaller = Number(Math.min(hysteresis / 2, least).toPrecision(2));
    return conditionsRemedy(outputs, place, `Hysteresis ${smaller}`, (condition) =>
      condition.channel === channel && condition.hysteresis === hysteresis
        ? { ...condition, hysteresis: smaller }
        : condition,
    );
  },
});
