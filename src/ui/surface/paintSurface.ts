import type { Roles } from '../theme';
import { FONT } from '../theme';
import { HIGHEST, projected, surfaceMesh, type SurfaceShape, type SurfaceView } from './project';

/** A place on the surface, in shares of its box. */
export interface SurfacePoint {
  readonly u: number;
  readonly v: number;
  readonly w: number;
}

/** What a surface's picture is made of. */
export interface SurfacePicture {
  readonly width: number;
  readonly height: number;
  readonly shape: SurfaceShape;
  /** Colour of each face, by its lowest corner. */
  readonly colours: readonly string[];
  readonly view: SurfaceView;
  readonly roles: Roles;
  readonly xEnds: readonly [string, string];
  readonly yEnds: readonly [string, string];
  readonly point: SurfacePoint | null;
  readonly trail: readonly SurfacePoint[];
  readonly chosen: SurfacePoint | null;
}

/** Draws the surface from back to front, then what is marked on it. */
export function paintSurface(
  context: CanvasRenderingContext2D,
  picture: SurfacePicture,
  pixelRatio: number,
): void {
  const { width, height, shape, colours, view, roles } = picture;
  context.setTransform(pixelRatio, 0, 0, pixelRatio, 0, 0);
  context.clearRect(0, 0, width, height);
  const scale = Math.min(width / 2, height / 2 / HIGHEST);
  const [middleX, middleY] = [width / 2, height / 2];
  const mesh = surfaceMesh(shape, view);
  const { xs, ys, columns } = mesh;
  paintGround(context, picture, scale);
  context.lineWidth = 0.75;
  context.strokeStyle = roles.ground;
  for (const face of mesh.faces) {
    context.beginPath();
    for (const [k, corner] of [face, face + 1, face + columns + 1, face + columns].entries()) {
      const x = middleX + (xs[corner] as number) * scale;
      const y = middleY + (ys[corner] as number) * scale;
      if (k === 0) context.moveTo(x, y);
      else context.lineTo(x, y);
    }
    context.closePath();
    context.fillStyle = colours[face] ?? roles.line;
    context.fill();
    context.stroke();
  }
  paintEnds(context, picture, scale);
  paintMarks(context, picture, scale);
}

/** The frame of the ground. */
function paintGround(context: CanvasRenderingContext2D, picture: SurfacePicture, scale: number): void {
  const { width, height, view, roles } = picture;
  const at = (u: number, v: number) => {
    const { x, y } = projected(view, u, v, 0);
    return { x: width / 2 + x * scale, y: height / 2 + y * scale };
  };
  context.strokeStyle = roles.line;
  context.lineWidth = 1;
  context.beginPath();
  const corners = [at(0, 0), at(1, 0), at(1, 1), at(0, 1)];
  corners.forEach(({ x, y }, i) => (i === 0 ? context.moveTo(x, y) : context.lineTo(x, y)));
  context.closePath();
  context.stroke();
}

/** The ends of both axes, written at the near edges of the ground after the surface, so that it does not cover them. */
function paintEnds(context: CanvasRenderingContext2D, picture: SurfacePicture, scale: number): void {
  const { width, height, view, roles, xEnds, yEnds } = picture;
  const at = (u: number, v: number) => {
    const { x, y } = projected(view, u, v, 0);
    return { x: width / 2 + x * scale, y: height / 2 + y * scale };
  };
  context.fillStyle = roles.muted;
  context.font = `12px ${FONT.number}, sans-serif`;
  context.textAlign = 'center';
  context.textBaseline = 'middle';
  const write = (text: string, u: number, v: number) => {
    const { x, y } = at(u, v);
    const half = context.measureText(text).width / 2 + 2;
    context.fillText(text, Math.min(width - half, Math.max(half, x)), Math.min(height - 8, Math.max(8, y)));
  };
  const near = projected(view, 0.5, 0, 0).depth < projected(view, 0.5, 1, 0).depth ? -0.1 : 1.1;
  const side = projected(view, 0, 0.5, 0).depth < projected(view, 1, 0.5, 0).depth ? -0.09 : 1.09;
  write(xEnds[0], 0.16, near);
  write(xEnds[1], 0.9, near);
  write(yEnds[0], side, 0.16);
  write(yEnds[1], side, 0.9);
}

function paintMarks(context: CanvasRenderingContext2D, picture: SurfacePicture, scale: number): void {
  const { width, height, view, roles, point, trail, chosen } = picture;
  const at = ({ u, v, w }: SurfacePoint) => {
    const { x, y } = projected(view, u, v, w);
    return { x: width / 2 + x * scale, y: height / 2 + y * scale };
  };
  if (trail.length > 1) {
    context.strokeStyle = roles.steel;
    context.lineWidth = 2;
    context.beginPath();
    trail.map(at).forEach(({ x, y }, i) => (i === 0 ? context.moveTo(x, y) : context.lineTo(x, y)));
    context.stroke();
  }
  const ring = (mark: SurfacePoint, colour: string, radius: number) => {
    const { x, y } = at(mark);
    for (const [line, stroke] of [
      [5, roles.ground],
      [2.5, colour],
    ] as const) {
      context.beginPath();
      context.arc(x, y, radius, 0, 2 * Math.PI);
      context.lineWidth = line;
      context.strokeStyle = stroke;
      context.stroke();
    }
  };
  if (chosen !== null) ring(chosen, roles.text, 5);
  if (point !== null) ring(point, roles.steel, 8);
}
