import { useState } from 'react';
import { mapAt, type MapKey } from '@/core/calibration';
import {
  type CellChange,
  cellLimitMessage,
  type CellOperation,
  changesProblem,
  editedCells,
  filledFromCorners,
  filledFromEdges,
  smoothed,
  withCells,
} from '@/core/map';
import { pastedInto, rangeToTsv } from '@/core/map/schema';
import { formatNumber } from '@/core/units';
import { edit } from '@/data/session/session';
import { typedSource } from '@/data/session/useField';
import { cellSelection, rangeSize, selectionRange, type Selection } from '@/ui/grid';
import { useShownMap } from './useShownMap';

/** What the edit tray does to the selected cells. */
export type EditMode = CellOperation['kind'];

/** The selection and the edits of one map. */
export interface MapEditing {
  readonly selection: Selection;
  readonly select: (selection: Selection) => void;
  readonly mode: EditMode;
  readonly setMode: (mode: EditMode) => void;
  /** What is typed in the tray. */
  readonly text: string;
  readonly setText: (text: string) => void;
  /** Why the last edit was refused; null when it was not. */
  readonly problem: string | null;
  readonly setProblem: (problem: string | null) => void;
  /** Does an operation to the selection, as one step that can be undone; false when it was refused. */
  readonly apply: (operation: CellOperation) => boolean;
  /** Puts a value in one cell, as one step that can be undone. */
  readonly put: (index: number, value: number) => void;
  /** Fills or smooths the selection, as one step. */
  readonly shape: (kind: ShapeKind) => void;
  /** Lays a block from a spreadsheet on the selection, as one step. Returns why it was refused; null when it was not. */
  readonly paste: (text: string) => string | null;
  /** The selection as a spreadsheet takes it. */
  readonly copied: (withAxes: boolean) => string;
}

/** What can be done to the shape of a selection. */
export type ShapeKind = 'corners' | 'edges' | 'smooth';

const SHAPES = {
  corners: { words: 'fill from the corners', changes: filledFromCorners },
  edges: { words: 'fill from the edges', changes: filledFromEdges },
  smooth: { words: 'smooth', changes: smoothed },
} as const;

/** Selection, tray and edits of the map with this key. Numbers are those shown; what lands is in the map's own unit. */
export function useMapEditing(key: MapKey): MapEditing {
  const { map, shown, as } = useShownMap(key);
  const { definition } = as;
  const [selection, setSelection] = useState(cellSelection({ column: 0, row: 0 }));
  const [mode, setMode] = useState<EditMode>('set');
  const [text, setText] = useState('');
  const [problem, setProblem] = useState<string | null>(null);

  const range = selectionRange(selection);
  const cells = rangeSize(range);

  /** Lands changes as one step, unless one would leave the map's limits: says why then. */
  const land = (words: string, changes: readonly CellChange[], touched = cells): string | null => {
    if (map === null || shown === null) return null;
    const refused = changesProblem(shown, definition, changes);
    if (refused !== null) return cellLimitMessage(shown, definition, refused);
    if (changes.length === 0) return null;
    const stored = changes.map(({ index, value }) => ({ index, value: as.value.stored(value) }));
    edit(`${definition.label}: ${words}, ${touched} ${touched === 1 ? 'cell' : 'cells'}`, (draft) => {
      const next = withCells(map, stored, typedSource());
      const target = mapAt(draft, key);
      if (target === null) return;
      // A whole map is put in one piece: a thousand single patches would be a thousand times the memory.
      if (stored.length > map.values.length / 2) {
        target.values = next.values;
        target.cellSources = next.cellSources;
      } else {
        for (const { index, value } of stored) target.values[index] = value;
        next.cellSources.forEach((source, i) => {
          if (target.cellSources[i] !== source) target.cellSources[i] = source;
        });
      }
      target.sources = next.sources;
    });
    return null;
  };
  /** Shows why something was refused; true when it was not. */
  const told = (refusal: string | null): boolean => {
    setProblem(refusal);
    return refusal === null;
  };

  const apply = (operation: CellOperation): boolean => {
    if (shown === null) return false;
    const result = editedCells(shown, definition, range, operation);
    return told(
      result.ok
        ? land(operationWords(operation, definition.decimals), result.changes)
        : cellLimitMessage(shown, definition, result.problem),
    );
  };

  const put = (index: number, value: number) =>
    void told(
      land(operationWords({ kind: 'set', amount: value }, definition.decimals), [{ index, value }], 1),
    );

  const shape = (kind: ShapeKind) => {
    if (shown !== null) void told(land(SHAPES[kind].words, SHAPES[kind].changes(shown, range)));
  };

  const paste = (text: string): string | null => {
    if (shown === null) return null;
    const result = pastedInto(shown, definition, range, text);
    if (!result.ok) return result.message;
    const { fromColumn, toColumn, fromRow, toRow } = result.range;
    setSelection({ anchor: { column: fromColumn, row: toRow }, corner: { column: toColumn, row: fromRow } });
    return land('paste', result.changes, rangeSize(result.range));
  };

  return {
    selection,
    select: (next) => {
      setSelection(next);
      setProblem(null);
    },
    mode,
    setMode,
    text,
    setText,
    problem,
    setProblem,
    apply,
    put,
    shape,
    paste,
    copied: (withAxes) => (shown === null ? '' : rangeToTsv(shown, range, withAxes)),
  };
}

function operationWords({ kind, amount }: CellOperation, decimals: number): string {
  const number = formatNumber(amount, decimals);
  switch (kind) {
    case 'set':
      return `set to ${number}`;
    case 'add':
      return amount < 0 ? `take ${formatNumber(-amount, decimals)} away` : `add ${number}`;
    case 'multiply':
      return `multiply by ${String(amount)}`;
    case 'percent':
      return `${amount < 0 ? 'lower' : 'raise'} by ${Math.abs(amount)} %`;
  }
}
