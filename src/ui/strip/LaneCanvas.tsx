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

/** The lines themselves, painted at most once a frame, past React. */
export function LaneCanvas({ strip, lanes, width, laneHeight, roles }: Props) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const height = lanes.length * laneHeight;
  useEffect(() => {
    const context = canvas.current?.getContext('2d');
    if (context === null || context === undefined) return;
    let frame = 0;
    const paint = () => {
      frame = 0;
      const sharp = globalThis.devicePixelRatio;
      context.setTransform(sharp, 0, 0, sharp, 0, 0);
      context.clearRect(0, 0, width, height);
      const { window } = strip.store.getState();
      lanes.forEach((lane, i) =>
        paintLane(context, lane, window, { top: i * laneHeight, width, height: laneHeight }, roles),
      );
    };
    paint();
    const unsubscribe = strip.store.subscribe((now, before) => {
      if (now.window !== before.window && frame === 0) frame = requestAnimationFrame(paint);
    });
    return () => {
      unsubscribe();
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
