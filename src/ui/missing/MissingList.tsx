import { inSentence } from '@/core/units';
import { View } from 'react-native';
import { fieldInfo, type Missing } from '@/core/calibration';
import { MAP_DEFINITIONS } from '@/core/program';
import { Button } from '../button/Button';
import { Card } from '../layout';
import { Text } from '../text/Text';
import { SPACE } from '../theme';

/** Where the settings that stand beside maps are entered. */
const MAP_SETTINGS = [
  { section: 'load', label: 'Go to Load strategy', place: 'maps/load' },
  { section: 'overrun', label: 'Go to Overrun cut', place: 'maps/overrun' },
  { section: 'limits', label: 'Go to Limits', place: 'maps/limits' },
  { section: 'launch', label: 'Go to Limits', place: 'maps/limits' },
  { section: 'shift', label: 'Go to Limits', place: 'maps/limits' },
  { section: 'boost', label: 'Go to Boost control', place: 'maps/boost' },
  { section: 'protection', label: 'Go to Protection', place: 'maps/protection' },
  { section: 'sensorLoss', label: 'Go to Protection', place: 'maps/protection' },
  { section: 'idle', label: 'Go to Idle air', place: 'maps/idleAir' },
] as const;

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
        <Text>{`Still empty: ${missing.fields.map((path) => inSentence(fieldInfo(path)?.label ?? path)).join(', ')}.`}</Text>
      )}
      {missing.maps.length === 0 ? null : (
        <Text>{`No map yet: ${missing.maps.map((id) => inSentence(MAP_DEFINITIONS[id].label)).join(', ')}.`}</Text>
      )}
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
        {sections.includes('engine') ? (
          <Button label="Go to Engine" onPress={() => onGo('build/engine')} />
        ) : null}
        {sections.includes('injectors') ? (
          <Button label="Go to Injectors" onPress={() => onGo('build/injectors')} />
        ) : null}
        {deadTime ? <Button label="Go to Dead time" onPress={() => onGo('build/dead-time')} /> : null}
        {MAP_SETTINGS.filter(({ section }) => sections.includes(section)).map(({ section, label, place }) => (
          <Button key={section} label={label} onPress={() => onGo(place)} />
        ))}
        {missing.maps.length > 0 ? <Button label="Go to Maps" onPress={() => onGo('maps')} /> : null}
      </View>
    </Card>
  );
}
