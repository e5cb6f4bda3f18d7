import { useEffect, useRef } from 'react';
import { paintGrid, type GridPicture } from './paint';
import { PictureCanvas } from './PictureCanvas';

/** Cells change a few at a time: drawn by the processor they are on screen sooner than sent through the graphics card. */
const CANVAS_SETTINGS: CanvasRenderingContext2DSettings = { willReadFrequently: true };

/** The picture of a grid. What it shows is told to screen readers by the grid around it. */
export function GridCanvas({ picture }: { picture: GridPicture }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const { width, height } = picture.geometry;

  /** What the canvas shows; forgotten when its size changes, since that blanks it. */
  const shown = useRef<GridPicture | null>(null);

  useEffect(() => {
    const context = canvas.current?.getContext('2d', CANVAS_SETTINGS);
    if (context === null || context === undefined) return;
    const sameSize = shown.current?.geometry === picture.geometry;
    paintGrid(context, picture, window.devicePixelRatio, sameSize ? shown.current : null);
    shown.current = picture;
    if (document.fonts.status === 'loaded') return;
    let current = true;
    void document.fonts.ready.then(() => {
      if (current) paintGrid(context, picture, window.devicePixelRatio, null);
    });
    return () => {
      current = false;
    };
  }, [picture]);

  return <PictureCanvas ref={canvas} width={width} height={height} />;
}
