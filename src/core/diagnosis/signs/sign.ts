import type { Look } from '../look';
import type { LookTestId } from '../lookTests';
import type { Situation } from '../situation';

/** What a sign can be. The first is how it is on a sound engine. */
export interface Sign {
  readonly id: string;
  readonly states: readonly string[];
  /** A state that nothing on the list of causes brings about. */
  readonly beyond?: string;
  /** How often a sound engine shows the first all the same. */
  readonly sound: number;
  /**
   * Where it has causes of its own that have nothing to do with the engine: beside whatever else is wrong it is off with this
   * chance, as those come by themselves.
   */
  readonly byItself?: number;
  /** What makes it known. */
  readonly by: LookTestId;
  /** Which state it is in; null while nothing is known of it. */
  readonly read: (look: Look, situation: Situation) => string | null;
  /** What was seen, as a sentence; asked where it is not as it should be. */
  readonly words: (look: Look, situation: Situation) => string;
}

/** A number with an edge on either side of what is sound. */
export function between(
  id: string,
  by: LookTestId,
  [low, high]: readonly [number, number],
  of: (look: Look, situation: Situation) => number,
  words: (value: number) => string,
  sound = 0.995,
): Sign {
  return {
    id,
    states: ['sound', 'low', 'high'],
    sound,
    by,
    read: (look, situation) => {
      const value = of(look, situation);
      if (Number.isNaN(value)) return null;
      return value < low ? 'low' : value > high ? 'high' : 'sound';
    },
    words: (look, situation) => words(of(look, situation)),
  };
}

/** Yes or no. */
export function seen(
  id: string,
  by: LookTestId,
  of: (look: Look, situation: Situation) => boolean | null,
  words: (look: Look) => string,
  sound = 0.997,
): Sign {
  return {
    id,
    states: ['sound', 'yes'],
    sound,
    by,
    read: (look, situation) => {
      const is = of(look, situation);
      return is === null ? null : is ? 'yes' : 'sound';
    },
    words,
  };
}

/** So many samples make a mean. */
export const SAMPLES = 25;
