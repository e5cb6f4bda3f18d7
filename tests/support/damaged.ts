import * as fc from 'fast-check';

/** A place in JSON: keys and indices from the root. */
type Way = readonly (string | number)[];
type Json = null | boolean | number | string | Json[] | { [key: string]: Json };

/** What can stand in a file by accident or by hand. */
const JUNK: readonly Json[] = [
  null,
  true,
  0,
  -1,
  1e9,
  -1e308,
  1.5e-320,
  0.1,
  '',
  'NaN',
  'kPa',
  '2026-02-31',
  '\u0000',
  'x'.repeat(5000),
  [],
  {},
  [[]],
  [null],
  { value: 'four', source: { kind: 'measured', date: '2026-11-27' } },
  { amount: 1e400 > 1 ? 1 : 0, unit: 'V', source: null },
];

/** Damage to a file: what is done at a place that a number from 0 to 1 chooses. */
export interface Damage {
  readonly at: number;
  readonly kind: 'remove' | 'junk' | 'scale' | 'cut' | 'repeat' | 'swap' | 'add';
  readonly by: number;
}

const KINDS = ['remove', 'junk', 'scale', 'cut', 'repeat', 'swap', 'add'] as const;

/** One to three damages. */
export const damages = fc.array(
  fc.record({
    at: fc.double({ min: 0, max: 1, noNaN: true, maxExcluded: true }),
    kind: fc.constantFrom(...KINDS),
    by: fc.double({ min: 0, max: 1, noNaN: true, maxExcluded: true }),
  }),
  { minLength: 1, maxLength: 3 },
);

/** Every place of a document. */
export function waysOf(json: unknown): Way[] {
  const ways: Way[] = [];
  const walk = (value: unknown, way: Way): void => {
    if (way.length > 0) ways.push(way);
    if (Array.isArray(value)) value.forEach((entry, i) => walk(entry, [...way, i]));
    else if (typeof value === 'object' && value !== null) {
      for (const [key, entry] of Object.entries(value)) walk(entry, [...way, key]);
    }
  };
  walk(json, []);
  return ways;
}

/** A document with damages; the one given stays. */
export function damaged(json: unknown, ways: readonly Way[], all: readonly Damage[]): unknown {
  return all.reduce<Json>((so, damage) => {
    const way = ways[Math.floor(damage.at * ways.length)] ?? [];
    const other = ways[Math.floor(damage.by * ways.length)] ?? [];
    return changedAt(so, way, (parent, key) => hurt(parent, key, damage, valueIn(so, other)));
  }, json as Json);
}

type Holder = Json[] | { [key: string]: Json };

function hurt(parent: Holder, key: string | number, { kind, by }: Damage, other: Json): void {
  const into = parent as { [key: string]: Json };
  const value = into[key];
  switch (kind) {
    case 'remove':
      if (Array.isArray(parent)) parent.splice(Number(key), 1);
      else Reflect.deleteProperty(parent, key);
      return;
    case 'junk':
      into[key] = JUNK[Math.floor(by * JUNK.length)] ?? null;
      return;
    case 'scale':
      if (typeof value === 'number') into[key] = value * (by < 0.5 ? -1000 * by : 4 * by);
      return;
    case 'cut':
      if (Array.isArray(value)) into[key] = value.slice(0, Math.floor(by * value.length));
      return;
    case 'repeat':
      if (Array.isArray(value)) into[key] = [...value, ...value];
      return;
    case 'swap':
      into[key] = other;
      return;
    case 'add':
      into[by < 0.5 ? '__proto__x' : `${key}2`] = other;
  }
}

/** A copy along a way, in which what holds its last key is changed. */
function changedAt(
  json: Json,
  [key, ...rest]: Way,
  change: (parent: Holder, key: string | number) => void,
): Json {
  if (key === undefined || typeof json !== 'object' || json === null) return json;
  const copy: Holder = Array.isArray(json) ? [...json] : { ...json };
  if (rest.length === 0) change(copy, key);
  else {
    const into = copy as { [key: string]: Json };
    if (key in into) into[key] = changedAt(into[key] ?? null, rest, change);
  }
  return copy;
}

function valueIn(json: Json, way: Way): Json {
  return way.reduce<Json>((at, key) => {
    if (typeof at !== 'object' || at === null) return null;
    return (at as { [key: string]: Json })[key] ?? null;
  }, json);
}
