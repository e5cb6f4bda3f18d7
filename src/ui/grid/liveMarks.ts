import type { LivePen } from '../live';
import type { Roles } from '../theme';
import type { GridGeometry } from './geometry';
import type { LiveWay } from './live';
import { LIVE_MARK, liveSpot, traceWay, usedBox } from './markShapes';

/** Width of a line, px; its edge is as wide again. */
const LINE = 2;

/** The colours of a line and of its edge: seen on every cell. */
type Colours = Pick<Roles, 'text' | 'steel' | 'ground'>;

/** Draws where the engine is, and a frame round the cells it reads between; nothing while that is not known. */
export function drawMark(pen: LivePen, geometry: GridGeometry, way: LiveWay, colours: Colours): void {
  pen.clearRect(0, 0, geometry.width, geometry.height);
  const [spot, used] = [liveSpot(geometry, way), usedBox(geometry, way)];
  if (spot === null || used === null) return;
  const frame = new Path2D();
  frame.rect(used.x + LINE, used.y + LINE, used.width - 2 * LINE, used.height - 2 * LINE);
  outline(pen, frame, colours.steel, colours.ground);
  const mark = new Path2D();
  mark.addPath(new Path2D(LIVE_MARK.path), new DOMMatrix([1, 0, 0, 1, spot.x, spot.y]));
  outline(pen, mark, colours.text, colours.ground);
}

/** Draws the way that the engine came. */
export function drawWay(pen: LivePen, geometry: GridGeometry, way: LiveWay, colours: Colours): void {
  pen.clearRect(0, 0, geometry.width, geometry.height);
  const line = new Path2D();
  traceWay(geometry, way, line);
  outline(pen, line, colours.text, colours.ground);
}

function outline(pen: LivePen, path: Path2D, colour: string, ground: string): void {
  pen.lineJoin = 'round';
  pen.strokeStyle = ground;
  pen.lineWidth = 2 * LINE;
  pen.stroke(path);
  pen.strokeStyle = colour;
  pen.lineWidth = LINE;
  pen.stroke(path);
}
