/** How a surface is looked at. */
export interface SurfaceView {
  /** Turned about the upright, °. */
  readonly turnDeg: number;
  /** Looked at from above: 0 level, 90 straight down, °. */
  readonly tiltDeg: number;
}

export const USUAL_VIEW: SurfaceView = { turnDeg: 30, tiltDeg: 32 };

/** Limits of the tilt: never from below. */
const TILT = { min: 5, max: 90 } as const;

/** A view turned and tilted by so much; the turn goes round, the tilt is held. */
export function turned(view: SurfaceView, byTurnDeg: number, byTiltDeg: number): SurfaceView {
  const turnDeg = (((view.turnDeg + byTurnDeg) % 360) + 360) % 360;
  return { turnDeg, tiltDeg: Math.min(TILT.max, Math.max(TILT.min, view.tiltDeg + byTiltDeg)) };
}

/** A point of the picture: across, down, and how far behind it lies. */
export interface Projected {
  readonly x: number;
  readonly y: number;
  readonly depth: number;
}

/** Height of the surface over the width of its ground. */
const HEIGHT_SHARE = 0.55;

/**
 * Where a point of the unit box stands in the picture: u along x, v along y, w up, each 0…1. Parallel projection, so that
 * equal steps stay equal. The picture's middle is 0, 0; the box fits within ±0.95 across and ±{@link HIGHEST} down.
 */
export function projected(view: SurfaceView, u: number, v: number, w: number): Projected {
  const turn = (view.turnDeg * Math.PI) / 180;
  const tilt = (view.tiltDeg * Math.PI) / 180;
  const [a, b, h] = [u - 0.5, v - 0.5, (w - 0.5) * HEIGHT_SHARE];
  const across = a * Math.cos(turn) - b * Math.sin(turn);
  const away = a * Math.sin(turn) + b * Math.cos(turn);
  return {
    x: across * FIT,
    y: -(away * Math.sin(tilt) + h * Math.cos(tilt)) * FIT,
    depth: away * Math.cos(tilt) - h * Math.sin(tilt),
  };
}

/** Brings the box's longest diagonal within the picture. */
const FIT = 0.95 / Math.SQRT1_2;

/** Nothing of the box stands farther from the picture’s middle, up or down, from any side: √(0.95² + 0.37²), rounded up. */
export const HIGHEST = 1.03;

/** A surface ready to be drawn: places of its corners, and its faces from the farthest to the nearest. */
export interface SurfaceMesh {
  /** Across and down of each corner, row by row, −1…1. */
  readonly xs: Float64Array;
  readonly ys: Float64Array;
  /** Faces by their lowest corner's index, farthest first. */
  readonly faces: Int32Array;
  readonly columns: number;
}

/** Axes and heights of a surface, each as shares 0…1 of their range. */
export interface SurfaceShape {
  readonly us: Float64Array;
  readonly vs: Float64Array;
  readonly ws: Float64Array;
}

/** The shares of a map's axes and values; a flat map lies in the middle. */
export function surfaceShape(map: {
  readonly x: readonly number[];
  readonly y: readonly number[];
  readonly values: readonly number[];
}): SurfaceShape {
  return { us: shares(map.x), vs: shares(map.y), ws: shares(map.values) };
}

function shares(values: readonly number[]): Float64Array {
  let low = Infinity;
  let high = -Infinity;
  for (const value of values) {
    if (value < low) low = value;
    if (value > high) high = value;
  }
  const span = high - low;
  return Float64Array.from(values, (value) => (span === 0 ? 0.5 : (value - low) / span));
}

/** The mesh of a shape in a view. Faces of a height field are in order by the depth of their ground alone. */
export function surfaceMesh({ us, vs, ws }: SurfaceShape, view: SurfaceView): SurfaceMesh {
  const columns = us.length;
  const rows = vs.length;
  const xs = new Float64Array(ws.length);
  const ys = new Float64Array(ws.length);
  for (let row = 0; row < rows; row += 1) {
    for (let column = 0; column < columns; column += 1) {
      const i = row * columns + column;
      const at = projected(view, us[column] as number, vs[row] as number, ws[i] as number);
      xs[i] = at.x;
      ys[i] = at.y;
    }
  }
  const turn = (view.turnDeg * Math.PI) / 180;
  const faces = new Int32Array((columns - 1) * (rows - 1));
  let next = 0;
  for (const row of fromFar(rows - 1, Math.cos(turn) >= 0)) {
    for (const column of fromFar(columns - 1, Math.sin(turn) >= 0)) {
      faces[next] = row * columns + column;
      next += 1;
    }
  }
  return { xs, ys, faces, columns };
}

/** The places along an axis from the farthest to the nearest. */
function fromFar(count: number, farIsLast: boolean): number[] {
  return Array.from({ length: count }, (_, i) => (farIsLast ? count - 1 - i : i));
}
