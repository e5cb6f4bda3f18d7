import { memo, useCallback, useRef } from 'react';
import type { GridGeometry } from './geometry';
import { type LiveSource, type LiveWay, type PlaceAxes, useLiveWay } from './live';
import { LIVE_MARK, liveSpot, usedPath, wayPath } from './markShapes';
import { Outlined } from './Outlined';
import { OverCells, WHOLE } from './OverCells';

interface Props {
  geometry: GridGeometry;
  axes: PlaceAxes;
  live: LiveSource;
}

/**
 * Where the engine is on a map, the cells it reads there, and its way of the last seconds. The mark is moved, not drawn, and past React: fifty places a
 * second repaint no cell. The way is drawn where numbers change too: its end is under the mark.
 */
export const LiveLayer = memo(function LiveLayer({ geometry, axes, live }: Props) {
  const mark = useRef<HTMLDivElement>(null);
  const line = useRef<SVGPathElement>(null);
  const used = useRef<SVGPathElement>(null);
  const show = useCallback(
    (way: LiveWay, told: boolean) => {
      if (mark.current !== null) moveMark(mark.current, geometry, way);
      if (!told) return;
      line.current?.setAttribute('d', wayPath(geometry, way));
      // The same cells are not drawn again: a picture over the grid costs a frame.
      const cells = usedPath(geometry, way);
      if (used.current?.getAttribute('d') !== cells) used.current?.setAttribute('d', cells);
    },
    [geometry],
  );
  useLiveWay(live, axes, show);

  const { size, path } = LIVE_MARK;
  return (
    <OverCells geometry={geometry}>
      <svg data-live-way="" style={WHOLE}>
        <Outlined colour="text" width={2} path={line} />
      </svg>
      <svg data-live-used="" style={WHOLE}>
        <Outlined colour="steel" width={2} path={used} />
      </svg>
      <div
        ref={mark}
        data-live-mark=""
        style={{
          position: 'absolute',
          left: -size / 2,
          top: -size / 2,
          visibility: 'hidden',
          willChange: 'transform',
        }}
      >
        <svg width={size} height={size} viewBox={`${-size / 2} ${-size / 2} ${size} ${size}`}>
          <Outlined colour="text" width={2} d={path} />
        </svg>
      </div>
    </OverCells>
  );
});

/** Puts the mark where the engine is; away while that is not known. */
function moveMark(mark: HTMLElement, geometry: GridGeometry, way: LiveWay): void {
  const at = liveSpot(geometry, way);
  mark.style.visibility = at === null ? 'hidden' : 'visible';
  if (at !== null) mark.style.transform = `translate(${at.x.toFixed(1)}px, ${at.y.toFixed(1)}px)`;
}
