import { rgb } from 'd3-color';

/** Colours as a picture holds them, by their names: there are few colours and many cells. */
const packed = new Map<string, number>();

/** A colour as a picture of this machine holds it: alpha, blue, green and red from the highest byte down. */
export function packedColour(colour: string): number {
  const known = packed.get(colour);
  if (known !== undefined) return known;
  const { r, g, b } = rgb(colour);
  const value = ((255 << 24) | (Math.round(b) << 16) | (Math.round(g) << 8) | Math.round(r)) >>> 0;
  packed.set(colour, value);
  return value;
}

/**
 * Draws a map with one pixel a cell, the highest row on top, in one piece.
 * @param values row by row, as in the map.
 */
export function paintCellPicture(
  context: CanvasRenderingContext2D,
  columns: number,
  values: readonly number[],
  colour: (value: number) => string,
): void {
  const rows = Math.ceil(values.length / columns);
  const picture = context.createImageData(columns, rows);
  const pixels = new Uint32Array(picture.data.buffer);
  for (let i = 0; i < values.length; i += 1) {
    const row = rows - 1 - Math.floor(i / columns);
    pixels[row * columns + (i % columns)] = packedColour(colour(values[i] as number));
  }
  context.putImageData(picture, 0, 0);
}
