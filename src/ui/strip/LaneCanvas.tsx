import { useEffect, useRef } from 'react';
import type { Roles } from '../theme';
import { paintLane } from './paintLane';
import type { StripStore } from './stripStore';
import type { StripLane } from './traces';

interface Props {
  strip: StripStore;
  lanes: readonly StripLane[];
  width: number;
  laneHeight: number;
  roles: Roles;
}

/** While they move, so many columns are drawn of all lines together; at rest each has one for a pixel. */
const MOVING_COLUMNS = 4000;
/** They rest when they were not moved for so long, ms. */
const RESTS_MS = 120;

/** The lines themselves, painted at most once a frame, past React. */
export function LaneCanvas({ strip, lanes, width, laneHeight, roles }: Props) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const height = lanes.length * laneHeight;
  useEffect(() => {
    const context = canvas.current?.getContext('2d');
    if (context === null || context === undefined) return;
    const traces = lanes.reduce((sum, lane) => sum + lane.traces.length, 0);
    const movingPx = Math.max(1, Math.ceil((traces * width) / MOVING_COLUMNS));
    let frame = 0;
    let rest: ReturnType<typeof setTimeout>;
    const paint = (columnPx: number) => {
      frame = 0;
      const sharp = globalThis.devicePixelRatio;
      context.setTransform(sharp, 0, 0, sharp, 0, 0);
      context.clearRect(0, 0, width, height);
      const { window } = strip.store.getState();
      lanes.forEach((lane, i) =>
        paintLane(context, lane, window, { top: i * laneHeight, width, height: laneHeight, columnPx }, roles),
      );
    };
    paint(1);
    const unsubscribe = strip.store.subscribe((now, before) => {
      if (now.window === before.window) return;
      if (frame === 0) frame = requestAnimationFrame(() => paint(movingPx));
      if (movingPx === 1) return;
      clearTimeout(rest);
      rest = setTimeout(() => paint(1), RESTS_MS);
    });
    return () => {
      unsubscribe();
      clearTimeout(rest);
      cancelAnimationFrame(frame);
    };
  }, [strip, lanes, width, height, laneHeight, roles]);
  const sharp = typeof window === 'undefined' ? 1 : window.devicePixelRatio;
  return (
    <canvas
      ref={canvas}
      width={Math.floor(width * sharp)}
      height={Math.floor(height * sharp)}
      style={{ width, height, display: 'block' }}
      aria-hidden
    />
  );
}
