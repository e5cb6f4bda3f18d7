import type { MapData } from '@/core/map';
import { rowCount } from '@/core/map/schema';

const WIDTH = 320;
const CELL_HEIGHT = 12;
const CURVE_HEIGHT = 90;

/** A map as a drawing for paper: a curve as a line, a surface in shades, the darkest the highest. */
export function mapPicture(map: MapData): string {
  return map.y.length === 0 ? curvePicture(map) : surfacePicture(map);
}

function curvePicture({ x, values }: MapData): string {
  const [first, last] = [x[0] ?? 0, x.at(-1) ?? 1];
  const [low, high] = [Math.min(...values), Math.max(...values)];
  const points = values
    .map((value, i) => {
      const across = ((x[i] as number) - first) / (last - first || 1);
      const up = (value - low) / (high - low || 1);
      return `${(4 + across * (WIDTH - 8)).toFixed(1)},${(CURVE_HEIGHT - 4 - up * (CURVE_HEIGHT - 8)).toFixed(1)}`;
    })
    .join(' ');
  return svg(CURVE_HEIGHT, `<polyline points="${points}" fill="none" stroke="#000" stroke-width="1.2"/>`);
}

function surfacePicture(map: MapData): string {
  const { x, values } = map;
  const rows = rowCount(map);
  const [low, high] = [Math.min(...values), Math.max(...values)];
  const width = WIDTH / x.length;
  const cells = values.map((value, i) => {
    const share = (value - low) / (high - low || 1);
    const shade = Math.round(245 - 190 * share);
    const column = i % x.length;
    const row = rows - 1 - Math.floor(i / x.length);
    return `<rect x="${(column * width).toFixed(1)}" y="${row * CELL_HEIGHT}" width="${width.toFixed(2)}" height="${CELL_HEIGHT}" fill="rgb(${shade},${shade},${shade})"/>`;
  });
  return svg(rows * CELL_HEIGHT, cells.join(''));
}

function svg(height: number, content: string): string {
  return `<svg viewBox="0 0 ${WIDTH} ${height}" width="${WIDTH}" height="${height}" role="img" aria-label="Its shape">${content}</svg>`;
}
