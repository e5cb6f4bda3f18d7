/** How a number is written in a table. */
export type Decimal = '.' | ',';

/** What stands in a cell where nothing is known. */
const MISSING = [
  '',
  '-',
  '--',
  '---',
  'nan',
  '-nan',
  'n/a',
  'na',
  '#n/a',
  'null',
  'none',
  'inf',
  '-inf',
  '+inf',
  '?',
  '*',
];
/** What stands there for yes and no. */
const SWITCHED: ReadonlyMap<string, number> = new Map([
  ['on', 1],
  ['off', 0],
  ['true', 1],
  ['false', 0],
  ['yes', 1],
  ['no', 0],
  ['active', 1],
  ['inactive', 0],
]);

const NUMBER: Readonly<Record<Decimal, RegExp>> = {
  '.': /^[+-]?(\d+\.?\d*|\.\d+)(e[+-]?\d+)?$/i,
  ',': /^[+-]?(\d+,?\d*|,\d+)(e[+-]?\d+)?$/i,
};
/** Thousands are set apart: by a space or an apostrophe, or by the other of point and comma. */
const GROUPED: Readonly<Record<Decimal, RegExp>> = {
  '.': /^[+-]?\d{1,3}([,' \u00a0\u202f]\d{3})+(\.\d*)?$/,
  ',': /^[+-]?\d{1,3}([.' \u00a0\u202f]\d{3})+(,\d*)?$/,
};

/** A cell as text says a number, that nothing is known, or something else. */
export type CellKind = 'number' | 'missing' | 'text';

/** What a cell is, where decimals are written so. */
export function cellKind(cell: string, decimal: Decimal): CellKind {
  const text = cell.trim();
  if (MISSING.includes(text.toLowerCase())) return 'missing';
  const isNumber = NUMBER[decimal].test(text) || GROUPED[decimal].test(text);
  return isNumber || SWITCHED.has(text.toLowerCase()) ? 'number' : 'text';
}

/** The number in a cell; NaN where it is none. Example: “1.234,5” with a decimal comma → 1234.5. */
export function cellNumber(cell: string, decimal: Decimal): number {
  const text = cell.trim();
  if (NUMBER[decimal].test(text)) return Number(text.replace(',', '.'));
  if (GROUPED[decimal].test(text)) {
    const [whole = '', part = ''] = text.split(decimal);
    return Number(`${whole.replace(/[^\d+-]/g, '')}.${part}`);
  }
  return SWITCHED.get(text.toLowerCase()) ?? NaN;
}

/** How many decimals a cell has; null where it is written with an exponent. */
export function cellDecimals(cell: string, decimal: Decimal): number | null {
  const text = cell.trim();
  if (!NUMBER[decimal].test(text)) return 0;
  if (/e/i.test(text)) return null;
  const at = text.indexOf(decimal);
  return at < 0 ? 0 : text.length - at - 1;
}
