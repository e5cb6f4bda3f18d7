const PRIME = 16777619;
const START = 2166136261;

/** A sum of a text, for telling whether it is still the same: FNV-1a over its code units, 32 bits. "a" → 3826002220. */
export function textSum(text: string): number {
  let sum = START;
  for (let i = 0; i < text.length; i += 1) sum = Math.imul(sum ^ text.charCodeAt(i), PRIME);
  return sum >>> 0;
}
