import {
  baseValue,
  type Calibration,
  conversionContext,
  fieldInfo,
  type FieldPath,
  presetEngineOf,
  sectionAt,
  splitPath,
  valueAt,
} from '../../calibration';
import type { QuantityFieldInfo, QuantityValue, Source } from '../../field';
import { type CellChange, type MapData, withCells } from '../../map';
import type { DeadTimeTable } from '../../injector';
import { addedOutput, type Output, type OutputPurpose } from '../../outputs';
import type { MapId } from '../../program';
import { type Amount, fromBase } from '../../units';
import { type Cell, cellsOf } from './maps';

/** One thing that a remedy changes. */
export type Edit =
  | { readonly kind: 'quantity'; readonly path: FieldPath; readonly amount: Amount }
  | { readonly kind: 'choice'; readonly path: FieldPath; readonly value: string | readonly number[] }
  /** Takes the place of the output of its id, or stands beside the others. */
  | { readonly kind: 'output'; readonly output: Output }
  | { readonly kind: 'pin'; readonly function: string; readonly pin: string }
  /** Every dead time that was typed, longer by so much. */
  | { readonly kind: 'deadTimes'; readonly byMs: number }
  | { readonly kind: 'cells'; readonly mapId: MapId; readonly changes: readonly CellChange[] };

/** A change that cures what was found, as far as it can be computed. It is a proposal: nothing has changed yet. */
export interface Remedy {
  /** What it does, with its numbers: "Lower 3 cells to 15°". */
  readonly label: string;
  readonly edits: readonly Edit[];
}

/** Puts a remedy into a draft; each value it changes comes from the source given. */
export function putRemedy(draft: Calibration, { edits }: Remedy, source: Source): void {
  for (const edit of edits) putEdit(draft, edit, source);
}

function putEdit(draft: Calibration, edit: Edit, source: Source): void {
  switch (edit.kind) {
    case 'quantity':
      return putValue(draft, edit.path, { ...edit.amount, source });
    case 'choice':
      return putValue(draft, edit.path, { value: edit.value, source });
    case 'output': {
      const { output } = edit;
      const at = draft.outputs.findIndex(({ id }) => id === output.id);
      // A preset is computed for nobody: it waits to be looked at.
      if (at < 0)
        draft.outputs.push({ ...output, source: { kind: 'estimated', date: source.date, note: 'Preset' } });
      else draft.outputs[at] = { ...output, source };
      return;
    }
    case 'pin': {
      const { function: id, pin } = edit;
      const own = draft.pins.assignments.find((entry) => entry.function === id);
      if (own === undefined) draft.pins.assignments.push({ function: id, pin, wire: '', source });
      else Object.assign(own, { pin, source });
      return;
    }
    case 'deadTimes': {
      const { deadTime } = draft.injectors;
      if (deadTime !== null) draft.injectors.deadTime = longerTimes(deadTime, edit.byMs, source);
      return;
    }
    case 'cells': {
      const map = draft.maps[edit.mapId];
      if (map !== null) draft.maps[edit.mapId] = withCells(map, edit.changes, source);
    }
  }
}

/** Decimals of a dead time that a remedy puts in, by its unit, and the shortest there is, ms. */
const TIME_DECIMALS = { ms: 3, us: 0 } as const;
const LEAST_DEAD_MS = 0.05;

function longerTimes(
  { rowSources: _, ...table }: DeadTimeTable,
  byMs: number,
  source: Source,
): DeadTimeTable {
  const perMs = table.unit === 'us' ? 1000 : 1;
  const longer = (time: number | null) =>
    time === null
      ? null
      : Number(Math.max(LEAST_DEAD_MS * perMs, time + byMs * perMs).toFixed(TIME_DECIMALS[table.unit]));
  return {
    ...table,
    rows: table.rows.map((row) => ({ ...row, times: row.times.map(longer) })),
    source,
  };
}

function putValue(draft: Calibration, path: FieldPath, value: unknown): void {
  const { section, key } = splitPath(path);
  sectionAt(draft, section)[key] = value;
}

/** Significant digits of a number that a remedy puts in. */
const DIGITS = 4;

/** A value of a quantity field in the unit it is typed in. */
export function quantityEdit(document: Calibration, path: FieldPath, base: number): Edit {
  const info = fieldInfo(path) as QuantityFieldInfo;
  const { unit } = (valueAt(document, path) as QuantityValue | null) ?? info;
  const amount = fromBase(info.quantity, base, unit, conversionContext(document));
  return { kind: 'quantity', path, amount: { amount: Number(amount.toPrecision(DIGITS)), unit } };
}

/** Another option of a choice. */
export function choiceEdit(path: FieldPath, value: string): Edit {
  return { kind: 'choice', path, value };
}

/** The same number of a quantity field in another unit; null while it is empty. */
export function unitRemedy(
  document: Calibration,
  path: FieldPath,
  unit: string,
  label: string,
): Remedy | null {
  const value = valueAt(document, path) as QuantityValue | null;
  if (value === null || baseValue(document, path) === null) return null;
  return { label, edits: [{ kind: 'quantity', path, amount: { amount: value.amount, unit } }] };
}

/** An output for a purpose that none is there for. */
export function outputRemedy(document: Calibration, purpose: OutputPurpose): Remedy {
  const source = { kind: 'estimated', date: '2000-01-01' } as const;
  const output = addedOutput(document.outputs, purpose, presetEngineOf(document), source);
  return { label: `Add the output ${output.name}`, edits: [{ kind: 'output', output }] };
}

/**
 * A remedy for the cells of a map that are not as they should be.
 * @param wanted what a cell should hold; the same for one that is right.
 * @param words what is done, for how many cells: "Lower 3 cells to 15°".
 */
export function cellsRemedy(
  mapId: MapId,
  map: MapData,
  wanted: (cell: Cell) => number,
  words: (cells: string) => string,
): Remedy | null {
  const changes = cellsOf(map).flatMap((cell, index) => {
    const value = wanted(cell);
    return value === cell.value ? [] : [{ index, value }];
  });
  if (changes.length === 0) return null;
  return {
    label: words(changes.length === 1 ? '1 cell' : `${changes.length} cells`),
    edits: [{ kind: 'cells', mapId, changes }],
  };
}
