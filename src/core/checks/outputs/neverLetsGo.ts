import { inSentence } from '../../units';
import { CHANNELS } from '../../channel';
import { check } from '../entry/check';
import { conditions } from './parts';

export const outputsNeverLetsGo = check({
  id: 'outputs.neverLetsGo',
  title: 'An output that never lets go',
  severity: 'blocks',
  reads: ['outputs'],
  why: 'Once on, it stays on until the key is turned.',
  find: (document) => conditions(document, 'neverLetsGo'),
  say: ({ channel, hysteresis, letsGo }) =>
    `With a hysteresis of ${hysteresis} it would never switch off: ${inSentence(CHANNELS[channel].label)} cannot reach ${letsGo}. Make it smaller.`,
});
