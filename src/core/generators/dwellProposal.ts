import { baseValue, type Calibration, type FieldPath, tableAt } from '../calibration';
import type { Source } from '../field';
import type { MapData, MapProposal } from '../map';
import { DWELL_BREAKPOINTS, dwellMap, dwellReasons, proposedDwellMs } from '../spark';

/** What dwell is computed from. */
const NEEDS: readonly FieldPath[] = ['coils.resistance', 'coils.inductance', 'coils.wantedCurrent'];

/**
 * The dwell table from the coil's data, on the voltages of the table there is; null while the coil's data are missing.
 * @param date the day of the proposal, YYYY-MM-DD.
 */
export function dwellProposal(document: Calibration, date: string): MapProposal | null {
  const [resistanceOhm, inductanceMh, wantedA] = NEEDS.map((path) => baseValue(document, path));
  if (resistanceOhm == null || inductanceMh == null || wantedA == null) return null;
  const primary = { resistanceOhm, inductanceMh };
  const rows = tableAt(document, 'coils.dwell');
  const stored = document.coils.dwell?.source ?? null;
  const before = rows === null || stored === null ? null : curve(rows, stored);
  const x = before?.x ?? DWELL_BREAKPOINTS;
  const values = x.map((volts) => [
    volts,
    Number(proposedDwellMs(primary, wantedA, volts).toFixed(dwellMap.decimals)),
  ]);
  const after = curve(values, { kind: 'computed', date, note: 'From resistance, inductance and current' });
  return { mapId: dwellMap.id, before, after, reasons: dwellReasons(primary, wantedA) };
}

function curve(rows: readonly (readonly number[])[], source: Source): MapData {
  return {
    x: rows.map(([volts = 0]) => volts),
    y: [],
    values: rows.map(([, ms = 0]) => ms),
    sources: [source],
    cellSources: rows.map(() => 0),
  };
}
