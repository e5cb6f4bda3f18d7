import Papa from 'papaparse';

/** A block of a map, with tabs between its cells, as the CSV file that a spreadsheet opens. */
export function blockToCsv(tsv: string): string {
  const rows = tsv
    .replace(/\n+$/, '')
    .split('\n')
    .map((line) => line.split('\t'));
  return `${Papa.unparse(rows)}\r\n`;
}

/** A CSV file of any separator as a block with tabs between its cells. Decimal commas stand in quotes, or behind semicolons. */
export function csvToBlock(text: string): string {
  const { data } = Papa.parse<string[]>(text, { skipEmptyLines: true, delimitersToGuess: ['\t', ';', ','] });
  return data.map((row) => row.join('\t')).join('\n');
}
