import { useState } from 'react';
import { MAP_DEFINITIONS, type MapId } from '@/core/calibration';
import { cellLimitMessage, editedCells, withCells, type CellOperation } from '@/core/map';
import { formatNumber } from '@/core/units';
import { edit, useDocument } from '@/data/session/session';
import { typedSource } from '@/data/session/useField';
import { cellSelection, rangeSize, selectionRange, type Selection } from '@/ui/grid';

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
  /** Does an operation to the selection, as one step that can be undone. */
  readonly apply: (operation: CellOperation) => void;
}

/** Selection, tray and edits of the map with this id. */
export function useMapEditing(mapId: MapId): MapEditing {
  const map = useDocument().maps[mapId];
  const definition = MAP_DEFINITIONS[mapId];
  const [selection, setSelection] = useState(cellSelection({ column: 0, row: 0 }));
  const [mode, setMode] = useState<EditMode>('set');
  const [text, setText] = useState('');
  const [problem, setProblem] = useState<string | null>(null);

  const apply = (operation: CellOperation) => {
    if (map === null) return;
    const range = selectionRange(selection);
    const result = editedCells(map, definition, range, operation);
    if (!result.ok) {
      setProblem(cellLimitMessage(map, definition, result.problem));
      return;
    }
    setProblem(null);
    if (result.changes.length === 0) return;
    const cells = rangeSize(range);
    edit(
      `${definition.label}: ${operationWords(operation, definition.decimals)}, ${cells} ${cells === 1 ? 'cell' : 'cells'}`,
      (draft) => {
        const next = withCells(map, result.changes, typedSource());
        const target = draft.maps[mapId];
        if (target === null) return;
        for (const { index, value } of result.changes) target.values[index] = value;
        next.cellSources.forEach((source, i) => {
          if (target.cellSources[i] !== source) target.cellSources[i] = source;
        });
        target.sources = next.sources;
      },
    );
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
  };
}

function operationWords({ kind, amount }: CellOperation, decimals: number): string {
  const number = formatNumber(amount, decimals);
  switch (kind) {
    case 'set':
      return `set to ${number}`;
    case 'add':
      return amount < 0 ? `take ${formatNumber(-amount, decimals)} away` : `add ${number}`;
    case 'percent':
      return `${amount < 0 ? 'lower' : 'raise'} by ${Math.abs(amount)} %`;
  }
}
