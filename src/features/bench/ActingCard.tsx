import { View } from 'react-native';
import { useSlowFrame } from '@/data/ecu/useLive';
import { Card } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';
import { actingNow } from './actingWords';

/** What corrects the maps or holds the engine back now, and why, on one page. */
export function ActingCard() {
  const frame = useSlowFrame();
  return (
    <Card title="What acts" intro="Beside the maps: what it does now, and why.">
      <View role="list" aria-label="What acts">
        {actingNow(frame).map(({ label, does, why, acts }) => (
          <View
            key={label}
            role="listitem"
            style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: SPACE.s, paddingVertical: SPACE.xs }}
          >
            <Text kind="strong" style={{ width: 118 }}>
              {label}
            </Text>
            <Text colour={acts ? 'accent' : 'text'} style={{ flexGrow: 1 }}>
              {does}
            </Text>
            <Text kind="small" colour="muted" style={{ width: '100%' }}>
              {why}
            </Text>
          </View>
        ))}
      </View>
    </Card>
  );
}
