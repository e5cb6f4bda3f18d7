import { type Ref, useImperativeHandle, useRef } from 'react';
import { Apart } from '@/ui/layout';
import { useRoles } from '@/ui/theme';
import { type Trend, trendPath, trendWith } from './trend';

export interface TrendHandle {
  readonly add: (value: number) => void;
}

const WIDTH = 120;
const HEIGHT = 18;
/** It is drawn at every so many numbers. */
const DRAWN_EVERY = 5;

/** The last twenty seconds of a number as a line, drawn past React. */
export function TrendLine({ handle }: { handle: Ref<TrendHandle> }) {
  const { steel } = useRoles();
  const path = useRef<SVGPathElement>(null);
  const kept = useRef<{ trend: Trend; count: number }>({ trend: [], count: 0 });
  useImperativeHandle(handle, () => ({
    add: (value) => {
      const { trend, count } = kept.current;
      kept.current = { trend: trendWith(trend, value), count: count + 1 };
      if (count % DRAWN_EVERY === 0)
        path.current?.setAttribute('d', trendPath(kept.current.trend, WIDTH, HEIGHT));
    },
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
