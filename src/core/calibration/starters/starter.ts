import type { Source, SourceKind } from '../../field';
import { emptyCalibration } from '../empty';
import { generatedMap } from '../generate';
import { MAP_IDS } from '../maps';
import type { Calibration } from '../schema';

/** One entered value of a starter: the amount, its unit, and where the demo's builder took it from. */
export type Entry = readonly [amount: number, unit: string, kind: SourceKind, note?: string];

/** An engine as written down by its builder; the demos are opened as such, starters lose the builder's word. */
export interface EngineSheet {
  readonly id: 'ventisca' | 'pardela';
  readonly name: string;
  /** What it is as a starter: the kind of engine, not its owner's name. */
  readonly starterLabel: string;
  readonly summary: string;
  readonly note: string;
  readonly engine: Readonly<
    Record<
      | 'bore'
      | 'stroke'
      | 'cylinders'
      | 'compressionRatio'
      | 'altitude'
      | 'torquePeakSpeed'
      | 'powerPeakSpeed'
      | 'maxSpeed'
      | 'maxManifoldPressure',
      Entry
    >
  >;
  readonly firingOrder: readonly number[];
  readonly induction: NonNullable<Calibration['engine']['induction']>['value'];
  readonly fuel: NonNullable<Calibration['engine']['fuel']>['value'];
  readonly injectors: Readonly<Record<'ratedFlow' | 'ratedPressure' | 'testDensity' | 'railPressure', Entry>>;
  readonly regulator: NonNullable<Calibration['injectors']['regulator']>['value'];
  readonly deadTime: {
    readonly kind: SourceKind;
    readonly points: readonly (readonly [volts: number, ms: number])[];
  };
  readonly runningSpeedRpm: number;
}

/** Whose word a sheet's values carry: the builder's own, or only a starter's. */
export type SheetUse = 'demo' | 'starter';

/**
 * The document made from a sheet, maps proposed from its own description and accepted.
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
  const quantity = <T>([amount, unit, kind, note]: Entry) =>
    ({ amount, unit, source: source(kind, note) }) as T;
  const document = emptyCalibration(name, date);
  const { engine, injectors } = document;
  Object.assign(engine, mapEntries(sheet.engine, quantity), {
    firingOrder: { value: [...sheet.firingOrder], source: source('dataSheet') },
    induction: { value: sheet.induction, source: source('measured') },
    fuel: { value: sheet.fuel, source: source('dataSheet') },
  });
  Object.assign(injectors, mapEntries(sheet.injectors, quantity), {
    regulator: { value: sheet.regulator, source: source('measured') },
    deadTime: {
      unit: 'ms',
      points: sheet.deadTime.points.map(([volts, time]) => ({ volts, time })),
      source: source(sheet.deadTime.kind),
    },
  });
  document.note = use === 'demo' ? sheet.note : '';
  document.standIn = use === 'demo' ? sheet.id : 'described';
  document.startUp.runningSpeed = quantity([sheet.runningSpeedRpm, 'rev/min', 'estimated']);
  for (const mapId of MAP_IDS) {
    const result = generatedMap(document, mapId, { firstRun: true }, date);
    if (!result.ok) throw new TypeError(`${sheet.id} lacks ${result.missing.join(', ')} for ${mapId}`);
    const after = result.proposal.after;
    const sources = use === 'starter' ? [source('starter')] : after.sources;
    document.maps[mapId] = { ...after, sources };
  }
  return document;
}

function mapEntries<T>(
  entries: Readonly<Record<string, Entry>>,
  make: (entry: Entry) => T,
): Record<string, T> {
  return Object.fromEntries(Object.entries(entries).map(([key, entry]) => [key, make(entry)]));
}
