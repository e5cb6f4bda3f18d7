import { useGlobalSearchParams } from 'expo-router';
import { useMemo } from 'react';
import { AT, type Frame } from '@/core/channel';
import type { ShownAs } from '@/core/map';
import { useEcu } from '@/data/ecu/ecuSession';
import { liveFrame, onEverySample, onMove } from '@/data/ecu/liveFrame';
import type { LiveSource } from '@/ui/grid';

/** Where a frame stands in a map, in the units it is shown in; NaN for an axis it says nothing of. */
export function placeIn({ definition, x, y }: ShownAs, frame: Frame): { x: number; y: number } {
  const across = frame[AT[definition.x.channel]] as number;
  const up = definition.y === null ? 0 : (frame[AT[definition.y.channel]] as number);
  return { x: x.shown(across), y: definition.y === null ? 0 : y.shown(up) };
}

/** True while the engine computer of the open calibration is live. */
export function useIsLive(): boolean {
  const { id } = useGlobalSearchParams<{ id: string }>();
  return useEcu((ecu) => ecu.phase === 'live' && ecu.calibrationId === id);
}

/** Where the engine is on a map, while its engine computer is live; else null. */
export function useLiveMap(as: ShownAs): LiveSource | null {
  const isLive = useIsLive();
  return useMemo(
    () =>
      isLive
        ? {
            onPlace: (take) => {
              take(placeIn(as, liveFrame()));
              return onEverySample((frame) => take(placeIn(as, frame)));
            },
            onBeat: onMove,
          }
        : null,
    [isLive, as],
  );
}
