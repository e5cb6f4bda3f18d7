import { formatNumber } from '../units';
import type { Counted, CountedBetween } from './counted';

/** A sentence about what was counted: how bad it is, and what to look at. */
export interface CountedSentence {
  readonly tone: 'good' | 'plain' | 'warning' | 'error';
  readonly text: string;
}

/** "97 cam pulses missing". */
export function countWords({ counter: { one, many }, count }: Counted): string {
  return `${formatNumber(count, 0)} ${count === 1 ? one : many}`;
}

/** The word between two marks: "clean", "1 loss of sync while catching: normal", "97 cam pulses missing in 1.2 s". */
export function betweenWords({ counted, forS, turned, restarted }: CountedBetween): string {
  const faults = counted.filter(({ counter }) => counter.tone === 'fault');
  const worse = faults.filter(({ isNormal }) => !isNormal);
  const named = worse.length > 0 ? worse : faults;
  const acted = counted.filter(({ counter }) => counter.tone === 'acted');
  const long = restarted ? ' since the counters began anew' : ` in ${formatNumber(forS, 1)} s`;
  if (named.length === 0) {
    const also = acted.length === 0 ? '' : `, ${acted.map(countWords).join(', ')}`;
    return `${turned ? 'Clean' : 'Nothing turned'}${long}${also}`;
  }
  const words = named.map(countWords).join(', ');
  return worse.length === 0 ? `${words} while catching: normal` : `${words}${long}`;
}

/** Everything that was counted, a sentence each, the worst first: what it was, and what to look at. */
export function countedSentences(between: CountedBetween): CountedSentence[] {
  const { counted, cutsByCylinder, restarted } = between;
  const tone = ({ counter, isNormal }: Counted) =>
    counter.tone === 'acted' || isNormal ? ('plain' as const) : ('error' as const);
  const all = counted.map((one): CountedSentence => {
    const words = countWords(one);
    const text = one.isNormal
      ? `${words}: normal while it first finds its position.`
      : `${words}. ${one.counter.look}`;
    return { tone: tone(one), text };
  });
  const sorted = [...all.filter((one) => one.tone === 'error'), ...all.filter((one) => one.tone !== 'error')];
  if (cutsByCylinder.length > 0) {
    const each = cutsByCylinder
      .map(({ cylinder, count }) => `${cylinder}: ${formatNumber(count, 0)}`)
      .join(', ');
    sorted.push({ tone: 'plain', text: `Charges cut by cylinder: ${each}.` });
  }
  if (restarted) {
    sorted.unshift({
      tone: 'warning',
      text: 'The counters began anew in between: the key was off, or power was lost. What came before that is not known.',
    });
  }
  if (sorted.length > 0) return sorted;
  if (!between.turned) {
    return [{ tone: 'plain', text: 'The crank was not seen to turn: of its trigger nothing is known yet.' }];
  }
  return [{ tone: 'good', text: 'Nothing was missed, nothing was lost, and nothing was held back.' }];
}
