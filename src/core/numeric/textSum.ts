const PRIME = 16777619;
const START = 2166136261;

/** Digits of a number that count in the sum of a content: a change of unit and back moves the last ones. */
const DIGITS = 9;

/** A sum of a text, for telling whether it is still the same: FNV-1a over its code units, 32 bits. "a" → 3826002220. */
export function textSum(text: string): number {
  let sum = START;
  for (let i = 0; i < text.length; i += 1) sum = Math.imul(sum ^ text.charCodeAt(i), PRIME);
  return sum >>> 0;
}

/**
 * A sum of plain data, for telling whether they still say the same: whatever the order of keys, which a file does not
 * keep, and to nine digits of each number.
 */
export function contentSum(content: unknown): number {
  return textSum(JSON.stringify(content, settled) ?? '');
}

function settled(_key: string, value: unknown): unknown {
  if (typeof value === 'number') return Number(value.toPrecision(DIGITS));
  if (typeof value !== 'object' || value === null || Array.isArray(value)) return value;
  return Object.fromEntries(Object.entries(value).sort(([a], [b]) => (a < b ? -1 : 1)));
}
