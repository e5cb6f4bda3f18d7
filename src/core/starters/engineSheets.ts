import type { Induction } from '../engine';
import { BEGINNINGS } from './beginnings';
import { pardela } from './pardela';
import type { EngineSheet } from './starter';
import { ventisca } from './ventisca';

export { calibrationFromSheet, type EngineSheet, type SheetUse } from './starter';

/** The sheets of the demo cars, the main one first. */
export const ENGINE_SHEETS: readonly EngineSheet[] = [ventisca, pardela];

/** Every engine a calibration can begin from, the smaller first. */
export const STARTER_SHEETS: readonly EngineSheet[] = [...BEGINNINGS, ...ENGINE_SHEETS].sort(
  (a, b) => cylindersOf(a) - cylindersOf(b),
);

/** How many cylinders a sheet’s engine has. */
export function cylindersOf({ sections }: EngineSheet): number {
  const entry = sections.engine?.['cylinders'];
  return entry?.kind === 'quantity' ? entry.amount : 0;
}

/** How a sheet’s engine breathes. */
export function inductionOf({ sections }: EngineSheet): Induction {
  const entry = sections.engine?.['induction'];
  return (entry?.kind === 'value' ? entry.value : 'natural') as Induction;
}

/** The sheet opened as the main demo. */
export const DEMO_SHEET: EngineSheet = ventisca;
