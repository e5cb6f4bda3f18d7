import { useEffect, useRef } from 'react';
import type { MapData } from '@/core/map';
import { rowCount } from '@/core/map/schema';
import { magnitudeColour } from '../theme';

/** A map or curve as a small picture of its colours. Decoration: the name beside it says what it is. */
export function Thumbnail({ map, width, height }: { map: MapData; width: number; height: number }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const columns = map.x.length;
  const rows = rowCount(map);

  useEffect(() => {
    const context = canvas.current?.getContext('2d');
    if (context === null || context === undefined) return;
    const low = Math.min(...map.values);
    const span = Math.max(...map.values) - low;
    map.values.forEach((value, i) => {
      context.fillStyle = magnitudeColour(span === 0 ? 0.4 : (value - low) / span);
      context.fillRect(i % columns, rows - 1 - Math.floor(i / columns), 1, 1);
    });
  }, [map, columns, rows]);

  return (
    <canvas
      ref={canvas}
      aria-hidden
      width={columns}
      height={rows}
      style={{ width, height, borderRadius: 3, imageRendering: 'pixelated' }}
    />
  );
}
