import { useMemo, useState } from 'react';
import { createStore, type StoreApi, useStore } from 'zustand';
import { mapAt, type MapKey } from '@/core/calibration';
import {
  type CellChange,
  cellLimitMessage,
  type CellOperation,
  changesProblem,
  editedCells,
  filledFromCorners,
  filledFromEdges,
  type ShownAs,
  smoothed,
  withCells,
} from '@/core/map';
import type { MapRegionOf } from '@/core/generators';
import { pastedInto, rangeToTsv } from '@/core/map/schema';
import { formatNumber } from '@/core/units';
import { usePartLater } from '@/data/session/documentParts';
import { editCells, useSession } from '@/data/session/session';
import { typedSource } from '@/data/session/useField';
import { cellSelection, rangeSize, selectionRange, type Selection } from '@/ui/grid';
import { shownAt } from './useShownMap';

/** What the edit tray does to the selected cells. */
export type EditMode = CellOperation['kind'];

/** What the edit tray holds, and which cells it acts on. */
export interface TrayState {
  readonly selection: Selection;
  /** The region of the engine’s work whose cells were selected as such; null for any others. */
  readonly region: MapRegionOf['id'] | null;
  readonly mode: EditMode;
  /** What is typed in the tray. */
  readonly text: string;
  /** Why the last edit was refused; null when it was not. */
  readonly problem: string | null;
}

/** The selection and the edits of one map. It stays the same object while the map is on the screen; what changes is in its store. */
export interface MapEditing {
  readonly store: StoreApi<TrayState>;
  readonly select: (selection: Selection, region?: MapRegionOf['id'] | null) => void;
  readonly setMode: (mode: EditMode) => void;
  readonly setText: (text: string) => void;
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
export function useMapEditing(key: MapKey, as: ShownAs): MapEditing {
  const [store] = useState(() =>
    createStore<TrayState>(() => ({
      selection: cellSelection({ column: 0, row: 0 }),
      region: null,
      mode: 'set',
      text: '',
      problem: null,
    })),
  );
  return useMemo(() => mapEditing(key, as, store), [key, as, store]);
}

/** Which cells are selected, at once. */
export function useSelection({ store }: MapEditing): Selection {
  return useStore(store, selectionOf);
}

/** Which region is selected, at once; null for none. */
export function useSelectedRegion({ store }: MapEditing): MapRegionOf['id'] | null {
  return useStore(store, regionOf);
}

/** The same a moment later, for what is drawn beside the grid. */
export function useSelectedRegionLater({ store }: MapEditing): MapRegionOf['id'] | null {
  return usePartLater(store, regionOf);
}

const regionOf = ({ region }: TrayState) => region;

/** Which cells are selected a moment later, for what is drawn beside the grid. */
export function useSelectionLater({ store }: MapEditing): Selection {
  return usePartLater(store, selectionOf);
}

const selectionOf = ({ selection }: TrayState): Selection => selection;

function mapEditing(key: MapKey, as: ShownAs, store: StoreApi<TrayState>): MapEditing {
  const { definition } = as;
  const range = () => selectionRange(store.getState().selection);
  /** The map of the open document now, as it is kept and as it is shown; null while it is empty. */
  const now = () => {
    const document = useSession.getState().history?.document;
    const map = document === undefined ? null : mapAt(document, key);
    return document === undefined || map === null ? null : { map, shown: shownAt(document, key, as) };
  };

  /** Lands changes as one step, unless one would leave the map's limits: says why then. */
  const land = (
    words: string,
    changes: readonly CellChange[],
    touched = rangeSize(range()),
  ): string | null => {
    const at = now();
    if (at === null) return null;
    const refused = changesProblem(at.shown, definition, changes);
    if (refused !== null) return cellLimitMessage(at.shown, definition, refused);
    if (changes.length === 0) return null;
    const stored = changes.map(({ index, value }) => ({ index, value: as.value.stored(value) }));
    editCells(
      `${definition.label}: ${words}, ${touched} ${touched === 1 ? 'cell' : 'cells'}`,
      key,
      withCells(at.map, stored, typedSource()),
    );
    return null;
  };
  const setProblem = (problem: string | null) => {
    if (problem !== store.getState().problem) store.setState({ problem });
  };
  /** Shows why something was refused; true when it was not. */
  const told = (refusal: string | null): boolean => {
    setProblem(refusal);
    return refusal === null;
  };

  const apply = (operation: CellOperation): boolean => {
    const at = now();
    if (at === null) return false;
    const result = editedCells(at.shown, definition, range(), operation);
    return told(
      result.ok
        ? land(operationWords(operation, definition.decimals), result.changes)
        : cellLimitMessage(at.shown, definition, result.problem),
    );
  };

  const put = (index: number, value: number) =>
    void told(
      land(operationWords({ kind: 'set', amount: value }, definition.decimals), [{ index, value }], 1),
    );

  const shape = (kind: ShapeKind) => {
    const at = now();
    if (at !== null) void told(land(SHAPES[kind].words, SHAPES[kind].changes(at.shown, range())));
  };

  const paste = (text: string): string | null => {
    const at = now();
    if (at === null) return null;
    const result = pastedInto(at.shown, definition, range(), text);
    if (!result.ok) return result.message;
    const { fromColumn, toColumn, fromRow, toRow } = result.range;
    store.setState({
      selection: { anchor: { column: fromColumn, row: toRow }, corner: { column: toColumn, row: fromRow } },
      region: null,
    });
    return land('paste', result.changes, rangeSize(result.range));
  };

  return {
    store,
    select: (selection, region = null) => store.setState({ selection, region, problem: null }),
    setMode: (mode) => store.setState({ mode }),
    setText: (text) => store.setState({ text }),
    setProblem,
    apply,
    put,
    shape,
    paste,
    copied: (withAxes) => {
      const at = now();
      return at === null ? '' : rangeToTsv(at.shown, range(), withAxes);
    },
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
