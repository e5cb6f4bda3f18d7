import { format } from 'date-fns/format';
import { parseISO } from 'date-fns/parseISO';
import type { Readiness, PlaceChange, SignOffState } from '@/core/checks';
import { inSentence } from '@/core/units';
import type { Covered, SignOff } from '@/core/review';

/** What a sign-off covers, by where it stands, each counted. */
const COVERED = [
  { part: 'maps.', one: 'map', many: 'maps' },
  { part: 'pins.', one: 'pin', many: 'pins' },
  { part: 'outputs.', one: 'output', many: 'outputs' },
  { part: 'corrections.', one: 'correction', many: 'corrections' },
] as const;

/** How much a sign-off covers: "141 values, 21 maps, 34 pins, 6 outputs". */
export function coverWords(covered: readonly Pick<Covered, 'place'>[]): string {
  const counted = COVERED.map(({ part, one, many }) => {
    const count = covered.filter(({ place }) => place.startsWith(part)).length;
    return { count, words: count === 1 ? `1 ${one}` : `${count} ${many}` };
  });
  const values = covered.length - counted.reduce((sum, { count }) => sum + count, 0);
  return [`${values} values`, ...counted.flatMap(({ count, words }) => (count === 0 ? [] : [words]))].join(
    ', ',
  );
}

/** A day as it is written on paper: "26 November 2026". */
export function dayWords(date: string): string {
  return format(parseISO(date), 'd MMMM yyyy');
}

/** Who signed and when. */
export function signedWords({ name, date }: Pick<SignOff, 'name' | 'date'>): string {
  return `Signed by ${name}, ${dayWords(date)}`;
}

/** What the engine lives on and nobody vouches for, by its labels. */
export function guessWords(labels: readonly string[]): string {
  const names = labels.map(inSentence).join(', ');
  return `Nobody has vouched for ${names}: signed as ${labels.length === 1 ? 'a guess' : 'guesses'}.`;
}

/** What became of something that was signed. */
export function changeWords({ before, now }: PlaceChange): string {
  if (now === null) return `${before} when signed, not there now`;
  if (before === null) return `${now}, not there when signed`;
  return before === now ? `Not as it was when signed (${now})` : `${before} when signed, now ${now}`;
}

/** What a sign-off is worth today, in a line. */
export function standWords(state: SignOffState, { ready }: Pick<Readiness, 'ready'>): string {
  switch (state.kind) {
    case 'none':
      return ready ? 'Nobody has signed yet' : 'Waits until everything is cured or decided';
    case 'holds':
      return `${signedWords(state.signOff)}; nothing has changed since`;
    case 'outdated': {
      const changed = state.changes.length;
      const found = state.found.length;
      const what = [
        ...(changed === 0 ? [] : [changed === 1 ? '1 change' : `${changed} changes`]),
        ...(found === 0 ? [] : [`${found} found`]),
      ];
      return `Out of date: ${what.join(', ')} since ${dayWords(state.signOff.date)}`;
    }
  }
}

/** What must be done before it can be signed; nothing when it can. */
export function hindrances(
  { empty, inTheWay, toDecide }: Pick<Readiness, 'empty' | 'inTheWay' | 'toDecide'>,
  waiting: number,
): string[] {
  return [
    ...(empty === 0 ? [] : [`${empty} still empty`]),
    ...(waiting === 0
      ? []
      : [
          waiting === 1 ? 'a field whose text is not a value' : `${waiting} fields whose text is not a value`,
        ]),
    ...(inTheWay.length === 0 ? [] : [`${inTheWay.length} in the way`]),
    ...(toDecide.length === 0 ? [] : [`${toDecide.length} to cure, or to accept with a reason`]),
  ];
}
