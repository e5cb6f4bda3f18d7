import type { LogColumn } from '../log';
import type { Formula } from './formula';
import { FUNCTIONS } from './functions';
import { type Block, OPERATORS } from './operators';

/** So many samples are computed at a time: they stay near the processor. */
const BLOCK = 2048;

/** A part of a formula as it is computed, with the numbers of its last stretch. */
type Part = (from: number, count: number) => Block;

/**
 * Computes a formula over all samples of a log.
 * @param columns by the names that the formula gives them; one that is missing reads as unknown.
 * @returns a number for each sample; NaN where anything it needs is unknown.
 */
export function evaluate(
  formula: Formula,
  timeS: Float64Array,
  columns: Readonly<Record<string, LogColumn>>,
): Float32Array {
  const found = new Float32Array(timeS.length);
  fill(found, partOf(formula, timeS, columns));
  // What is larger than such a number may be says nothing, and would leave no scale to draw the rest on.
  for (let i = 0; i < found.length; i += 1) {
    if (Math.abs(found[i] as number) === Infinity) found[i] = NaN;
  }
  return found;
}

function fill(into: Float32Array | Float64Array, part: Part): void {
  for (let from = 0; from < into.length; from += BLOCK) {
    const count = Math.min(BLOCK, into.length - from);
    into.set(part(from, count).subarray(0, count), from);
  }
}

function partOf(formula: Formula, timeS: Float64Array, columns: Readonly<Record<string, LogColumn>>): Part {
  const block = new Float64Array(BLOCK);
  switch (formula.kind) {
    case 'number':
      block.fill(formula.value);
      return () => block;
    case 'column': {
      const values = columns[formula.name];
      if (values === undefined) {
        block.fill(NaN);
        return () => block;
      }
      return readingOf(values, block);
    }
    case 'operator': {
      const { join } = OPERATORS[formula.operator];
      const [left, right] = [partOf(formula.left, timeS, columns), partOf(formula.right, timeS, columns)];
      return (from, count) => {
        join(block, left(from, count), right(from, count), count);
        return block;
      };
    }
    case 'function': {
      const described = FUNCTIONS[formula.name];
      const given = formula.given.map((one) => partOf(one, timeS, columns));
      if (described.kind === 'overTime') {
        const whole = new Float64Array(timeS.length);
        fill(whole, given[0] as Part);
        const seconds = formula.given[1]?.kind === 'number' ? formula.given[1].value : 0;
        return readingOf(described.over(timeS, whole, seconds), block);
      }
      return (from, count) => {
        described.fill(
          block,
          given.map((one) => one(from, count)),
          count,
        );
        return block;
      };
    }
  }
}

function readingOf(values: LogColumn, block: Block): Part {
  return (from, count) => {
    block.set(values.subarray(from, from + count));
    return block;
  };
}
