import type { LivePen } from './livePen';

/** What measures words: a pen with its type chosen. */
export type Measure = Pick<LivePen, 'measureText'>;

/**
 * Draws words with numbers in them, from the left end of their baseline. Digits have a room of one width each, so that none
 * moves when another changes.
 * @returns where they end.
 */
export function drawFigures(
  pen: Measure & Pick<LivePen, 'fillText'>,
  words: string,
  x: number,
  baseline: number,
): number {
  const digit = pen.measureText('0').width;
  let at = x;
  for (const piece of pieces(words)) {
    const { width } = pen.measureText(piece);
    const room = isDigit(piece) ? digit : width;
    pen.fillText(piece, at + (room - width) / 2, baseline);
    at += room;
  }
  return at;
}

/** How wide {@link drawFigures} draws words. */
export function figuresWidth(pen: Measure, words: string): number {
  const digit = pen.measureText('0').width;
  return pieces(words).reduce(
    (sum, piece) => sum + (isDigit(piece) ? digit : pen.measureText(piece).width),
    0,
  );
}

/** Where letters stand in a line of this height, as a browser puts them. */
export function baselineIn(pen: Measure, height: number): number {
  const { fontBoundingBoxAscent, fontBoundingBoxDescent } = pen.measureText('0');
  return (height + fontBoundingBoxAscent - fontBoundingBoxDescent) / 2;
}

/** Words in lines no wider than this, broken between words; a word that is wider stands alone. @param widthOf of words, px. */
export function wrapped(words: string, width: number, widthOf: (words: string) => number): string[] {
  const lines: string[] = [];
  for (const word of words.split(' ')) {
    const line = lines.at(-1);
    if (line !== undefined && widthOf(`${line} ${word}`) <= width)
      lines[lines.length - 1] = `${line} ${word}`;
    else lines.push(word);
  }
  return lines;
}

/** As much of these words as there is room for, with an ellipsis where some are left out. @param widthOf of words, px. */
export function fitted(words: string, width: number, widthOf: (words: string) => number): string {
  if (widthOf(words) <= width) return words;
  let [fits, over] = [0, words.length];
  while (over - fits > 1) {
    const middle = (fits + over) >> 1;
    if (widthOf(cut(words, middle)) <= width) fits = middle;
    else over = middle;
  }
  return cut(words, fits);
}

function cut(words: string, length: number): string {
  return `${words.slice(0, length).trimEnd()}…`;
}

/** Each digit by itself, and what stands between them. */
function pieces(words: string): string[] {
  return words.match(/\d|\D+/g) ?? [];
}

function isDigit(piece: string): boolean {
  return piece >= '0' && piece <= '9' && piece.length === 1;
}
