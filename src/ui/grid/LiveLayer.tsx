import { memo, useCallback, useRef } from 'react';
import type { GridGeometry } from './geometry';
import { type LiveSource, type LiveWay, type PlaceAxes, useLiveWay } from './live';
import { LIVE_MARK, liveSpot, usedPath, wayPath } from './markShapes';
import { Outlined, setOutline } from './Outlined';
import { OverCells, WHOLE } from './OverCells';

interface Props {
  geometry: GridGeometry;
  axes: PlaceAxes;
  live: LiveSource;
}

/** Its way is drawn at every so many beats of the mark. */
const WAY_EVERY = 2;

/**
 * Where the engine is on a map, the cells it reads there, and its way of the last seconds. All of it past React, and the mark
 * is moved, not drawn: no place repaints a cell.
 */
export const LiveLayer = memo(function LiveLayer({ geometry, axes, live }: Props) {
  const mark = useRef<HTMLDivElement>(null);
  const line = useRef<SVGGElement>(null);
  const used = useRef<SVGGElement>(null);
  const beats = useRef(0);
  const show = useCallback(
    (way: LiveWay) => {
      if (mark.current !== null) moveMark(mark.current, geometry, way);
      // The end of its way is under the mark: it need not be drawn as often.
      if (beats.current % WAY_EVERY === 0) setOutline(line.current, wayPath(geometry, way));
      beats.current += 1;
      setOutline(used.current, usedPath(geometry, way));
    },
    [geometry],
  );
  useLiveWay(live, axes, show);

  const { size, path } = LIVE_MARK;
  return (
    <OverCells geometry={geometry}>
      <svg data-live-way="" style={WHOLE}>
        <Outlined colour="text" width={2} outline={line} />
        <Outlined colour="steel" width={2} outline={used} />
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
  const visibility = at === null ? 'hidden' : 'visible';
  if (mark.style.visibility !== visibility) mark.style.visibility = visibility;
  if (at !== null) mark.style.transform = `translate(${at.x.toFixed(1)}px, ${at.y.toFixed(1)}px)`;
}
