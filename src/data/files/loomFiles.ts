import Papa from 'papaparse';
import type { LoomLine } from '@/core/pins';
import { paperPage } from './paper';

/** A note that begins like a formula is told from one by an apostrophe, or a spreadsheet would compute it. */
const FORMULA_SAFE = { escapeFormulae: true } as const;

const HEAD = ['Pin', 'Kind', 'Function', 'Wire'];

/** The loom list as CSV, as a spreadsheet expects it. */
export function loomCsv(lines: readonly LoomLine[]): string {
  const data = lines.map((line) => [line.pin, line.kind, line.function, line.wire]);
  return `${Papa.unparse({ fields: HEAD, data }, FORMULA_SAFE)}\r\n`;
}

/** The loom list as a page for paper. */
export function loomPage(title: string, ecuName: string, lines: readonly LoomLine[]): string {
  const rows = lines.map((line) => [
    line.pin,
    line.kind,
    line.function === '' ? '–' : line.function,
    line.wire,
  ]);
  return paperPage(`${title}, loom`, title, [{ text: ecuName }, { head: HEAD, rows }]);
}
