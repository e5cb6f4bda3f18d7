import type { Calibration } from '@/core/calibration';
import type { Place } from '@/core/checks';
import type { EcuDescription } from '@/core/pins';
import { ECUS } from '@/core/pins/schema';

/** What is done to a demo’s calibration. */
export type Change = (document: Calibration) => void;

/** A name, where it is found, what is said, what brings it about, and what is as like it as can be and does not. */
export type CheckCase = readonly [string, Place, RegExp, Change, Change];

/** Puts another amount into a field, in its unit. */
export const amount = (field: object | null, value: number) => Object.assign(field ?? {}, { amount: value });
/** Chooses another option. */
export const choose = (field: object | null, value: unknown) => Object.assign(field ?? {}, { value });
/** Says where a value comes from. */
export const from = (field: object | null, kind: string) =>
  Object.assign(field ?? {}, { source: { kind, date: source.date } });
export const source = { kind: 'measured', date: '2026-11-23' } as const;
export const quantity = (value: number, unit: string) => ({ amount: value, unit, source });
export const table = (units: string[], rows: number[][]) => ({ units, rows, source });
export const ecu = (id: string) => ECUS.find((candidate) => candidate.id === id) as EcuDescription;
