import {
  baseValue,
  type Calibration,
  conversionContext,
  fieldInfo,
  type FieldPath,
  sectionAt,
  splitPath,
  valueAt,
} from '../calibration';
import { ledger } from '../checks';
import type { QuantityFieldInfo, QuantityValue, TableValue } from '../field';
import type { DeadTimeTable } from '../injector';
import { SENSOR_INFO } from '../sensors/schema';
import { baseUnit, formatNumber, fromBase, inSentence } from '../units';
import { BELIEVABLE, type Believable } from './believable';

/** A value nobody vouches for, and how far it may be off. */
export interface Guess {
  readonly path: FieldPath;
  readonly label: string;
  /** What it says now, in words. */
  readonly words: string;
  readonly believable: Believable;
}

/** The values of a document that are only guesses and that a start can hang on, those that break parts first. */
export function guesses(document: Calibration): Guess[] {
  return ledger(document).flatMap(({ place, label, words, isConfirmed }) => {
    const believable = BELIEVABLE.find(({ path }) => path === place);
    return isConfirmed || believable === undefined
      ? []
      : [{ path: believable.path, label: fullLabel(believable.path, label), words, believable }];
  });
}

/** A field of a sensor with the sensor’s name: several have a pull-up. */
function fullLabel(path: FieldPath, label: string): string {
  const { section } = splitPath(path);
  const sensor = SENSOR_INFO.find(({ id }) => section === `sensors.${id}`);
  return sensor === undefined ? label : `${sensor.label}: ${inSentence(label)}`;
}

/**
 * The document in which a value is not what is true: the truth is what the document given says, and what is typed is off
 * so that the truth lies `position` of the most that is believed away from it, −1…1.
 * A flow typed as 610, off by 0.5 of 10 %: the truth is 5 % more than what the result says, 581.
 */
export function wrongBy(document: Calibration, believable: Believable, position: number): Calibration {
  const { path, by, most } = believable;
  const off = position * most;
  const value = valueAt(document, path);
  if (value === null || off === 0) return document;
  const info = fieldInfo(path);
  if (info?.kind === 'deadTime') return withValue(document, path, withDeadTime(value as DeadTimeTable, off));
  if (info?.kind === 'table') {
    const table = value as TableValue;
    const rows = table.rows.map(([first, second, ...rest]) => [
      first as number,
      (second as number) / (1 + off),
      ...rest,
    ]);
    return withValue(document, path, { ...table, rows });
  }
  const quantity = value as QuantityValue;
  if (by === 'share') return withValue(document, path, { ...quantity, amount: quantity.amount / (1 + off) });
  const base = baseValue(document, path);
  if (base === null) return document;
  const { quantity: id } = info as QuantityFieldInfo;
  const amount = fromBase(id, base - off, quantity.unit, conversionContext(document));
  return withValue(document, path, { ...quantity, amount });
}

/** How far off, in words: "10 %", "8 °", "0.15 ms". */
export function spreadWords({ path, by, most }: Believable, position = 1): string {
  const off = Math.abs(position * most);
  if (by === 'share') return `${formatNumber(100 * off, off < 0.1 ? 1 : 0)} %`;
  const info = fieldInfo(path);
  if (info?.kind === 'deadTime') return `${formatNumber(off, 2)} ms`;
  const { quantity } = info as QuantityFieldInfo;
  return `${formatNumber(off, off < 1 ? 2 : off < 20 ? 1 : 0)} ${baseUnit(quantity).label}`;
}

/** Every time of a table less by so many ms; none below 0. */
function withDeadTime(table: DeadTimeTable, byMs: number): DeadTimeTable {
  const by = table.unit === 'us' ? 1000 * byMs : byMs;
  const rows = table.rows.map((row) => ({
    ...row,
    times: row.times.map((time) => (time === null ? null : Math.max(0, time - by))),
  }));
  return { ...table, rows };
}

function withValue(document: Calibration, path: FieldPath, value: unknown): Calibration {
  const { section, key } = splitPath(path);
  const [outer = '', inner] = section.split('.');
  const part = { ...sectionAt(document, section), [key]: value };
  if (inner === undefined) return { ...document, [outer]: part };
  return { ...document, sensors: { ...document.sensors, [inner]: part } };
}
