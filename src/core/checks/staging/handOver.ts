import { baseValue } from '../../calibration';
import { handsOverGently } from '../../injector';
import { check, foundWhen } from '../entry/check';

export const stagingHandOver = check({
  id: 'staging.handOver',
  title: 'Hand-over too short',
  severity: 'blocks',
  reads: ['staging', 'engine', 'injectors'],
  why: 'Both sets differ a little, and the whole difference would come at once.',
  find: (document) => {
    const beginsAtPercent = baseValue(document, 'staging.beginsAt');
    const fullAtPercent = baseValue(document, 'staging.fullAt');
    if (document.staging.fitted?.value !== 'yes' || beginsAtPercent === null || fullAtPercent === null)
      return null;
    const plan = { beginsAtPercent, fullAtPercent };
    return foundWhen(!handsOverGently(plan), 'staging.fullAt', plan);
  },
  say: ({ beginsAtPercent, fullAtPercent }) =>
    `The hand-over from ${beginsAtPercent} to ${fullAtPercent} % is too short: it must rise over 5 % at least, or the mixture jumps with every small change.`,
});
