/** What a live picture is drawn with, in px of the page. */
export type LivePen = CanvasRenderingContext2D | OffscreenCanvasRenderingContext2D;

/** How large a live picture is, px of the page. */
export interface LiveSize {
  readonly width: number;
  readonly height: number;
}

/** A canvas is handed over once: its pen is kept as long as it. */
const pens = new WeakMap<HTMLCanvasElement, LivePen | null>();

/**
 * The pen of a canvas for what changes many times a second. What it draws goes to the screen by itself, where the browser can:
 * a picture or a text of the page would have all that the page shows gone through for a frame, which is most of what a slow
 * phone has time for. The canvas is made as fine as the screen, and is blank after that.
 * @returns null where nothing can be drawn.
 */
export function livePen(canvas: HTMLCanvasElement | null, size: LiveSize): LivePen | null {
  if (canvas === null) return null;
  let pen = pens.get(canvas);
  if (pen === undefined) {
    pen = handedOver(canvas).getContext('2d') as LivePen | null;
    pens.set(canvas, pen);
  }
  if (pen !== null) fit(pen, size);
  return pen;
}

function handedOver(canvas: HTMLCanvasElement): HTMLCanvasElement | OffscreenCanvas {
  return 'transferControlToOffscreen' in canvas ? canvas.transferControlToOffscreen() : canvas;
}

function fit(pen: LivePen, size: LiveSize): void {
  const sharp = window.devicePixelRatio;
  const width = Math.max(1, Math.round(size.width * sharp));
  const height = Math.max(1, Math.round(size.height * sharp));
  if (pen.canvas.width !== width) pen.canvas.width = width;
  if (pen.canvas.height !== height) pen.canvas.height = height;
  pen.setTransform(sharp, 0, 0, sharp, 0, 0);
}
