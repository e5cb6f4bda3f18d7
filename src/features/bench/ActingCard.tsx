import { memo, useCallback, useSyncExternalStore } from 'react';
import { View } from 'react-native';
import { onSlow, slowFrame } from '@/data/ecu/useLive';
import { Card } from '@/ui/layout';
import { LiveText } from '@/ui/live';
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

/** A row is drawn when it acts, or no longer, or for another reason; its number is written past React. */
function ActingList() {
  useSyncExternalStore(onSlow, reasonsNow);
  return (
    <View role="list" aria-label="What acts">
      {actingNow(slowFrame()).map(({ label, why, acts }, place) => (
        <ActingRow key={label} label={label} why={why} acts={acts} place={place} />
      ))}
    </View>
  );
}

function reasonsNow(): string {
  return actingNow(slowFrame())
    .map(({ why, acts }) => `${why} ${acts}`)
    .join();
}

interface RowProps extends Omit<Acting, 'does'> {
  /** Among what can act, from 0. */
  place: number;
}

const ActingRow = memo(function ActingRow({ label, why, acts, place }: RowProps) {
  const does = useCallback(() => actingNow(slowFrame())[place]?.does ?? '', [place]);
  return (
    <View
      role="listitem"
      style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: SPACE.s, paddingVertical: SPACE.xs }}
    >
      <Text kind="strong" style={{ width: 118 }}>
        {label}
      </Text>
      <View style={{ flexGrow: 1, flexBasis: 120 }}>
        <LiveText words={does} onChange={onSlow} kind="body" colour={acts ? 'accent' : 'text'} />
      </View>
      <Text kind="small" colour="muted" style={{ width: '100%' }}>
        {why}
      </Text>
    </View>
  );
});
