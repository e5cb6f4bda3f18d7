import { type Calibration, compile } from '@/core/calibration';
import { type ChannelValues, frameOf } from '@/core/channel';
import { type EcuDecisions, type Injection, injectionAt } from '@/core/ecu';
import type { Grid } from '@/core/numeric';
import type { EcuProgram, MapId } from '@/core/program';
import { calibrationFromSheet, ENGINE_SHEETS } from '@/core/starters';

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

/** The program of a complete document. */
export function programOf(document: Calibration): EcuProgram {
  const result = compile(document);
  if (!result.ok) throw new TypeError(`Incomplete: ${JSON.stringify(result.missing)}`);
  return result.program;
}

/** A map of a program that has it. */
export function tableOf({ tables }: EcuProgram, id: MapId): Grid {
  const table = tables[id];
  if (table === undefined) throw new TypeError(`This program has no ${id} map`);
  return table;
}

/** Opening and spark of a program with these channels, the others at rest. */
export function injected(program: EcuProgram, at: ChannelValues, decisions?: EcuDecisions): Injection {
  return injectionAt(program, frameOf(at), decisions);
}
