/** Counters that only count up: what each is, what came between two moments, and that in words. */
export {
  type Counted,
  type CountedBetween,
  countedBetween,
  type CounterReading,
  countersAt,
} from './counted';
export { betweenWords, type CountedSentence, countedSentences, countWords } from './countedWords';
export { type Counter, COUNTERS, CYLINDER_CUTS } from './counters';
