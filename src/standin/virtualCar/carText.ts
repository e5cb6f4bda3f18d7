import type { CarState } from './carState';

/** Marks the text of a car, and the version of its shape: raised when a state means something else. */
const MARK = 'lumbre-car';
const VERSION = 3;

/** How numbers that JSON does not know, and typed arrays, are written. */
const NOT_NUMBERS: readonly (readonly [string, number])[] = [
  ['NaN', NaN],
  ['Infinity', Infinity],
  ['-Infinity', -Infinity],
];

function written(_: string, value: unknown): unknown {
  if (value instanceof Float64Array) return { float64: Array.from(value) };
  if (typeof value !== 'number' || Number.isFinite(value)) return value;
  return { number: NOT_NUMBERS.find(([, one]) => Object.is(one, value))?.[0] };
}

function read(_: string, value: unknown): unknown {
  if (typeof value !== 'object' || value === null) return value;
  if ('float64' in value) return Float64Array.from(value.float64 as number[]);
  if ('number' in value) return NOT_NUMBERS.find(([word]) => word === value.number)?.[1];
  return value;
}

/** A car’s state as text, to be stored; {@link carOfText} gives it back, number for number. */
export function carText(state: CarState): string {
  return JSON.stringify({ format: MARK, version: VERSION, state }, written);
}

/**
 * A car’s state from its text.
 * @throws {RangeError} for text that is no car’s, or of another version.
 */
export function carOfText(text: string): CarState {
  const found = JSON.parse(text, read) as { format?: unknown; version?: unknown; state?: CarState };
  if (found.format !== MARK || found.state === undefined) throw new RangeError('This text is no car’s state');
  if (found.version !== VERSION) {
    throw new RangeError(`This car’s state is of version ${String(found.version)}, not ${VERSION}`);
  }
  return found.state;
}
