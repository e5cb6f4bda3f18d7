import Papa from 'papaparse';
import { MAX_BREAKPOINTS } from '@/core/map';
import type { PartResult } from './readParts';

/** Rows and cells of a row that a map can have, its breakpoints among them. */
const MOST = MAX_BREAKPOINTS + 1;

/**
 * A CSV file of any separator as a block with tabs between its cells. Decimal commas stand in quotes, or behind
 * semicolons. One larger than any map is refused before it is read to its end.
 */
export function readMapBlock(text: string): PartResult<string> {
  const { data } = Papa.parse<string[]>(text, {
    skipEmptyLines: true,
    delimitersToGuess: ['\t', ';', ','],
    preview: MOST + 1,
  });
  const widest = Math.max(0, ...data.map((row) => row.length));
  if (data.length > MOST || widest > MOST) {
    const what = data.length > MOST ? `more than ${MOST} rows` : `a row of ${widest} cells`;
    return {
      ok: false,
      message: `It has ${what}; a map has ${MAX_BREAKPOINTS} rows and columns at most, and its breakpoints. Save only the map’s own cells.`,
    };
  }
  return { ok: true, part: data.map((row) => row.join('\t')).join('\n') };
}
