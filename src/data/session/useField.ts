import {
  type Calibration,
  conversionContext,
  fieldInfo,
  type FieldPath,
  isFieldPath,
  sectionAt,
  splitPath,
  valueAt,
} from '@/core/calibration';
import {
  type QuantityFieldInfo,
  type QuantityValue,
  convertedTable,
  readTableDraft,
  type Source,
  type SourceKind,
  tableDraft,
  type TableDraft,
  type TableDraftResult,
  type TableFieldInfo,
  type TableSources,
  type TableValue,
} from '@/core/field';
import { sourcesAfterTyping } from '@/core/field/schema';
import { type Amount, type ConversionContext, formatSignificant, inSentence, unitOf } from '@/core/units';
import { today } from '../today';
import { useMemo } from 'react';
import { useDocumentPart } from './documentParts';
import { edit, setDraft, useSession } from './session';

/** Writes a field of the draft document; the schema's type for it is checked where the value is made. */
function put(document: Calibration, path: FieldPath, value: unknown): void {
  const { section, key } = splitPath(path);
  sectionAt(document, section)[key] = value;
}

/** The source a value typed now carries. */
export function typedSource(): Source {
  return { kind: useSession.getState().typingSource, date: today() };
}

/** Sets where a field's value comes from, as one undoable step. */
export function setSource(path: FieldPath, label: string, kind: SourceKind, note: string): void {
  setSources([path], label, kind, note);
}

/** A place that has a source of its own: a field, or an output. */
export type SourcedPlace = FieldPath | `outputs.${string}`;

/** Sets where the values of several places come from, as one undoable step. @param label what they are, for the step. */
export function setSources(
  places: readonly SourcedPlace[],
  label: string,
  kind: SourceKind,
  note: string,
): void {
  edit(`Source of ${inSentence(label)}`, (draft) => {
    for (const place of places) {
      const value = sourcedAt(draft as Calibration, place);
      if (value === null) continue;
      value.source = { kind, date: value.source.date, ...(note === '' ? {} : { note }) };
      delete value.rowSources;
    }
  });
}

function sourcedAt(document: Calibration, place: SourcedPlace): TableSources | null {
  if (isFieldPath(place)) return valueAt(document, place) as TableSources | null;
  return document.outputs.find(({ id }) => `outputs.${id}` === place) ?? null;
}

/** All a quantity field needs to be shown and edited. */
export interface QuantityBinding {
  readonly path: FieldPath;
  readonly info: QuantityFieldInfo;
  readonly value: QuantityValue | null;
  readonly context: ConversionContext;
  /** Text that is not a value yet; undefined when what is stored is what is shown. */
  readonly draft: string | undefined;
  readonly onDraft: (text: string | null) => void;
  /** Null empties the field. */
  readonly onCommit: (amount: Amount | null) => void;
  readonly onSource: (kind: SourceKind, note: string) => void;
}

/** What conversions in the open document depend on; drawn again when that changes. */
function useConversionContext(): ConversionContext {
  const barometricKpa = useDocumentPart((document) => conversionContext(document).barometricKpa);
  const ratedDensityGPerCm3 = useDocumentPart((document) => conversionContext(document).ratedDensityGPerCm3);
  return useMemo(() => ({ barometricKpa, ratedDensityGPerCm3 }), [barometricKpa, ratedDensityGPerCm3]);
}

/**
 * Binds a quantity field to the open document.
 * @throws {RangeError} if the path is not a quantity's.
 */
export function useQuantityField(path: FieldPath): QuantityBinding {
  const value = useDocumentPart((document) => valueAt(document, path)) as QuantityValue | null;
  const context = useConversionContext();
  const draft = useSession((session) => session.drafts[path]);
  const info = fieldInfo(path);
  if (info?.kind !== 'quantity') throw new RangeError(`${path} is not a quantity`);
  return {
    path,
    info,
    value,
    context,
    draft,
    onDraft: (text) => setDraft(path, text),
    onCommit: (amount) => commitAmount(path, info, amount),
    onSource: (kind, note) => setSource(path, info.label, kind, note),
  };
}

function commitAmount(path: FieldPath, info: QuantityFieldInfo, amount: Amount | null): void {
  setDraft(path, null);
  const stored = useSession.getState().history?.document;
  const before = stored === undefined ? null : (valueAt(stored, path) as QuantityValue | null);
  if (amount === null) {
    edit(`Empty ${inSentence(info.label)}`, (draft) => put(draft as Calibration, path, null));
    return;
  }
  const isSame = before !== null && before.amount === amount.amount && before.unit === amount.unit;
  // Typed for this engine, a number is its own, even where the starter’s was no other.
  if (isSame && before.source.kind !== 'starter') return;
  const unit = unitOf(info.quantity, amount.unit).label;
  edit(`${info.label} ${formatSignificant(amount.amount, 6)} ${unit}`.trim(), (draft) =>
    put(draft as Calibration, path, { ...amount, source: typedSource() }),
  );
}

