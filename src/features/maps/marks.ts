import { useGlobalSearchParams } from 'expo-router';
import { useMemo } from 'react';
import type { ShownAs } from '@/core/map';
import { useTrail } from '@/data/session/trail';
import { pointIn, trailIn, useOperatingPoint } from './operatingPoint';

/** What is marked on a map, in the units it is shown in. */
export interface Marks {
  /** Null where the operating point says nothing of an axis. */
  readonly point: { readonly x: number; readonly y: number } | null;
  readonly trail: readonly { readonly x: number; readonly y: number }[];
  /** What gave the trail; empty without one. */
  readonly trailLabel: string;
}

/** The operating point and its trail, in the units the map is shown in. */
export function useMarks(as: ShownAs): Marks {
  const { id } = useGlobalSearchParams<{ id: string }>();
  const point = useOperatingPoint((state) => state.point);
  const trail = useTrail((state) => state.trail);
  const { definition } = as;
  return useMemo(() => {
    const shown = ({ x, y }: { x: number; y: number }) => ({ x: as.x.shown(x), y: as.y.shown(y) });
    const at = pointIn(definition, point);
    const way = trail === null || trail.calibrationId !== id ? [] : trailIn(definition, trail.points);
    return {
      point: at === null ? null : shown(at),
      trail: way.map(shown),
      trailLabel: trail?.label ?? '',
    };
  }, [definition, as, point, trail, id]);
}
