import type { InjectionFacts } from '@/core/log';
import { CAUSE_LIST, type RankedCause, type RankedCauses } from '@/core/logCauses';
import { formatNumber } from '@/core/units';
import type { Sentence } from '@/ui/layout';

/** A cause is listed from this probability on, and so many at most. */
const LISTED = { least: 0.05, most: 4 } as const;
/** It is said to be the cause from here on. */
const SAID = 0.5;

const FILLING = {
  label: 'The filling map itself',
  says: 'It is off by cells that no other cause joins.',
  test: 'Drive it once more and see whether the same cells are off again.',
} as const;

/** What a cause is called, what it says and what would tell it. */
export function causeWords({ id, size }: RankedCause, facts: InjectionFacts | null, sensors: number) {
  const info = CAUSE_LIST.find((one) => one.id === id);
  if (info === undefined) return FILLING;
  return { label: info.label, says: info.says(size, { facts, sensors }), test: info.test };
}

/** How likely something is, in words that promise no more than is known. */
export function likelihoodWords(probability: number): string {
  if (probability > 0.99) return 'over 99 %';
  if (probability < 0.01) return 'under 1 %';
  return `${formatNumber(100 * probability, 0)} %`;
}

/** What of the error a cause leaves over. */
export function leftWords({ leftOver }: RankedCause, found: number): string {
  return `leaves ${formatNumber(100 * leftOver, 1)} of ${formatNumber(100 * found, 1)} % over`;
}

/** Errors of half of what counts as right, in the mean, are nobody’s. */
function isQuiet({ found }: RankedCauses, tolerance: number): boolean {
  return found <= tolerance / 2;
}

/** The causes worth a line, the likeliest first; none where all is right. */
export function listedCauses(ranked: RankedCauses, tolerance: number): readonly RankedCause[] {
  if (isQuiet(ranked, tolerance)) return [];
  return ranked.causes.filter(({ probability }) => probability >= LISTED.least).slice(0, LISTED.most);
}

/** The one that is likelier than all else together, other than the map itself; null where none is. */
export function causeFirst(ranked: RankedCauses, tolerance: number): RankedCause | null {
  if (isQuiet(ranked, tolerance)) return null;
  return ranked.causes.find(({ id, probability }) => id !== 'filling' && probability >= SAID) ?? null;
}

/** The sentence that leads. */
export function causesHeadline(
  ranked: RankedCauses,
  tolerance: number,
  facts: InjectionFacts | null,
  sensors: number,
): Sentence {
  const [first] = ranked.causes;
  const quiet = isQuiet(ranked, tolerance);
  if (!quiet && first !== undefined && first.probability >= SAID) {
    const { label, says } = causeWords(first, facts, sensors);
    return {
      tone: 'warning',
      text: `${label}, ${likelihoodWords(first.probability)} likely. ${says} It ${leftWords(first, ranked.found)}.`,
    };
  }
  if (quiet || first === undefined || ranked.nothing >= first.probability) {
    return {
      tone: 'plain',
      text: `Nothing stands out: what is off, ${formatNumber(100 * ranked.found, 1)} % in the mean, is as much as chance and an engine’s own spread make.`,
    };
  }
  return {
    tone: 'plain',
    text: `Several causes would look like this, none likelier than the rest together. They are listed with what would tell them apart.`,
  };
}
