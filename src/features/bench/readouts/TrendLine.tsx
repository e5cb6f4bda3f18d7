import { type Ref, useEffect, useImperativeHandle, useRef } from 'react';
import { Apart } from '@/ui/layout';
import { useRoles } from '@/ui/theme';
import { addToTrend, emptyTrend, type Trend, traceTrend } from './trend';

export interface TrendHandle {
  readonly add: (value: number) => void;
  /** Draws what was added. */
  readonly draw: () => void;
}

const HEIGHT = 18;
const LINE_WIDTH = 1.5;

/** The last twenty seconds of a number as a line, drawn past React. */
export function TrendLine({ handle }: { handle: Ref<TrendHandle> }) {
  const { steel } = useRoles();
  const canvas = useRef<HTMLCanvasElement>(null);
  const kept = useRef(emptyTrend());
  const colour = useRef(steel);
  useImperativeHandle(handle, () => ({
    add: (value) => addToTrend(kept.current, value),
    draw: () => drawOn(canvas.current, kept.current, colour.current),
  }));
  useEffect(() => {
    colour.current = steel;
    const fit = () => {
      fitRoom(canvas.current);
      drawOn(canvas.current, kept.current, steel);
    };
    fit();
    window.addEventListener('resize', fit);
    return () => window.removeEventListener('resize', fit);
  }, [steel]);
  return (
    <Apart height={HEIGHT}>
      <canvas aria-hidden ref={canvas} style={{ display: 'block', width: '100%', height: HEIGHT }} />
    </Apart>
  );
}

/** As many points as the screen has there. */
function fitRoom(canvas: HTMLCanvasElement | null): void {
  if (canvas === null) return;
  canvas.width = Math.max(1, Math.round(canvas.clientWidth * window.devicePixelRatio));
  canvas.height = Math.round(HEIGHT * window.devicePixelRatio);
}

function drawOn(canvas: HTMLCanvasElement | null, trend: Trend, colour: string): void {
  const context = canvas?.getContext('2d') ?? null;
  if (canvas === null || context === null) return;
  const line = LINE_WIDTH * window.devicePixelRatio;
  context.clearRect(0, 0, canvas.width, canvas.height);
  context.save();
  // The highest and the lowest are drawn whole.
  context.translate(0, line / 2);
  context.beginPath();
  traceTrend(trend, canvas.width, canvas.height - line, context);
  context.lineWidth = line;
  context.lineJoin = 'round';
  context.strokeStyle = colour;
  context.stroke();
  context.restore();
}
