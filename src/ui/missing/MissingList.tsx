import { View } from 'react-native';
import { fieldInfo, MAP_DEFINITIONS, type Missing } from '@/core/calibration';
import { Button } from '../button/Button';
import { Card } from '../layout';
import { Text } from '../text/Text';
import { SPACE } from '../theme';

/** What a computation still needs, with the ways there. */
export function MissingList({ missing, onGo }: { missing: Missing; onGo: (path: string) => void }) {
  const deadTime = missing.fields.includes('injectors.deadTime');
  const sections = [
    ...new Set(
      missing.fields.filter((path) => path !== 'injectors.deadTime').map((path) => path.split('.')[0] ?? ''),
    ),
  ];
  return (
    <Card title="Not complete yet">
      {missing.fields.length === 0 ? null : (
        <Text>{`Still empty: ${missing.fields.map((path) => (fieldInfo(path)?.label ?? path).toLowerCase()).join(', ')}.`}</Text>
      )}
      {missing.maps.length === 0 ? null : (
        <Text>{`No map yet: ${missing.maps.map((id) => MAP_DEFINITIONS[id].label.toLowerCase()).join(', ')}.`}</Text>
      )}
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
        {sections.includes('engine') ? (
          <Button label="Go to Engine" onPress={() => onGo('build/engine')} />
        ) : null}
        {sections.includes('injectors') ? (
          <Button label="Go to Injectors" onPress={() => onGo('build/injectors')} />
        ) : null}
        {deadTime ? <Button label="Go to Dead time" onPress={() => onGo('build/dead-time')} /> : null}
        {missing.maps.length > 0 ? <Button label="Go to Maps" onPress={() => onGo('maps')} /> : null}
      </View>
    </Card>
  );
}
