import { pardela } from './pardela';
import type { EngineSheet } from './starter';
import { ventisca } from './ventisca';

export { calibrationFromSheet, type EngineSheet, type SheetUse } from './starter';

/** Every engine sheet that ships, the main demo first. */
export const ENGINE_SHEETS: readonly EngineSheet[] = [ventisca, pardela];

/** The sheet opened as the main demo. */
export const DEMO_SHEET: EngineSheet = ventisca;
