import { memo } from 'react';
import { View } from 'react-native';
import { useSlowFrame } from '@/data/ecu/useLive';
import { Card } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';
import { type Acting, actingNow } from './actingWords';

/** What corrects the maps or holds the engine back now, and why, on one page. */
export function ActingCard() {
  return (
    <Card title="What acts" intro="Beside the maps: what it does now, and why.">
      <ActingList />
    </Card>
  );
}

/** Drawn twice a second: of its rows only those that say something else. */
function ActingList() {
  const frame = useSlowFrame();
  return (
    <View role="list" aria-label="What acts">
      {actingNow(frame).map((acting) => (
        <ActingRow key={acting.label} {...acting} />
      ))}
    </View>
  );
}

const ActingRow = memo(function ActingRow({ label, does, why, acts }: Acting) {
  return (
    <View
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
  );
});
