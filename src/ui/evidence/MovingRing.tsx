import { useEffect, useRef } from 'react';
import { useOnScreen } from '../layout';
import { useRoles } from '../theme';
import { alongAxis } from './evidenceGeometry';

/** Where something is that moves many times a second. */
export interface MovingPoint {
  /** Where it is now, in units of the axes; null while that is not known. */
  readonly at: () => { readonly x: number; readonly y: number } | null;
  /** Told when to show it anew. @returns the way to end that. */
  readonly onMove: (show: () => void) => () => void;
}

/** Of the ring and its edge, px. */
const SIZE = 26;

interface Props {
  of: MovingPoint;
  x: readonly number[];
  y: readonly number[];
  width: number;
  height: number;
}

/**
 * A ring over a map of cells, moved past React and redrawn by nothing: light on dark and dark on light, so that no colour of a
 * cell hides it.
 */
export function MovingRing({ of, x, y, width, height }: Props) {
  const roles = useRoles();
  const room = useRef<HTMLDivElement>(null);
  const ring = useRef<HTMLDivElement>(null);
  const inSight = useOnScreen(room);
  useEffect(() => {
    const show = () => {
      const element = ring.current;
      if (element === null) return;
      const point = of.at();
      element.style.visibility = point === null ? 'hidden' : 'visible';
      if (point === null) return;
      const left = ((alongAxis(x, point.x) + 0.5) * width) / x.length;
      const top = height - ((alongAxis(y, point.y) + 0.5) * height) / y.length;
      element.style.transform = `translate(${left.toFixed(1)}px, ${top.toFixed(1)}px)`;
    };
    show();
    // What is out of sight is not moved: each time costs the page a frame.
    return inSight ? of.onMove(show) : undefined;
  }, [of, x, y, width, height, inSight]);
  return (
    <div
      ref={room}
      aria-hidden
      style={{ position: 'absolute', left: 0, top: 0, width, height, pointerEvents: 'none' }}
    >
      <div
        ref={ring}
        style={{
          position: 'absolute',
          left: -SIZE / 2,
          top: -SIZE / 2,
          visibility: 'hidden',
          willChange: 'transform',
        }}
      >
        <svg width={SIZE} height={SIZE} style={{ display: 'block' }}>
          <circle cx={SIZE / 2} cy={SIZE / 2} r={9} fill="none" stroke={roles.ground} strokeWidth={6} />
          <circle cx={SIZE / 2} cy={SIZE / 2} r={9} fill="none" stroke={roles.text} strokeWidth={2.5} />
        </svg>
      </div>
    </div>
  );
}
