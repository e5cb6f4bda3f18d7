import { calibrationFromSheet, engineModel, ENGINE_SHEETS, type Calibration } from '@/core/calibration';
import type { EngineModel } from '@/core/fuel';
import type { Grid } from '@/core/map';

/** The day all test documents are made. */
export const TEST_DAY = '2026-11-23';

/** The demo calibration of an engine, changed as a test needs it. */
export function demo(
  id: 'ventisca' | 'pardela' = 'ventisca',
  change: (document: Calibration) => void = () => undefined,
): Calibration {
  const sheet = ENGINE_SHEETS.find((candidate) => candidate.id === id);
  if (sheet === undefined) throw new RangeError(`No engine sheet ${id}`);
  const document = calibrationFromSheet(sheet, 'demo', sheet.name, TEST_DAY);
  change(document);
  return document;
}

/** The engine model of a complete document. */
export function modelOf(document: Calibration): EngineModel {
  const result = engineModel(document);
  if (!result.ok) throw new TypeError(`Incomplete: ${JSON.stringify(result.missing)}`);
  return result.model;
}

/** The VE map of a model that has one. */
export function veOf({ maps }: EngineModel): Grid {
  if (maps.ve === null) throw new TypeError('This model has no VE map');
  return maps.ve;
}
