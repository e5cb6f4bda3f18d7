import { useMemo, useState } from 'react';
import type { Calibration } from '@/core/calibration';
import { AT, read } from '@/core/channel';
import type { MapData } from '@/core/map';
import { MAP_DEFINITIONS, type MapId } from '@/core/program';
import { formatNumber } from '@/core/units';
import { useLiveFrame } from '@/data/ecu/useLive';
import { EvidenceMap } from '@/ui/evidence';
import { Card } from '@/ui/layout';
import { Text } from '@/ui/text/Text';

/** Where the engine is on the filling map, and what the map says there. */
export function LivePoint({ document, mapId, live }: { document: Calibration; mapId: MapId; live: boolean }) {
  const map = document.maps[mapId];
  if (map === null) return null;
  return <PointOn map={map} mapId={mapId} live={live} />;
}

function PointOn({ map, mapId, live }: { map: MapData; mapId: MapId; live: boolean }) {
  const definition = MAP_DEFINITIONS[mapId];
  const frame = useLiveFrame();
  const [selected, setSelected] = useState(0);
  const whole = useMemo(() => {
    const low = Math.min(...map.values);
    const span = Math.max(1e-9, Math.max(...map.values) - low);
    return {
      shares: map.values.map((value) => (value - low) / span),
      evidence: map.values.map(() => 1),
    };
  }, [map]);
  const load = mapId === 'veThrottle' ? read(frame, AT.loadThrottle) : read(frame, AT.manifoldPressure);
  const speed = read(frame, AT.speed);
  const known = live && Number.isFinite(load) && speed > 0;
  const ve = read(frame, AT.vePercent);
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
        point={known ? { x: speed, y: load } : null}
        selected={selected}
        onSelect={setSelected}
      />
      <Text kind="number">
        {known
          ? `Now ${formatNumber(speed, 0)} rev/min at ${formatNumber(load, 0)} ${mapId === 'veThrottle' ? '%' : 'kPa'}: ${formatNumber(ve, 1)} %`
          : 'The ring shows where the engine is while it turns.'}
      </Text>
      <Text kind="small" colour="muted">
        {`Cell ${formatNumber(map.x[selected % map.x.length], 0)} rev/min, ${formatNumber(map.y[Math.floor(selected / map.x.length)], 0)}: ${formatNumber(map.values[selected], definition.decimals)} ${definition.unit}`}
      </Text>
    </Card>
  );
}
