import type { Calibration } from '@/core/calibration';
import type { LogEntry } from '@/data/logs/logRecord';

/**
 * Whether a calibration ran while the log was recorded, is taken for the one that did, as of a foreign log before what it told was
 * mended, or is the one on the screen.
 */
type WhichCalibration = 'ran' | 'taken' | 'shown';

const WORDS: Readonly<Record<WhichCalibration, string>> = {
  ran: 'As it ran.',
  taken: 'As it was before what this log told was mended.',
  shown: 'As it is on the screen now.',
};

/** The calibration that is laid under a log, and which that is, in words. */
export function calibrationUnder(
  { source }: Pick<LogEntry, 'source'>,
  held: Calibration | null | undefined,
  shown: Calibration,
): { readonly calibration: Calibration; readonly words: string } {
  const which = held === null || held === undefined ? 'shown' : source.kind === 'recorded' ? 'ran' : 'taken';
  return { calibration: held ?? shown, words: WORDS[which] };
}
