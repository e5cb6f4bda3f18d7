import Papa from 'papaparse';

/** A block of a map, with tabs between its cells, as the CSV file that a spreadsheet opens. */
export function blockToCsv(tsv: string): string {
  const rows = tsv
    .replace(/\n+$/, '')
    .split('\n')
    .map((line) => line.split('\t'));
  return `${Papa.unparse(rows)}\r\n`;
}
