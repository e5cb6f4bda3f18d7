import { type Ref, useImperativeHandle, useRef } from 'react';
import { Apart } from '@/ui/layout';
import { useRoles } from '@/ui/theme';
import { type Trend, trendPath, trendWith } from './trend';

export interface TrendHandle {
  readonly add: (value: number) => void;
  /** Draws what was added. */
  readonly draw: () => void;
}

const WIDTH = 120;
const HEIGHT = 18;

/** The last twenty seconds of a number as a line, drawn past React. */
export function TrendLine({ handle }: { handle: Ref<TrendHandle> }) {
  const { steel } = useRoles();
  const path = useRef<SVGPathElement>(null);
  const kept = useRef<Trend>([]);
  useImperativeHandle(handle, () => ({
    add: (value) => void (kept.current = trendWith(kept.current, value)),
    draw: () => path.current?.setAttribute('d', trendPath(kept.current, WIDTH, HEIGHT)),
  }));
  return (
    <Apart height={HEIGHT}>
      <svg
        aria-hidden
        viewBox={`0 -1 ${WIDTH} ${HEIGHT + 2}`}
        preserveAspectRatio="none"
        style={{ display: 'block', width: '100%', height: HEIGHT }}
      >
        <path ref={path} fill="none" stroke={steel} strokeWidth={1.5} vectorEffect="non-scaling-stroke" />
      </svg>
    </Apart>
  );
}
