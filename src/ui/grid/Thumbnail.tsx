import { useEffect, useRef } from 'react';
import type { MapData } from '@/core/map';
import { rowCount } from '@/core/map/schema';
import { paintCellPicture } from './cellPicture';
import { useScheme } from '../theme';
import { magnitudeScale } from '../theme/ramps';

/** A map or curve as a small picture of its colours. Decoration: the name beside it says what it is. */
export function Thumbnail({ map, width, height }: { map: MapData; width: number; height: number }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const scheme = useScheme();
  const columns = map.x.length;
  const rows = rowCount(map);

  useEffect(() => {
    const context = canvas.current?.getContext('2d');
    if (context === null || context === undefined) return;
    const colour = magnitudeScale(Math.min(...map.values), Math.max(...map.values), scheme);
    paintCellPicture(context, columns, map.values, colour);
  }, [map, columns, scheme]);

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
