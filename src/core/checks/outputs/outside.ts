import { CHANNELS } from '../../channel';
import { check } from '../entry/check';
import { conditions } from './parts';

export const outputsOutside = check({
  id: 'outputs.outside',
  title: 'A threshold that is never reached',
  severity: 'blocks',
  reads: ['outputs'],
  why: 'What it drives never switches, or never rests.',
  find: (document) => conditions(document, 'outside'),
  say: ({ channel, threshold }) => {
    const { label, min, max } = CHANNELS[channel];
    return `${label} runs from ${min} to ${max}; ${threshold} is outside. Check the number and its unit.`;
  },
});
