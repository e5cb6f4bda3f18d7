import { useLocalSearchParams } from 'expo-router';
import { isMapKey } from '@/core/calibration';
import { useDocument } from '@/data/session/session';
import { Message, Page } from '@/ui/layout';
import { MapView } from './MapView';

/** One map, by its address. */
export function MapScreen() {
  const document = useDocument();
  const { mapId } = useLocalSearchParams<{ mapId: string }>();
  if (!isMapKey(document, mapId)) {
    return (
      <Page>
        <Message tone="warning">{`There is no map called “${mapId}” here. Choose one from the list.`}</Message>
      </Page>
    );
  }
  return <MapView key={mapId} mapKey={mapId} />;
}
