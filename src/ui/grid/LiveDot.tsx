import { useCallback, useRef } from 'react';
import { LiveCanvas, livePen } from '../live';
import { useRoles } from '../theme';
import { type LiveSource, type LiveWay, type PlaceAxes, useLiveWay, wayAt } from './live';

interface Props {
  columns: number;
  rows: number;
  /** Of the picture of the whole map, px. */
  width: number;
  height: number;
  axes: PlaceAxes;
  live: LiveSource;
}

/** Radius of the dot, px, and the width of its edge. */
const RADIUS = 5;
const EDGE = 2;

/** Where the engine is on the picture of a whole map: a dot, drawn past React. */
export function LiveDot({ columns, rows, width, height, axes, live }: Props) {
  const roles = useRoles();
  const canvas = useRef<HTMLCanvasElement>(null);
  const show = useCallback(
    (way: LiveWay) => {
      const pen = livePen(canvas.current, { width, height });
      if (pen === null) return;
      pen.clearRect(0, 0, width, height);
      const at = wayAt(way, way.length - 1);
      if (at === null) return;
      const [x, y] = [((at.column + 0.5) * width) / columns, ((rows - 0.5 - at.row) * height) / rows];
      pen.beginPath();
      pen.arc(x, y, RADIUS, 0, 2 * Math.PI);
      pen.fillStyle = roles.text;
      pen.fill();
      pen.strokeStyle = roles.ground;
      pen.lineWidth = EDGE;
      pen.stroke();
    },
    [columns, rows, width, height, roles],
  );
  useLiveWay(live, axes, show);
  return <LiveCanvas ref={canvas} of="live dot" width={width} height={height} over />;
}
