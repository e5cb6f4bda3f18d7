import { useLocalSearchParams } from 'expo-router';
import { isMapId } from '@/core/calibration';
import { Message, Page } from '@/ui/layout';
import { MapView } from './MapView';

/** One map, by its address. */
export function MapScreen() {
  const { mapId } = useLocalSearchParams<{ mapId: string }>();
  if (!isMapId(mapId)) {
    return (
      <Page>
        <Message tone="warning">{`There is no map called “${mapId}”. Choose one from the list.`}</Message>
      </Page>
    );
  }
  return <MapView key={mapId} mapId={mapId} />;
}
