import { CHANNELS } from '@/core/channel';
import type { OwnFactor, OwnFactorRefusal } from '@/core/logStudies';
import { formatNumber } from '@/core/units';

const percent = (share: number) => `${formatNumber(100 * share, 1)} %`;

/** What a factor would do to lambda, or why none is said and what would help. */
export function ownFactorWords(found: OwnFactor | OwnFactorRefusal): {
  readonly tone: 'plain' | 'warning';
  readonly text: string;
} {
  if (!('why' in found)) {
    const { off, on, keptS } = found;
    return {
      tone: 'plain',
      text: `By ${formatNumber(keptS, 0)} s of running lambda lies ${percent(off)} off its target with the map as it is now, and ${percent(on)} with these cells.`,
    };
  }
  switch (found.why) {
    case 'notLogged':
      return {
        tone: 'warning',
        text: `${CHANNELS[found.channel].label} was not logged: record it, and drive again.`,
      };
    case 'tooLittle':
      return {
        tone: 'warning',
        text: 'Fewer than two cells have two seconds of running: nothing is said. Hold speed and load where its channels are here and there.',
      };
    case 'map':
      return {
        tone: 'warning',
        text: `What is off goes with speed and load: the map would leave ${percent(found.leftByMap)} of it, this correction ${percent(found.leftByFactor)}. Correct the map first; what is then left may be its.`,
      };
  }
}
