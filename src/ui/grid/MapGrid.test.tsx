import { MAP_DEFINITIONS } from '@/core/program';
import { createEvent, fireEvent, render, screen } from '@testing-library/react';
import { useState } from 'react';

import { differingCells, type GridPicture } from './paint';
import { rolesOf } from '../theme';
import { gridGeometry } from './geometry';
import {
  cellLabel,
  cellSelection,
  MapGrid,
  rangeSize,
  selectionRange,
  type GridKey,
  type Selection,
} from '.';

const MAP = {
  x: [500, 1000, 2000, 4000],
  y: [20, 50, 100],
  values: [31, 36, 45, 60, 40, 48, 60, 80, 50, 57, 73, 92],
};

function Bench({
  onKey,
  onSelection,
}: {
  onKey?: (key: GridKey) => boolean;
  onSelection?: (selection: Selection) => void;
}) {
  const [selection, setSelection] = useState(cellSelection({ column: 0, row: 0 }));
  return (
    <MapGrid
      label="VE"
      definition={MAP_DEFINITIONS.ve}
      map={MAP}
      colours="magnitude"
      selection={selection}
      onSelection={(next) => {
        setSelection(next);
        onSelection?.(next);
      }}
      {...(onKey === undefined ? {} : { onKey })}
    />
  );
}

const active = () => screen.getByRole('gridcell', { hidden: true });
const press = (key: string, held: object = {}) =>
  fireEvent.keyDown(screen.getByRole('grid'), { key, ...held });

/** Presses a pointer at a place of the grid's picture. */
function point(x: number, y: number, held: object = {}): void {
  const grid = screen.getByRole('grid');
  const event = createEvent.pointerDown(grid, held);
  Object.defineProperties(event, { clientX: { value: x }, clientY: { value: y } });
  fireEvent(grid, event);
}

describe('map grid', () => {
  test('tells its size and its active cell in words', () => {
    render(<Bench />);
    expect(screen.getByRole('grid')).toHaveAttribute('aria-rowcount', '3');
    expect(screen.getByRole('grid')).toHaveAttribute('aria-colcount', '4');
    expect(active()).toHaveAttribute('aria-label', '500 rev/min, 20 kPa abs: 31.0 %');
  });

  test('arrows move, up is more load; edges hold', () => {
    render(<Bench />);
    press('ArrowUp');
    press('ArrowRight');
    expect(active()).toHaveAttribute('aria-label', '1000 rev/min, 50 kPa abs: 48.0 %');
    press('ArrowLeft');
    press('ArrowLeft');
    press('ArrowDown');
    press('ArrowDown');
    expect(active()).toHaveAttribute('aria-label', '500 rev/min, 20 kPa abs: 31.0 %');
    press('End');
    expect(active()).toHaveAttribute('aria-label', '4000 rev/min, 20 kPa abs: 60.0 %');
    press('Home');
    expect(active()).toHaveAttribute('aria-label', '500 rev/min, 20 kPa abs: 31.0 %');
  });

  test('shift extends, Ctrl+A takes all', () => {
    const onSelection = jest.fn();
    render(<Bench onSelection={onSelection} />);
    press('ArrowRight', { shiftKey: true });
    press('ArrowUp', { shiftKey: true });
    const sizeOf = () => rangeSize(selectionRange(onSelection.mock.lastCall?.[0] as Selection));
    expect(sizeOf()).toBe(4);
    press('a', { ctrlKey: true });
    expect(sizeOf()).toBe(12);
  });

  test('keys it does not know go to its owner, and are left alone if the owner does not want them', () => {
    const onKey = jest.fn((event: GridKey) => event.key === 'p');
    render(<Bench onKey={onKey} />);
    expect(press('p')).toBe(false);
    expect(press('F5')).toBe(true);
    expect(press('Tab')).toBe(true);
    expect(onKey).toHaveBeenCalledTimes(3);
  });

  test('a pointer takes a cell, a header its row or column, the corner everything', () => {
    const onSelection = jest.fn();
    render(<Bench onSelection={onSelection} />);
    const sizeOf = () => rangeSize(selectionRange(onSelection.mock.lastCall?.[0] as Selection));
    point(130, 40);
    expect(sizeOf()).toBe(1);
    point(130, 5);
    expect(sizeOf()).toBe(3);
    point(5, 60);
    expect(sizeOf()).toBe(4);
    point(5, 5);
    expect(sizeOf()).toBe(12);
  });

  test('a curve has no second axis in its words', () => {
    expect(
      cellLabel(MAP_DEFINITIONS.cranking, { x: [-20, 20], y: [], values: [4.8, 2.5] }, { column: 0, row: 0 }),
    ).toBe('−20 °C: 4.80 × stoich');
  });
});

describe('what is painted again', () => {
  const picture: GridPicture = {
    geometry: gridGeometry({ width: 340, maxRows: 7 }, { columns: 4, rows: 3 }, { column: 0, row: 0 }, false),
    columnLabels: [],
    rowLabels: [],
    columns: 4,
    values: MAP.values,
    valueText: String,
    valueColour: () => '#000000',
    selection: { fromColumn: 0, toColumn: 0, fromRow: 0, toRow: 0 },
    roles: rolesOf('dark'),
  };
  const cells = (next: Partial<GridPicture>) => {
    const differing = differingCells(picture, { ...picture, ...next });
    return differing === null ? null : [...differing].sort((a, b) => a - b);
  };

  test('nothing when nothing differs', () => {
    expect(cells({})).toEqual([]);
  });

  test('a changed value alone', () => {
    expect(cells({ values: MAP.values.map((value, i) => (i === 6 ? 61 : value)) })).toEqual([6]);
  });

  test('the old and the new selection', () => {
    expect(cells({ selection: { fromColumn: 1, toColumn: 2, fromRow: 2, toRow: 2 } })).toEqual([0, 9, 10]);
  });

  test('everything when colours, theme or window change', () => {
    expect(cells({ valueColour: () => '#111111' })).toBeNull();
    expect(cells({ roles: rolesOf('light') })).toBeNull();
    expect(cells({ geometry: { ...picture.geometry } })).toBeNull();
  });
});
