import { gridOf, lookUpCurve, lookUpMap } from '@/core/numeric';
import type { MapKey } from '@/core/calibration';
import { axisPlace, type ShownAs } from '@/core/map';
import { formatNumber } from '@/core/units';
import { useMemo } from 'react';
import { useLiveFrame } from '@/data/ecu/useLive';
import { Text } from '@/ui/text/Text';
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
  const { definition } = as;
  const { x, y, unit, decimals } = definition;
  const shown = useShownMapLater(mapKey, as);
  const grid = useMemo(() => gridOf(shown), [shown]);
  const at = placeIn(as, useLiveFrame());
  const known = Number.isFinite(at.x) && Number.isFinite(at.y);
  const place = `${axisPlace(x, at.x)}${y === null ? '' : `, ${axisPlace(y, at.y)}`}`;
  const value = y === null ? lookUpCurve(grid, at.x) : lookUpMap(grid, at.x, at.y);
  return (
    <Text kind="number" colour="muted">
      {known
        ? `Now ${place}: ${formatNumber(value, decimals)}${unit === '' ? '' : ` ${unit}`}`
        : 'Live; the ring with ticks shows where the engine is once it turns.'}
    </Text>
  );
}
