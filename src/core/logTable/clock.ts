/** How the time of a row is written: a number, a time of day or since the start, or a date with a time. */
export type TimeFormat = 'number' | 'clock' | 'dateTime';

const CLOCK = /^(?:(?:(\d+):)?(\d{1,2}):)(\d{1,2}(?:[.,]\d+)?)$/;
const DATE_TIME =
  /^(\d{1,4})([-./])(\d{1,2})\2(\d{1,4})[ T]+(\d{1,2}):(\d{2})(?::(\d{2}(?:[.,]\d+)?))?\s*(Z|[+-]\d{2}:?\d{2})?$/i;

const MINUTE_S = 60;
const HOUR_S = 3600;
const DAY_S = 86_400;

/** How a cell says a time; null where it says none but a number. */
export function timeFormatOf(cell: string): 'clock' | 'dateTime' | null {
  const text = cell.trim();
  return CLOCK.test(text) ? 'clock' : DATE_TIME.test(text) ? 'dateTime' : null;
}

/** The order of a date where a year of four digits does not say it: the day first, or the month. */
export type DateOrder = 'dayFirst' | 'monthFirst';

/** By some dates: the one that all of them can have. Points and dashes have the day first. */
export function dateOrderOf(cells: readonly string[]): DateOrder {
  const firsts = cells.map((cell) => DATE_TIME.exec(cell.trim()));
  const isMonthFirst = firsts.some(
    (found) => found?.[2] === '/' && Number(found[3]) > 12 && (found[1] ?? '').length < 3,
  );
  return isMonthFirst ? 'monthFirst' : 'dayFirst';
}

/** The time in a cell, s: of the day, since the start, or since 1970; NaN where it says none. Example: “1:02,5” → 62.5. */
export function clockSeconds(cell: string, order: DateOrder): number {
  const text = cell.trim();
  const clock = CLOCK.exec(text);
  if (clock !== null) {
    const [, hours = '0', minutes = '0', seconds = '0'] = clock;
    return Number(hours) * HOUR_S + Number(minutes) * MINUTE_S + decimal(seconds);
  }
  const date = DATE_TIME.exec(text);
  if (date === null) return NaN;
  const [, first = '', , second = '', third = '', hours = '0', minutes = '0', seconds = '0', zone = ''] =
    date;
  const [year, month, day] =
    first.length === 4
      ? [first, second, third]
      : order === 'monthFirst'
        ? [third, first, second]
        : [third, second, first];
  const days = daysSince1970(fullYear(Number(year)), Number(month), Number(day));
  return (
    days * DAY_S + Number(hours) * HOUR_S + Number(minutes) * MINUTE_S + decimal(seconds) - zoneSeconds(zone)
  );
}

const decimal = (text: string) => Number(text.replace(',', '.'));
const CENTURY = 2000;
const fullYear = (year: number) => (year < 100 ? CENTURY + year : year);

/** Days by the calendar, counted in years that begin in March: then the day that some years have more is the last of them. */
function daysSince1970(year: number, month: number, day: number): number {
  const from = month > 2 ? year : year - 1;
  const ofYear = Math.floor((153 * (month > 2 ? month - 3 : month + 9) + 2) / 5) + day - 1;
  const leap = Math.floor(from / 4) - Math.floor(from / 100) + Math.floor(from / 400);
  return 365 * from + leap + ofYear - DAYS_TO_1970;
}

/** From the first of March of the year nought. */
const DAYS_TO_1970 = 719_468;

function zoneSeconds(zone: string): number {
  const found = /^([+-])(\d{2}):?(\d{2})$/.exec(zone);
  if (found === null) return 0;
  const [, sign, hours, minutes] = found;
  return (sign === '-' ? -1 : 1) * (Number(hours) * HOUR_S + Number(minutes) * MINUTE_S);
}

/** A clock without a date that falls has passed its end: so much is added from there on, s; 0 where it truly goes back. */
export function wrapOf(beforeS: number, nowS: number): number {
  if (beforeS - nowS > DAY_S / 2) return DAY_S;
  return beforeS < HOUR_S && beforeS - nowS > HOUR_S / 2 ? HOUR_S : 0;
}
