import { memo, useId } from 'react';
import { useRoles } from '../theme';
import type { GridGeometry, GridRegion } from './geometry';
import { foldsPath, regionBox, ringPath, spotOf, trailPath } from './markShapes';
import { Outlined } from './Outlined';
import { OverCells, WHOLE } from './OverCells';
import type { Place } from './selection';

interface Props {
  geometry: GridGeometry;
  /** The operating point in cells, fractions allowed. */
  point: Place | null;
  /** Where the point has been, in cells. */
  trail: readonly Place[];
  /** Cells with a fold at their corner, by index row by row; and how many columns the map has. */
  marked: ReadonlySet<number>;
  columns: number;
  /** A stretch of the map with a meaning, in cells from its edges: the overrun cut. */
  region: GridRegion | null;
}

/** Distance of the hatching's lines along an axis, px. */
const HATCH = 9;

/** What lies over the cells and stays: a region, the operating point and its trail. */
export const MarksLayer = memo(function MarksLayer({
  geometry,
  point,
  trail,
  marked,
  columns,
  region,
}: Props) {
  if (point === null && trail.length < 2 && region === null && marked.size === 0) return null;
  return (
    <OverCells geometry={geometry}>
      <svg style={WHOLE}>
        {region === null ? null : <Region geometry={geometry} region={region} />}
        {marked.size === 0 ? null : <Folds d={foldsPath(geometry, marked, columns)} />}
        {trail.length < 2 ? null : <Outlined colour="steel" width={2} d={trailPath(geometry, trail)} />}
        {point === null ? null : <Outlined colour="steel" width={3} d={ringPath(spotOf(geometry, point))} />}
      </svg>
    </OverCells>
  );
});

/** Folded corners, told from any colour under them. */
function Folds({ d }: { d: string }) {
  const { accent, surface } = useRoles();
  return <path d={d} fill={accent} stroke={surface} strokeWidth={1} />;
}

/** A region as a frame, with hatching unless it is open, so that the numbers under it stay readable. */
function Region({ geometry, region }: { geometry: GridGeometry; region: GridRegion }) {
  const { steel } = useRoles();
  const id = useId();
  const box = regionBox(geometry, region);
  return (
    <>
      {region.open === true ? null : (
        <>
          <pattern id={id} width={HATCH} height={HATCH} patternUnits="userSpaceOnUse">
            <path
              d={`M-1 ${HATCH + 1}L${HATCH + 1} -1M-1 1L1 -1M${HATCH - 1} ${HATCH + 1}L${HATCH + 1} ${HATCH - 1}`}
              stroke={steel}
            />
          </pattern>
          <rect {...box} fill={`url(#${id})`} />
        </>
      )}
      {/* Its line lies within it. */}
      <rect
        x={box.x + 1}
        y={box.y + 1}
        width={Math.max(0, box.width - 2)}
        height={Math.max(0, box.height - 2)}
        fill="none"
        stroke={steel}
        strokeWidth={2}
      />
    </>
  );
}
