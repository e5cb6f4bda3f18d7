/** A name and the unit behind it: “Oil [bar]”, “Oil (bar)”, “Oil, bar”; the unit is empty where there is none. */
export function splitName(text: string): { readonly name: string; readonly unit: string } {
  const bracketed = /^(.+?)\s*[[({]\s*([^[\](){}]*?)\s*[\])}]\s*$/.exec(text);
  const behind = /^(.+?)\s*,\s*([^\s,]{1,8})$/.exec(text);
  const found = bracketed ?? (behind !== null && isUnit(behind[2] as string) ? behind : null);
  return found === null ? { name: text, unit: '' } : { name: found[1] as string, unit: found[2] as string };
}

/** The share of cells that are units, of those that say anything; 0 where less than half are. */
export function unitShare(row: readonly string[]): number {
  const said = row.filter((cell) => cell.trim() !== '');
  const share = said.filter(isUnit).length / Math.max(1, said.length);
  return share >= 0.5 && row.every((cell) => cell.length <= MOST_UNIT) ? share : 0;
}
const MOST_UNIT = 14;
/** A unit without brackets about it. */
export const bareUnit = (unit: string): string => unit.trim().replace(/^[[({]\s*(.*?)\s*[\])}]$/, '$1');

const isUnit = (cell: string) => {
  const text = cell.trim();
  return (
    text === '' ||
    /^[[({].*[\])}]$/.test(text) ||
    (text.length <= MOST_UNIT && (/^[°%/\d.*²³µλ-]/.test(text) || UNITS.has(text.toLowerCase())))
  );
};

/** Units as they are written in tables, small. */
const UNITS = new Set(
  [
    's sec secs second seconds ms msec us µs min h hh:mm:ss date time rpm rev/min 1/min u/min min-1 u/s',
    'kpa kpaa kpag kpa(a) kpa(g) bar bara barg mbar psi psia psig psi(g) mmhg inhg pa hpa',
    'c degc deg_c celsius f degf deg_f fahrenheit k v volt volts mv a ma ohm deg degrees btdc ca',
    'lambda la afr ratio g/s kg/h km/h kmh kph mph m/s m ft hz khz nm lbft hp kw bit bool on/off raw none',
    'counts count state enum g l/h cc/min cc mg mg/str duty pct percent - n/a',
  ]
    .join(' ')
    .split(' '),
);
