import type { Difference, Merge } from '@/core/compare';
import { inSentence } from '@/core/units';

/** As many are named as are read at a glance. */
const NAMED = 3;

/** What differs, by name: "Rated flow, VE map and 3 more". Empty for nothing. */
export function namedWords(labels: readonly string[]): string {
  const [first, ...rest] = labels;
  if (first === undefined) return '';
  const shown = [first, ...rest.map(inSentence)].slice(0, NAMED);
  const more = labels.length - shown.length;
  return more > 0 ? `${shown.join(', ')} and ${more} more` : shown.join(', ');
}

/** What was changed after a state: "Then changed: rated flow, spark advance." */
export function changedSinceWords(found: readonly Pick<Difference, 'label'>[]): string {
  const labels = [...new Set(found.map(({ label }) => label))];
  return labels.length === 0 ? 'Nothing was changed after it.' : `Changed after it: ${namedWords(labels)}.`;
}

/**
 * How two differ, in a sentence.
 * @param first the state that is compared with it; null for the calibration as it is now.
 */
export function countWords(count: number, name: string, first: string | null): string {
  const which = first === null ? '' : ` between “${first}” and “${name}”`;
  const from = first === null ? ` from “${name}”` : '';
  if (count === 0) return `Nothing differs${which}${from}.`;
  return `${count} ${count === 1 ? 'place differs' : 'places differ'}${which}${from}.`;
}

/** Who changed what since a common ancestor. */
export function mergeWords({ own, other, alike, clashing }: Merge, ancestor: string): string {
  const parts = [
    own.length === 0 ? '' : `${own.length} changed only here`,
    other.length === 0 ? '' : `${other.length} only there`,
    alike.length === 0 ? '' : `${alike.length} alike on both sides`,
    clashing.length === 0 ? '' : `${clashing.length} on both sides to different things`,
  ].filter((part) => part !== '');
  const what = parts.length === 0 ? 'nothing was changed since' : parts.join(', ');
  return `Both come from “${ancestor}”: ${what}.`;
}
