/**
 * What if a guess is wrong: which values nobody vouches for, how far each is believed to be off at most, and the document in
 * which it is off by so much. What becomes of an engine then is found elsewhere.
 */
export { type Guess, guesses, spreadWords, wrongBy } from './guesses';
export { BELIEVABLE, type Believable } from './believable';
