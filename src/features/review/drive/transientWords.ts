import { formatNumber } from '@/core/units';
import type { TransientCure } from '@/workers/driveProtocol';

type Worst = TransientCure['now'];

/** "24 % leaner, 3 % richer". */
export function worstWords({ leaner, richer, died }: Worst): string {
  const percent = (share: number) => `${formatNumber(100 * share, 0)} %`;
  const ends = died ? ', and the engine dies' : '';
  return `${percent(leaner)} leaner, ${percent(richer)} richer${ends}`;
}

/** What is changed for the enrichment by throttle rate. */
export function rateWords({ rate: { change } }: TransientCure): string {
  return `The curve × ${formatNumber(change.factor, 2)}, fading within ${formatNumber(change.decayTurns, 0)} turns`;
}

/** What is changed for the film. */
export function filmWords({ film: { factors } }: TransientCure): string {
  const { share, time } = factors;
  if (share === 1 && time === 1) return 'The film as it is believed to be';
  return `What wets the wall × ${formatNumber(share, 2)}, the time it takes to dry × ${formatNumber(time, 2)}`;
}
