import { memo, useEffect, useRef } from 'react';
import type { MapData } from '@/core/map';
import { addPlace, type LiveSource, noWay, placedAxes } from './live';
import { type GridMarks, paintMarks } from './paintMarks';

interface Props {
  marks: GridMarks;
  axes: Pick<MapData, 'x' | 'y'>;
  /** Where the engine is now; null while nothing is live. */
  live: LiveSource | null;
}

/**
 * What lies over the cells: a region, the operating point and its trail, and the engine where it is live. It is a picture of
 * its own, drawn at most once a frame and past React, so that fifty places a second repaint no cell.
 */
export const GridLayer = memo(function GridLayer({ marks, axes, live }: Props) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const { width, height } = marks.geometry;

  useEffect(() => {
    const context = canvas.current?.getContext('2d');
    if (context === null || context === undefined) return;
    const ratio = window.devicePixelRatio;
    if (live === null) {
      paintMarks(context, marks, null, ratio);
      return;
    }
    const way = noWay();
    const placed = placedAxes(axes);
    let asked = 0;
    const draw = () => {
      asked = 0;
      paintMarks(context, marks, way, ratio);
    };
    const drawSoon = () => {
      if (asked === 0) asked = requestAnimationFrame(draw);
    };
    draw();
    const stop = live.onPlace((at) => {
      addPlace(way, placed, at);
      drawSoon();
    });
    const deaf = live.onEnd(() => {
      way.length = 0;
      drawSoon();
    });
    return () => {
      stop();
      deaf();
      cancelAnimationFrame(asked);
    };
  }, [marks, axes, live]);

  const ratio = typeof window === 'undefined' ? 1 : window.devicePixelRatio;
  return (
    <canvas
      ref={canvas}
      aria-hidden
      width={Math.round(width * ratio)}
      height={Math.round(height * ratio)}
      style={{ width, height, position: 'absolute', left: 0, top: 0, pointerEvents: 'none' }}
    />
  );
});
