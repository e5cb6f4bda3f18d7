import { useCallback, useMemo, useState } from 'react';
import type { Calibration } from '@/core/calibration';
import { AT, type Frame, read } from '@/core/channel';
import type { MapData } from '@/core/map';
import { MAP_DEFINITIONS, type MapId } from '@/core/program';
import { formatNumber } from '@/core/units';
import { liveFrame, onMove } from '@/data/ecu/liveFrame';
import { EvidenceMap, type MovingPoint } from '@/ui/evidence';
import { Card } from '@/ui/layout';
import { LiveText } from '@/ui/live';
import { Text } from '@/ui/text/Text';

/** Where the engine is on the filling map, and what the map says there. */
export function LivePoint({ document, mapId, live }: { document: Calibration; mapId: MapId; live: boolean }) {
  const map = document.maps[mapId];
  if (map === null) return null;
  return <PointOn map={map} mapId={mapId} live={live} />;
}

/** Where the engine is on the filling map; null while it stands or is not known. */
function placeOf(mapId: MapId, frame: Frame): { x: number; y: number } | null {
  const y = read(frame, mapId === 'veThrottle' ? AT.loadThrottle : AT.manifoldPressure);
  const x = read(frame, AT.speed);
  return Number.isFinite(y) && x > 0 ? { x, y } : null;
}

function placeWords(mapId: MapId, frame: Frame | null): string {
  const at = frame === null ? null : placeOf(mapId, frame);
  if (frame === null || at === null) return 'The ring shows where the engine is while it turns.';
  const load = `${formatNumber(at.y, 0)} ${mapId === 'veThrottle' ? '%' : 'kPa'}`;
  return `Now ${formatNumber(at.x, 0)} rev/min at ${load}: ${formatNumber(read(frame, AT.vePercent), 1)} %`;
}

function PointOn({ map, mapId, live }: { map: MapData; mapId: MapId; live: boolean }) {
  const definition = MAP_DEFINITIONS[mapId];
  const [selected, setSelected] = useState(0);
  const whole = useMemo(() => {
    const low = Math.min(...map.values);
    const span = Math.max(1e-9, Math.max(...map.values) - low);
    return {
      shares: map.values.map((value) => (value - low) / span),
      evidence: map.values.map(() => 1),
    };
  }, [map]);
  const moving = useMemo(
    (): MovingPoint => ({ at: () => (live ? placeOf(mapId, liveFrame()) : null), onMove }),
    [live, mapId],
  );
  const words = useCallback(() => placeWords(mapId, live ? liveFrame() : null), [live, mapId]);
  return (
    <Card title="Where it is" intro={definition.label}>
      <EvidenceMap
        label={`${definition.label}, with the engine’s place`}
        x={map.x}
        y={map.y}
        xName="rev/min"
        yName={mapId === 'veThrottle' ? 'Throttle, %' : 'Manifold pressure, kPa'}
        shares={whole.shares}
        ramp="magnitude"
        evidence={whole.evidence}
        enough={1}
        height={190}
        moving={moving}
        selected={selected}
        onSelect={setSelected}
      />
      <LiveText words={words} onChange={onMove} restsUnseen />
      <Text kind="small" colour="muted">
        {`Cell ${formatNumber(map.x[selected % map.x.length], 0)} rev/min, ${formatNumber(map.y[Math.floor(selected / map.x.length)], 0)} ${definition.y?.unit ?? ''}: ${formatNumber(map.values[selected], definition.decimals)} ${definition.unit}`}
      </Text>
    </Card>
  );
}