/** A value that is chosen or listed, with its source. */
interface Sourced<T> {
  readonly value: T;
  readonly source: Source;
}

/** Binds a choice or a list to the open document. */
export function useSourcedField<T>(path: FieldPath): {
  readonly value: Sourced<T> | null;
  readonly label: string;
  /** Null empties the field. */
  readonly onCommit: (value: T | null, words: string) => void;
  readonly onSource: (kind: SourceKind, note: string) => void;
} {
  const value = useDocumentPart((document) => valueAt(document, path)) as Sourced<T> | null;
  const label = fieldInfo(path)?.label ?? path;
  return {
    value,
    label,
    onCommit: (value, words) =>
      edit(`${label}: ${words}`, (draft) =>
        put(draft as Calibration, path, value === null ? null : { value, source: typedSource() }),
      ),
    onSource: (kind, note) => setSource(path, label, kind, note),
  };
}

/** All a table field needs to be shown and edited. */
export interface TableBinding {
  readonly path: FieldPath;
  readonly info: TableFieldInfo;
  readonly value: TableValue | null;
  readonly draft: TableDraft;
  /** What the draft comes to while it is not what is stored; null when it is. */
  readonly result: TableDraftResult | null;
  /** Keeps what is typed without reading it yet. */
  readonly onDraft: (draft: TableDraft) => void;
  /** Reads the draft and stores it when it is whole; an emptied table empties the field. */
  readonly onSettle: (draft: TableDraft) => void;
  /** Other units for the columns: a stored table’s numbers are converted, those being typed stay as they are. */
  readonly onUnits: (units: readonly string[]) => void;
  readonly onSource: (kind: SourceKind, note: string) => void;
}

/**
 * Binds a table field to the open document. What is not a table yet is kept as typed.
 * @throws {RangeError} if the path is not a table's.
 */
export function useTableField(path: FieldPath): TableBinding {
  const value = useDocumentPart((document) => valueAt(document, path)) as TableValue | null;
  const context = useConversionContext();
  const text = useSession((session) => session.drafts[path]);
  const info = fieldInfo(path);
  if (info?.kind !== 'table') throw new RangeError(`${path} is not a table`);
  const draft = text === undefined ? tableDraft(info, value) : (JSON.parse(text) as TableDraft);
  const keep = (next: TableDraft) => setDraft(path, JSON.stringify(next));
  const settle = (next: TableDraft) => {
    if (next.rows.every((row) => row.every((cell) => cell.trim() === ''))) {
      if (value === null) return keep(next);
      setDraft(path, null);
      return edit(`Empty ${inSentence(info.label)}`, (draft) => put(draft as Calibration, path, null));
    }
    const read = readTableDraft(info, next, context);
    if (!read.ok) return keep(next);
    setDraft(path, null);
    commitTable(path, info, { units: [...next.units], rows: read.rows });
  };
  return {
    path,
    info,
    value,
    draft,
    result: text === undefined ? null : readTableDraft(info, draft, context),
    onDraft: keep,
    onSettle: settle,
    onUnits: (units) => {
      if (text !== undefined || value === null) return settle({ ...draft, units });
      edit(`Units of ${inSentence(info.label)}`, (into) =>
        put(into as Calibration, path, convertedTable(info, value, units, context)),
      );
    },
    onSource: (kind, note) => setSource(path, info.label, kind, note),
  };
}

/** Stores a table as one undoable step, unless it is the same as before. Rows that stay keep their source. */
export function commitTable(
  path: FieldPath,
  info: TableFieldInfo,
  table: Pick<TableValue, 'units' | 'rows'>,
  source: Source = typedSource(),
): void {
  const stored = useSession.getState().history?.document;
  const before = stored === undefined ? null : (valueAt(stored, path) as TableValue | null);
  const same =
    before !== null &&
    JSON.stringify([before.units, before.rows]) === JSON.stringify([table.units, table.rows]);
  if (same) return;
  const kept = JSON.stringify(before?.units) === JSON.stringify(table.units) ? before : null;
  const sources = sourcesAfterTyping(kept, table.rows, source);
  edit(info.label, (draft) => put(draft as Calibration, path, { ...table, ...sources }));
}

/** Text of a place that is not a value yet, kept beyond the screen and over a reload. Null forgets it. */
export function useDraft(path: string): readonly [string | undefined, (text: string | null) => void] {
  return [useSession((session) => session.drafts[path]), (text) => setDraft(path, text)];
}
