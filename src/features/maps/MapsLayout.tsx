import { Slot } from 'expo-router';
import { ListAndDetail } from '@/ui/layout';
import { MapList } from './MapList';

/** The maps: their list at the left when wide. */
export function MapsLayout() {
  return (
    <ListAndDetail label="Maps" list={<MapList />}>
      <Slot />
    </ListAndDetail>
  );
}
