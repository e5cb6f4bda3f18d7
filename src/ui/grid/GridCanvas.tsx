import { useEffect, useRef } from 'react';
import { paintGrid, type GridPicture } from './paint';

/** The picture of a grid. What it shows is told to screen readers by the grid around it. */
export function GridCanvas({ picture }: { picture: GridPicture }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const { width, height } = picture.geometry;

  useEffect(() => {
    const context = canvas.current?.getContext('2d');
    if (context === null || context === undefined) return;
    paintGrid(context, picture, window.devicePixelRatio);
    let current = true;
    void document.fonts?.ready.then(() => {
      if (current) paintGrid(context, picture, window.devicePixelRatio);
    });
    return () => {
      current = false;
    };
  }, [picture]);

  const ratio = typeof window === 'undefined' ? 1 : window.devicePixelRatio;
  return (
    <canvas
      ref={canvas}
      aria-hidden
      width={Math.round(width * ratio)}
      height={Math.round(height * ratio)}
      style={{ width, height, display: 'block' }}
    />
  );
}
