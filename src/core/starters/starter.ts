import {
  type Calibration,
  emptyCalibration,
  fieldInfo,
  pinFunctions,
  presetEngineOf,
  sectionAt,
  type SectionId,
  usedMaps,
} from '../calibration';
import type { Source, SourceKind, TableFieldInfo } from '../field';
import { generatedMap, idleAirOfOutput, usualChoices } from '../generators';
import { type OutputPurpose, presetOutput } from '../outputs';
import { ECUS, filledAssignments } from '../pins/schema';
import type { Entry } from './entries';

/** An engine as written down by its builder; the demos are opened as such, starters lose the builder's word. */
export interface EngineSheet {
  readonly id: string;
  /** The car beside the bench that such an engine is, when it is opened as a demo. */
  readonly standIn: Calibration['standIn'];
  readonly name: string;
  /** What it is as a starter: the kind of engine, not its owner's name. */
  readonly starterLabel: string;
  readonly summary: string;
  readonly note: string;
  readonly camsGivenBy: Calibration['cams']['givenBy'];
  readonly sections: Readonly<Partial<Record<SectionId, Readonly<Record<string, Entry>>>>>;
  /** Id of its engine computer; wired in the order of work. */
  readonly ecu: string;
  /** Notes for the loom, by function. */
  readonly wires: Readonly<Record<string, string>>;
  readonly outputs: readonly { readonly purpose: OutputPurpose; readonly from: SourceKind }[];
}

/** Whose word a sheet's values carry: the builder's own, or only a starter's. */
export type SheetUse = 'demo' | 'starter';

/**
 * The document made from a sheet, maps proposed from its own description and accepted. A demo's loom is wired and
 * confirmed; a starter's is only a plan.
 * @param date today, YYYY-MM-DD.
 */
export function calibrationFromSheet(
  sheet: EngineSheet,
  use: SheetUse,
  name: string,
  date: string,
): Calibration {
  const source = (kind: SourceKind, note?: string): Source =>
    use === 'starter'
      ? { kind: 'starter', date, note: `From starter “${sheet.starterLabel}”` }
      : { kind, date, ...(note === undefined ? {} : { note }) };
  const document = emptyCalibration(name, date);
  for (const [section, entries] of Object.entries(sheet.sections) as [SectionId, Record<string, Entry>][]) {
    for (const [key, entry] of Object.entries(entries)) {
      sectionAt(document, section)[key] = storedEntry(section, key, entry, source(entry.from, entry.note));
    }
  }
  document.cams.givenBy = sheet.camsGivenBy;
  document.note = use === 'demo' ? sheet.note : '';
  document.standIn = use === 'demo' ? sheet.standIn : 'described';
  addOutputs(document, sheet, source);
  addWiring(document, sheet, source('dataSheet'), use === 'demo' ? date : null);
  for (const mapId of usedMaps(document)) {
    const result = generatedMap(document, mapId, usualChoices(document), date);
    if (!result.ok) throw new TypeError(`${sheet.id} lacks ${result.missing.join(', ')} for ${mapId}`);
    const after = result.proposal.after;
    const sources = use === 'starter' ? [source('starter')] : after.sources;
    document.maps[mapId] = { ...after, sources };
  }
  return document;
}

function storedEntry(section: SectionId, key: string, entry: Entry, source: Source): unknown {
  switch (entry.kind) {
    case 'quantity':
      return { amount: entry.amount, unit: entry.unit, source };
    case 'value':
      return { value: typeof entry.value === 'string' ? entry.value : [...entry.value], source };
    case 'table': {
      const info = fieldInfo(`${section}.${key}`) as TableFieldInfo;
      const units = entry.units ?? info.columns.map((column) => column.unit);
      return { units: [...units], rows: entry.rows.map((row) => [...row]), source };
    }
    case 'deadTime':
      return {
        unit: 'ms',
        pressureUnit: 'kPa',
        pressures: [...entry.pressuresKpa],
        rows: entry.rows.map(([volts, ...times]) => ({ volts, times })),
        source,
      };
  }
}

function addOutputs(document: Calibration, sheet: EngineSheet, source: (kind: SourceKind) => Source): void {
  const engine = presetEngineOf(document);
  document.outputs = sheet.outputs.map(({ purpose, from }) => {
    const output = presetOutput(purpose, purpose.toLowerCase(), engine, source(from));
    const air = output.raisesIdleRpm > 0 ? idleAirOfOutput(document, output) : null;
    return air === null ? output : { ...output, idleAirPercent: air };
  });
}

function addWiring(
  document: Calibration,
  sheet: EngineSheet,
  source: Source,
  confirmedOn: string | null,
): void {
  const ecu = ECUS.find(({ id }) => id === sheet.ecu);
  if (ecu === undefined) throw new RangeError(`${sheet.id} names an unknown engine computer, ${sheet.ecu}`);
  const assignments = filledAssignments(ecu, [], pinFunctions(document), source).map((entry) => ({
    ...entry,
    wire: sheet.wires[entry.function] ?? '',
  }));
  document.pins = {
    ecu,
    assignments,
    confirmed:
      confirmedOn === null
        ? null
        : { date: confirmedOn, wires: assignments.map(({ function: id, pin }) => ({ function: id, pin })) },
  };
}
