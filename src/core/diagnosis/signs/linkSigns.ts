import { formatNumber } from '../../units';
import { meanOf } from '../observe/mean';
import { seen, type Sign } from './sign';

/** A link is judged after so long; more than this is no chance, and slower than this is slow. */
const LINKED_S = 3;
const SPOILED_PER_S = 0.3;
const LOST_PER_S = 0.5;
const SLOW_MS = 450;

const OF_THE_LINK: readonly Sign[] = [
  seen(
    'linkSpoils',
    'light',
    ({ link }) => (link.seenS < LINKED_S ? null : link.spoiled > SPOILED_PER_S * link.seenS),
    ({ link }) =>
      `${formatNumber(link.spoiled, 0)} frames came spoiled over the link in ${formatNumber(link.seenS, 0)} s.`,
    0.999,
  ),
  seen(
    'linkLoses',
    'light',
    ({ link }) => (link.seenS < LINKED_S ? null : link.missing > LOST_PER_S * link.seenS),
    ({ link }) =>
      `${formatNumber(link.missing, 0)} samples were lost on the link in ${formatNumber(link.seenS, 0)} s.`,
    0.999,
  ),
  seen(
    'linkSlow',
    'light',
    ({ link }) => (link.seenS < LINKED_S || link.answerMs.n === 0 ? null : meanOf(link.answerMs) > SLOW_MS),
    ({ link }) => `An answer over the link takes ${formatNumber(meanOf(link.answerMs), 0)} ms.`,
    0.999,
  ),
];

/** So often a way to the car is bad, whatever is wrong with the engine. */
const BAD_WAY = 0.01;

/** What the link does to what it carries. */
export const LINK_SIGNS: readonly Sign[] = OF_THE_LINK.map((sign) => ({ ...sign, byItself: BAD_WAY }));
