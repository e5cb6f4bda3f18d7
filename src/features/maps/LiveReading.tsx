import { gridOf, lookUpCurve, lookUpMap } from '@/core/numeric';
import type { MapKey } from '@/core/calibration';
import { axisPlace, type ShownAs } from '@/core/map';
import { onLive, toldFrame } from '@/data/ecu/liveFrame';
import { onSlow } from '@/data/ecu/useLive';
import { LiveLine } from '@/ui/live';
import { formatNumber } from '@/core/units';
import { useCallback, useMemo } from 'react';
import { placeIn, useIsLive } from './useLiveMap';
import { useShownMapLater } from './useShownMap';

interface Props {
  mapKey: MapKey;
  as: ShownAs;
}

/** Where the engine is on this map and what the map says there, as it is now; nothing while no engine computer is live. */
export function LiveReading(props: Props) {
  return useIsLive() ? <Reading {...props} /> : null;
}

function Reading({ mapKey, as }: Props) {
  const shown = useShownMapLater(mapKey, as);
  const grid = useMemo(() => gridOf(shown), [shown]);
  const words = useCallback(() => {
    const { x, y, unit, decimals } = as.definition;
    const at = placeIn(as, toldFrame());
    if (!Number.isFinite(at.x) || !Number.isFinite(at.y)) {
      return 'Live; the ring with ticks shows where the engine is once it turns.';
    }
    const place = `${axisPlace(x, at.x)}${y === null ? '' : `, ${axisPlace(y, at.y)}`}`;
    const value = y === null ? lookUpCurve(grid, at.x) : lookUpMap(grid, at.x, at.y);
    return `Now ${place}: ${formatNumber(value, decimals)}${unit === '' ? '' : ` ${unit}`}`;
  }, [as, grid]);
  return <LiveLine words={words} onChange={onLive} onSlowChange={onSlow} />;
}
