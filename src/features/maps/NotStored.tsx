import { useGlobalSearchParams } from 'expo-router';
import { View } from 'react-native';
import type { MapKey } from '@/core/calibration';
import { isMapId } from '@/core/program';
import { useEcu } from '@/data/ecu/ecuSession';
import { dropUnstored } from '@/data/ecu/liveEdits';
import { useUnstoredCells } from '@/data/ecu/unstored';
import { Button } from '@/ui/button/Button';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';

/** How many cells of a map run and are not stored, and the way back to what is stored; nothing where all are. */
export function NotStored({ mapKey, name }: { mapKey: MapKey; name: string }) {
  const { id } = useGlobalSearchParams<{ id: string }>();
  const mapId = isMapId(mapKey) ? mapKey : null;
  const cells = useUnstoredCells(id, mapId);
  const unlocked = useEcu((ecu) => ecu.unlocked);
  if (mapId === null || cells.size === 0) return null;
  const count =
    cells.size === 1 ? '1 cell runs and is not stored' : `${cells.size} cells run and are not stored`;
  const drop = () => void dropUnstored(`Take ${name} back to what is stored`, [mapId]);
  return (
    <View style={{ flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', gap: SPACE.s }}>
      <Text colour="accent">{`${count}: folded at the corner.`}</Text>
      {unlocked ? <Button label="Back to what is stored" icon="history" onPress={drop} /> : null}
    </View>
  );
}
