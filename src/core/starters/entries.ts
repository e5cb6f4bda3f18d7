import type { SourceKind } from '../field';

/** One entered value of a sheet, and where its builder took it from. */
export type Entry =
  | {
      readonly kind: 'quantity';
      readonly amount: number;
      readonly unit: string;
      readonly from: SourceKind;
      readonly note?: string;
    }
  | {
      readonly kind: 'value';
      readonly value: string | readonly number[];
      readonly from: SourceKind;
      readonly note?: string;
    }
  | {
      readonly kind: 'table';
      readonly rows: readonly (readonly number[])[];
      readonly from: SourceKind;
      readonly note?: string;
      readonly units?: readonly string[];
    }
  | {
      readonly kind: 'deadTime';
      readonly pressuresKpa: readonly number[];
      readonly rows: readonly (readonly [volts: number, ...times: (number | null)[]])[];
      readonly from: SourceKind;
      readonly note?: string;
    };

const noted = (note: string | undefined) => (note === undefined ? {} : { note });

/** An amount with its unit. */
export function amount(value: number, unit: string, from: SourceKind, note?: string): Entry {
  return { kind: 'quantity', amount: value, unit, from, ...noted(note) };
}

/** A choice by its id, or a list of cylinders. */
export function choice(value: string | readonly number[], from: SourceKind, note?: string): Entry {
  return { kind: 'value', value, from, ...noted(note) };
}

/** Rows of numbers, in the columns' own units unless others are given. */
export function rows(
  values: readonly (readonly number[])[],
  from: SourceKind,
  note?: string,
  units?: readonly string[],
): Entry {
  return { kind: 'table', rows: values, from, ...noted(note), ...(units === undefined ? {} : { units }) };
}

/** Dead time by voltage, one column a pressure, null where the sheet says nothing. */
export function deadTimes(
  pressuresKpa: readonly number[],
  values: readonly (readonly [volts: number, ...times: (number | null)[]])[],
  from: SourceKind,
  note?: string,
): Entry {
  return { kind: 'deadTime', pressuresKpa, rows: values, from, ...noted(note) };
}
