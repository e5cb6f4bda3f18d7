import { spreadWords } from '@/core/whatIf';
import { POSITIONS, type WhatIf } from '@/workers/startSearchClient';

const TYPED = POSITIONS.indexOf(0);

/** True where the start ends otherwise somewhere within what is believed. */
export function decides({ ends }: WhatIf): boolean {
  const asTyped = ends[TYPED]?.good;
  return ends.some(({ good }) => good !== asTyped);
}

/** Those that decide first, each group in its order. */
export function deciding(found: readonly WhatIf[]): WhatIf[] {
  return [...found.filter(decides), ...found.filter((whatIf) => !decides(whatIf))];
}

/** How a start ends that is not good: one that settles all the same was told by the hardware. */
function endWords({ code, headline }: WhatIf['ends'][number]): string {
  return code === 'caught' ? 'it settles, but what the hardware says does not agree' : headline;
}

/**
 * What a guess has to do with whether it starts, in a sentence: from where to where it settles, and how it ends beyond;
 * of one that changes nothing how far it was tried.
 */
export function whatIfWords(whatIf: WhatIf): string {
  const { guess, ends } = whatIf;
  const { believable } = guess;
  const asTyped = ends[TYPED];
  if (asTyped === undefined) return 'It could not be tried.';
  if (!decides(whatIf)) {
    const all = asTyped.good ? 'It settles' : 'It does not settle';
    return `${all} all the way from ${spreadWords(believable)} less to ${spreadWords(believable)} more.`;
  }
  const at = (i: number) => {
    const position = POSITIONS[i] ?? 0;
    if (position === 0) return 'as typed';
    return `${spreadWords(believable, position)} ${position < 0 ? 'less' : 'more'}`;
  };
  if (!asTyped.good) {
    const cured = ends.flatMap(({ good }, i) => (good ? [at(i)] : []));
    return `As typed it does not settle; if the truth is ${cured[0] ?? ''}${cured.length > 1 ? ` to ${cured.at(-1) ?? ''}` : ''} it does.`;
  }
  let [first, last] = [TYPED, TYPED];
  while (ends[first - 1]?.good === true) first -= 1;
  while (ends[last + 1]?.good === true) last += 1;
  const beyond = [ends[first - 1], ends[last + 1]].flatMap((end, i) =>
    end === undefined ? [] : [`${i === 0 ? 'less' : 'more'}: ${endWords(end)}`],
  );
  return `It settles while the truth is ${at(first)} to ${at(last)}. Beyond, ${beyond.join('; ')}.`;
}
