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

/**
 * Draws the surface from back to front, then what is marked on it. Given what the canvas shows already, it draws only the
 * part of the picture that differs: a changed cell moves four faces of a thousand.
 * @param shown the picture on the canvas, or null when it is blank or of another size.
 */
export function paintSurface(
  context: CanvasRenderingContext2D,
  picture: SurfacePicture,
  pixelRatio: number,
  shown: SurfacePicture | null = null,
): void {
  const { width, height, shape, colours, view, roles } = picture;
  const scale = Math.min(width / 2, height / 2 / HIGHEST);
  const [middleX, middleY] = [width / 2, height / 2];
  const mesh = surfaceMesh(shape, view);
  const { columns } = mesh;
  const xs = mesh.xs.map((x) => middleX + x * scale);
  const ys = mesh.ys.map((y) => middleY + y * scale);
  const part = shown === null ? null : differingPart(shown, picture, xs, ys, scale);
  if (part !== null && part.left > part.right) return;
  context.setTransform(pixelRatio, 0, 0, pixelRatio, 0, 0);
  context.save();
  if (part !== null) {
    context.beginPath();
    context.rect(part.left, part.top, part.right - part.left, part.bottom - part.top);
    context.clip();
  }
  context.clearRect(0, 0, width, height);
  paintGround(context, picture, scale);
  context.lineWidth = 0.75;
  context.strokeStyle = roles.ground;
  for (const face of mesh.faces) {
    const corners = [face, face + 1, face + columns + 1, face + columns];
    if (part !== null && !isWithin(part, corners, xs, ys)) continue;
    context.beginPath();
    for (let k = 0; k < corners.length; k += 1) {
      const [x, y] = [xs[corners[k] as number] as number, ys[corners[k] as number] as number];
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
  context.restore();
}

/** A stretch of the picture, px; with its left beyond its right it is none. */
export interface PicturePart {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

/** Room for a line's own width and for the ring of a mark around what differs, px. */
const ROOM = { line: 2, mark: 13 } as const;
/** Above this share of corners moved, all of it is drawn. */
const MANY = 0.1;

/** The part of the picture that differs from what is shown; null when all of it may. */
export function differingPart(
  shown: SurfacePicture,
  next: SurfacePicture,
  xs: Float64Array,
  ys: Float64Array,
  scale: number,
): PicturePart | null {
  const whole = ['width', 'height', 'view', 'roles', 'trail'] as const;
  if (whole.some((key) => shown[key] !== next[key])) return null;
  if (shown.xEnds.join() !== next.xEnds.join() || shown.yEnds.join() !== next.yEnds.join()) return null;
  const { us, vs, ws } = next.shape;
  const before = shown.shape;
  if (before.ws.length !== ws.length || !same(before.us, us) || !same(before.vs, vs)) return null;
  const found = { left: Infinity, top: Infinity, right: -Infinity, bottom: -Infinity };
  const add = (x: number, y: number, room: number) => {
    found.left = Math.min(found.left, x - room);
    found.right = Math.max(found.right, x + room);
    found.top = Math.min(found.top, y - room);
    found.bottom = Math.max(found.bottom, y + room);
  };
  const columns = us.length;
  const at = ({ u, v, w }: SurfacePoint) => {
    const { x, y } = projected(next.view, u, v, w);
    return [next.width / 2 + x * scale, next.height / 2 + y * scale] as const;
  };
  let moved = 0;
  const addFace = (face: number) => {
    for (const corner of [face, face + 1, face + columns, face + columns + 1]) {
      if (corner < ws.length) add(xs[corner] as number, ys[corner] as number, ROOM.line);
    }
  };
  for (let i = 0; i < ws.length; i += 1) {
    const isMoved = before.ws[i] !== ws[i];
    if (!isMoved && shown.colours[i] === next.colours[i]) continue;
    moved += 1;
    if (moved > ws.length * MANY) return null;
    addFace(i);
    if (!isMoved) continue;
    const [column, row] = [i % columns, Math.floor(i / columns)];
    for (const face of [i - 1, i - columns, i - columns - 1]) if (face >= 0) addFace(face);
    add(...at({ u: us[column] as number, v: vs[row] as number, w: before.ws[i] as number }), ROOM.line);
  }
  for (const key of ['point', 'chosen'] as const) {
    const [old, now] = [shown[key], next[key]];
    if (old?.u === now?.u && old?.v === now?.v && old?.w === now?.w) continue;
    for (const mark of [old, now]) if (mark !== null) add(...at(mark), ROOM.mark);
  }
  // Whole pixels: an edge between them would be mixed with what is beside it.
  return {
    left: Math.floor(found.left),
    top: Math.floor(found.top),
    right: Math.ceil(found.right),
    bottom: Math.ceil(found.bottom),
  };
}

function same(a: Float64Array, b: Float64Array): boolean {
  return a.length === b.length && a.every((value, i) => value === b[i]);
}

/** Whether a face may touch a part of the picture. */
function isWithin(
  { left, top, right, bottom }: PicturePart,
  corners: readonly number[],
  xs: Float64Array,
  ys: Float64Array,
): boolean {
  const beyond = (places: Float64Array, isBeyond: (place: number) => boolean) =>
    corners.every((corner) => isBeyond(places[corner] as number));
  return !(
    beyond(xs, (x) => x < left - ROOM.line) ||
    beyond(xs, (x) => x > right + ROOM.line) ||
    beyond(ys, (y) => y < top - ROOM.line) ||
    beyond(ys, (y) => y > bottom + ROOM.line)
  );
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
