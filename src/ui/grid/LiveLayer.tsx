import { memo, useMemo, useRef } from 'react';
import { LiveCanvas, livePen } from '../live';
import { useRoles } from '../theme';
import type { GridGeometry } from './geometry';
import { type LiveSource, type LiveWay, type PlaceAxes, useLiveWay } from './live';
import { drawMark, drawWay } from './liveMarks';
import { OverCells } from './OverCells';

interface Props {
  geometry: GridGeometry;
  axes: PlaceAxes;
  live: LiveSource;
}

/** Its way is drawn at every so many beats of the mark: its end is under the mark. */
const WAY_EVERY = 2;

/**
 * Where the engine is on a map, the cells it reads there, and its way of the last seconds. All of it past React, on canvases of
 * its own: no place repaints a cell.
 */
export const LiveLayer = memo(function LiveLayer({ geometry, axes, live }: Props) {
  const roles = useRoles();
  const line = useRef<HTMLCanvasElement>(null);
  const mark = useRef<HTMLCanvasElement>(null);
  const size = useMemo(
    () => ({
      width: geometry.width - geometry.headerWidth,
      height: geometry.height - geometry.headerHeight,
    }),
    [geometry],
  );
  const show = useMemo(() => {
    // From the beginning for each window of the map: a way drawn for the one before would lie over other cells.
    let beats = 0;
    return (way: LiveWay) => {
      const pen = livePen(mark.current, size);
      if (pen !== null) drawMark(pen, geometry, way, roles);
      if (beats % WAY_EVERY === 0) {
        const linePen = livePen(line.current, size);
        if (linePen !== null) drawWay(linePen, geometry, way, roles);
      }
      beats += 1;
    };
  }, [geometry, size, roles]);
  useLiveWay(live, axes, show);
  return (
    <OverCells geometry={geometry}>
      <LiveCanvas ref={line} of="live way" {...size} over />
      <LiveCanvas ref={mark} of="live mark" {...size} over />
    </OverCells>
  );
});
