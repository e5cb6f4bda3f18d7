import type { Calibration } from '@/core/calibration';
import { blockingFindings, findingWords, type Place } from '@/core/checks';
import { putPlaces } from '@/core/compare';
import { fetchCalibration, sendCalibration } from './ecuSession';

/** What became of some places that were to be sent: `blocked` says what would stand in the way. */
export type PlacesSent =
  | { readonly is: 'sent'; readonly runs: Calibration }
  | { readonly is: 'blocked'; readonly why: string }
  | { readonly is: 'failed' };

/**
 * Sends what the screen has at some places, and nothing else of it: all of them run at once, or none. They go into what runs
 * now, which is read anew: what was compared may be older.
 */
export async function sendPlaces(screen: Calibration, places: readonly Place[]): Promise<PlacesSent> {
  const runs = await fetchCalibration('running');
  if (runs === null) return { is: 'failed' };
  const made = structuredClone(runs);
  putPlaces(made, screen, places);
  const [inTheWay] = blockingFindings(made);
  if (inTheWay !== undefined) return { is: 'blocked', why: findingWords(inTheWay) };
  return (await sendCalibration(made)) ? { is: 'sent', runs: made } : { is: 'failed' };
}
