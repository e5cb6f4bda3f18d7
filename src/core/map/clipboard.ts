import { parseNumber, typedProblemMessage } from '../units';
import type { CellChange, CellRange } from './editMap';
import { axisPlace, type MapDefinition } from './mapDefinition';
import { type MapData, rowCount } from './mapSchema';

/** A range as a spreadsheet takes it: tabs between cells, the highest row first as on screen, breakpoints if wanted. */
export function rangeToTsv(map: MapData, range: CellRange, withAxes: boolean): string {
  const width = map.x.length;
  const columns = Array.from(
    { length: range.toColumn - range.fromColumn + 1 },
    (_, i) => range.fromColumn + i,
  );
  const rows = Array.from({ length: range.toRow - range.fromRow + 1 }, (_, i) => range.toRow - i);
  const lines = rows.map((row) => {
    const cells = columns.map((column) => String(map.values[row * width + column]));
    return (withAxes ? [String(map.y[row] ?? ''), ...cells] : cells).join('\t');
  });
  const heading = ['', ...columns.map((column) => String(map.x[column]))].join('\t');
  return `${[...(withAxes ? [heading] : []), ...lines].join('\n')}\n`;
}

export type PasteResult =
  | { readonly ok: true; readonly changes: readonly CellChange[]; readonly range: CellRange }
  | { readonly ok: false; readonly message: string };

/**
 * The changes a block from a spreadsheet makes, its top left cell laid on the top left of the selection. All or
 * nothing: ragged rows, a block that does not fit, text in a cell or a value out of limits is refused with the place
 * named. A block with breakpoints (its first cell empty) is taken when they are the map's own there.
 */
export function pastedInto(
  map: MapData,
  definition: MapDefinition,
  selection: CellRange,
  text: string,
): PasteResult {
  const lines = text.replace(/\r\n?/g, '\n').replace(/\n+$/, '').split('\n');
  const separator = text.includes('\t') ? '\t' : ';';
  const block = lines.map((line) => line.split(separator).map((cell) => cell.trim()));
  const width = block[0]?.length ?? 0;
  const ragged = block.findIndex((row) => row.length !== width);
  if (text.trim() === '')
    return { ok: false, message: 'There is nothing to paste. Copy cells in the spreadsheet first.' };
  if (ragged !== -1) {
    return {
      ok: false,
      message: `Row ${ragged + 1} of what was pasted has ${block[ragged]?.length} cells, the first ${width}. Copy a rectangle.`,
    };
  }
  const headed = block.length > 1 && width > 1 && block[0]?.[0] === '';
  const cells = headed ? block.slice(1).map((row) => row.slice(1)) : block;
  const columns = cells[0]?.length ?? 0;
  const range: CellRange = {
    fromColumn: selection.fromColumn,
    toColumn: selection.fromColumn + columns - 1,
    fromRow: selection.toRow - cells.length + 1,
    toRow: selection.toRow,
  };
  if (range.toColumn >= map.x.length || range.fromRow < 0) {
    const room = `${map.x.length - selection.fromColumn} × ${selection.toRow + 1}`;
    return {
      ok: false,
      message: `The block of ${columns} × ${cells.length} cells does not fit: from the chosen cell there is room for ${room}. Choose another cell, or copy less.`,
    };
  }
  const axes = headed ? otherAxes(map, range, block) : null;
  return axes === null ? changesOf(map, definition, range, cells) : { ok: false, message: axes };
}

/** Why the breakpoints of a block are not those of the map where it would go; null when they are. */
function otherAxes(map: MapData, range: CellRange, block: readonly (readonly string[])[]): string | null {
  const said = [
    ...(block[0] ?? []).slice(1).map((text, i) => ({ text, own: map.x[range.fromColumn + i] })),
    ...(map.y.length === 0
      ? []
      : block.slice(1).map((row, i) => ({ text: row[0] ?? '', own: map.y[range.toRow - i] }))),
  ];
  const odd = said.find(({ text, own }) => {
    const read = parseNumber(text);
    return !read.ok || Math.abs(read.value - (own ?? NaN)) > 1e-6 * Math.max(1, Math.abs(own ?? 0));
  });
  if (odd === undefined) return null;
  return `The block has the breakpoint ${odd.text === '' ? '(empty)' : odd.text} where this map has ${odd.own}. Paste it without its breakpoints, or lay the axes alike first.`;
}

function changesOf(
  map: MapData,
  definition: MapDefinition,
  range: CellRange,
  cells: readonly (readonly string[])[],
): PasteResult {
  const changes: CellChange[] = [];
  for (const [i, line] of cells.entries()) {
    for (const [k, text] of line.entries()) {
      const column = range.fromColumn + k;
      const row = range.toRow - i;
      const where = placeWords(map, definition, column, row);
      const read = parseNumber(text);
      if (!read.ok)
        return { ok: false, message: `${where}: ${typedProblemMessage(read.problem)} Nothing was changed.` };
      const { min, max } = definition;
      if (read.value < min || read.value > max) {
        return {
          ok: false,
          message: `${where}: ${read.value} is outside ${min} to ${max}. Nothing was changed.`,
        };
      }
      const index = row * map.x.length + column;
      if (read.value !== map.values[index]) changes.push({ index, value: read.value });
    }
  }
  return { ok: true, changes, range };
}

function placeWords(map: MapData, { x, y }: MapDefinition, column: number, row: number): string {
  const along = axisPlace(x, map.x[column]);
  return y === null || rowCount(map) === 1 ? along : `${along}, ${axisPlace(y, map.y[row])}`;
}
