/**
 * A number with the given decimals, a true minus sign and no thousands separators; "–" for a missing one.
 * Example: formatNumber(-3.456, 1) → "−3.5".
 */
export function formatNumber(value: number | null | undefined, decimals: number): string {
  if (value === null || value === undefined || !Number.isFinite(value)) return '–';
  const fixed = value.toFixed(decimals);
  return Number(fixed) === 0 ? (0).toFixed(decimals) : fixed.replace('-', '−');
}

/**
 * A number as short as it can be at the given significant digits, for figures converted from what was typed.
 * Example: formatSignificant(658.8812, 5) → "658.88".
 */
export function formatSignificant(value: number, digits: number): string {
  if (!Number.isFinite(value)) return '–';
  const short = Number(value.toPrecision(digits));
  return String(short).replace('-', '−');
}

/**
 * A difference with its sign, in words that fit one: of two percentages it is points, of two advances degrees.
 * Example: formatDifference(1.2, 1, '%') → "+1.2 points".
 */
export function formatDifference(value: number, decimals: number, unit: string): string {
  const of = unit === '%' ? 'points' : unit === '° BTDC' ? '°' : unit;
  return `${value > 0 ? '+' : ''}${formatNumber(value, decimals)} ${of}`.trim();
}

/** A label as it stands inside a sentence: its first letter small, unless a sign or an abbreviation begins it. */
export function inSentence(label: string): string {
  return /^[A-Z](?![A-Z\d°])/.test(label) ? label.charAt(0).toLowerCase() + label.slice(1) : label;
}
