import { useGlobalSearchParams, useRouter } from 'expo-router';
import { View } from 'react-native';
import { pressureReach, reachProblem } from '@/core/generators';
import { useDocumentLater } from '@/data/session/documentParts';
import { Button } from '@/ui/button/Button';
import { Card } from '@/ui/layout';
import { Text } from '@/ui/text/Text';

/** After another pressure sensor the maps are not moved silently: here is the way to lay their axes anew. */
export function PressureReach() {
  const document = useDocumentLater();
  const router = useRouter();
  const { id } = useGlobalSearchParams<{ id: string }>();
  const reach = pressureReach(document);
  const { axesEndKpa, sensorEndKpa } = reach;
  if (axesEndKpa === null || sensorEndKpa === null) return null;
  const unwise = reachProblem(reach, axesEndKpa);
  return (
    <Card title="Maps over pressure">
      <Text>
        {`They end at ${Math.round(axesEndKpa)} kPa abs; this sensor reads up to ${Math.round(sensorEndKpa)}. ${unwise ?? 'A change of sensor moves no map by itself.'}`}
      </Text>
      <View style={{ flexDirection: 'row' }}>
        <Button
          label="Lay the pressure axes anew"
          icon="table-large"
          onPress={() => router.navigate(`/c/${id}/maps/pressure` as '/')}
        />
      </View>
    </Card>
  );
}
