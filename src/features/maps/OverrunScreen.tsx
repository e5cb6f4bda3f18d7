import { useGlobalSearchParams, useRouter } from 'expo-router';
import { useState } from 'react';
import { fillingMap, overrunOf, strategyOf } from '@/core/calibration';
import { overrunRegion } from '@/core/control';
import { MAP_DEFINITIONS, type MapId } from '@/core/program';
import { useDocumentLater } from '@/data/session/documentParts';
import { useTrail } from '@/data/session/trail';
import { cellLabel, cellSelection, MapGrid, type Selection } from '@/ui/grid';
import { BackTitle, Card, Page, useWide } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { SectionFields } from '../fields/fields';
import { TypingFrom } from '../fields/TypingFrom';
import { pointIn, trailIn, useOperatingPoint } from './operatingPoint';

/** The overrun cut: its conditions, and where on the filling map they reach. */
export function OverrunScreen() {
  const router = useRouter();
  const wide = useWide();
  const { id } = useGlobalSearchParams<{ id: string }>();
  return (
    <Page>
      <BackTitle
        title="Overrun cut"
        backLabel="Back to the maps"
        onBack={() => router.navigate(`/c/${id}/maps`)}
      />
      <TypingFrom />
      {wide ? <Reach /> : null}
      <Card title="When fuel is cut" intro="All conditions must hold for the time it waits.">
        <SectionFields section="overrun" />
      </Card>
      {wide ? null : <Reach />}
    </Page>
  );
}

/** The filling map with the region in which the cut may act, and the way of the last dry start through it. */
function Reach() {
  const document = useDocumentLater();
  const { id } = useGlobalSearchParams<{ id: string }>();
  const [selection, setSelection] = useState<Selection>(cellSelection({ column: 0, row: 0 }));
  const point = useOperatingPoint((state) => state.point);
  const trail = useTrail((state) => state.trail);
  const strategy = strategyOf(document);
  // A meter has no filling map: any map over speed and pressure shows where the cut reaches.
  const mapId: MapId = fillingMap(strategy) ?? 'lambda';
  const byThrottle = MAP_DEFINITIONS[mapId].y?.channel === 'throttle';
  const map = document.maps[mapId];
  const cut = overrunOf(document);
  const definition = MAP_DEFINITIONS[mapId];
  if (map === null) {
    return (
      <Card title="Where it reaches">
        <Text colour="muted">It is drawn here once there is a filling map.</Text>
      </Card>
    );
  }
  const region = cut === null ? null : overrunRegion(cut, byThrottle ? 'throttle' : 'manifoldPressure');
  return (
    <Card
      title="Where it reaches"
      intro={
        region === null
          ? 'The cut is off, or one of its numbers is missing.'
          : 'Hatched: it may act here. If the ring of the operating point, or the way of a dry start, idles within it, the engine dies when it should settle.'
      }
    >
      <MapGrid
        label={`${definition.label} with the overrun cut`}
        definition={definition}
        map={map}
        colours="magnitude"
        selection={selection}
        onSelection={setSelection}
        point={pointIn(definition, point)}
        trail={trail === null || trail.calibrationId !== id ? [] : trailIn(definition, trail.points)}
        region={region}
      />
      <Text kind="number">{cellLabel(definition, map, selection.corner)}</Text>
    </Card>
  );
}
