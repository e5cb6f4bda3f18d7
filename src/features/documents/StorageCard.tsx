import { View } from 'react-native';
import { ProgressBar } from 'react-native-paper';
import { useAskToKeep, useStorageUse } from '@/data/store/storageUse';
import { Button } from '@/ui/button/Button';
import { Card, Message, StateMark } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { isNearlyFull, usedShare, usedWords } from './storageWords';

/** How much of the browser’s storage is used, and whether the browser keeps it. */
export function StorageCard() {
  const use = useStorageUse();
  const ask = useAskToKeep();
  if (use.data === undefined) return null;
  const share = usedShare(use.data);
  return (
    <Card title="Storage">
      <Text>{usedWords(use.data)}</Text>
      {share === null ? null : (
        <View style={{ height: 4 }}>
          <ProgressBar progress={share} aria-label="Storage used" />
        </View>
      )}
      {isNearlyFull(use.data) ? (
        <Message tone="warning">
          Little is left. Export what you want to keep as files, then delete snapshots, logs or calibrations.
        </Message>
      ) : null}
      {use.data.isKept ? (
        <StateMark tone="good" label="The browser keeps it, also when space is short" />
      ) : (
        <>
          <StateMark tone="warning" label="The browser may clear it when space is short" />
          <View style={{ flexDirection: 'row' }}>
            <Button label="Ask it to keep this" disabled={ask.isPending} onPress={() => ask.mutate()} />
          </View>
          {ask.data === false ? (
            <Text kind="small" colour="muted">
              It did not agree. Installed as an app, or visited more often, it may later. Keep files
              meanwhile.
            </Text>
          ) : null}
        </>
      )}
    </Card>
  );
}
