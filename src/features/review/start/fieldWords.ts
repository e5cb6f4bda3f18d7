import type { FieldStart } from '@/workers/startField';
import type { IconName } from '@/ui/icon/Icon';

/** How a start of a field is marked: by a sign, never by colour alone. */
export interface FieldMark {
  readonly icon: IconName;
  readonly tone: 'good' | 'warning' | 'error' | 'muted';
  /** What the sign means, in the list under the field. */
  readonly word: string;
}

const MARKS: Readonly<Record<FieldStart['code'], FieldMark>> = {
  caught: { icon: 'check', tone: 'good', word: 'Catches and settles' },
  runsOff: { icon: 'compare', tone: 'warning', word: 'Runs, but not as asked' },
  unsettled: { icon: 'sync', tone: 'warning', word: 'Catches, but surges' },
  cranksLean: { icon: 'minus', tone: 'error', word: 'Cranks and is too lean' },
  floods: { icon: 'water-outline', tone: 'error', word: 'Floods' },
  stalls: { icon: 'stop', tone: 'error', word: 'Fires and stalls' },
  noSpark: { icon: 'flash-outline', tone: 'error', word: 'Has no spark' },
  weak: { icon: 'chevron-down', tone: 'error', word: 'Never pulls away from the starter' },
  starved: { icon: 'close', tone: 'error', word: 'Starves for air' },
  goesOut: { icon: 'power-plug-outline', tone: 'muted', word: 'The engine computer goes out' },
  doesNotTurn: { icon: 'key-variant', tone: 'muted', word: 'The starter does not turn it' },
};

const HARDWARE: FieldMark = {
  icon: 'wrench-outline',
  tone: 'error',
  word: 'Something of the hardware is wrong',
};
const UNSURE: FieldMark = {
  icon: 'help-circle-outline',
  tone: 'warning',
  word: 'Catches, but not every engine like it',
};

/** The mark of a start. */
export function fieldMark({ code, good, unsure }: Pick<FieldStart, 'code' | 'good' | 'unsure'>): FieldMark {
  if (unsure) return UNSURE;
  // A start that came to what was asked is only not good where the hardware had a part in it.
  return code === 'caught' && !good ? HARDWARE : MARKS[code];
}

/** The marks of a field with how many starts have each, the most frequent first. */
export function fieldLegend(
  starts: readonly FieldStart[],
): { readonly mark: FieldMark; readonly count: number }[] {
  const counts = new Map<FieldMark, number>();
  for (const start of starts) {
    const mark = fieldMark(start);
    counts.set(mark, (counts.get(mark) ?? 0) + 1);
  }
  return [...counts].map(([mark, count]) => ({ mark, count })).sort((a, b) => b.count - a.count);
}

/** What became of a field since the one before: "4 starts turned good, 1 is not any more". */
export function changeOfField({ better, worse }: { better: number; worse: number }): string {
  if (better + worse === 0) return 'No start ends otherwise than before the last change.';
  const parts = [
    better === 0 ? '' : `${better} ${better === 1 ? 'start' : 'starts'} turned good`,
    worse === 0 ? '' : `${worse} ${worse === 1 ? 'is' : 'are'} not good any more`,
  ].filter((part) => part !== '');
  return `Since the field before: ${parts.join(', ')}.`;
}
