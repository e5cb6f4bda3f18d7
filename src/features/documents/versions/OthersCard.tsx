import { useState } from 'react';
import { View } from 'react-native';
import type { Calibration } from '@/core/calibration';
import { pickPart } from '@/data/files/pick';
import { readCalibration } from '../readCalibration';
import { useEntries } from '@/data/store/listQueries';
import { useRecord } from '@/data/store/queries';
import { Button } from '@/ui/button/Button';
import { Card, Message } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';

interface Props {
  own: string;
  onCompare: (name: string, other: Calibration) => void;
}

/** Another calibration to compare with: one of this browser, or one from a file. */
export function OthersCard({ own, onCompare }: Props) {
  const entries = useEntries();
  const [wanted, setWanted] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const others = (entries.data ?? []).filter(({ id, deletedAt }) => id !== own && deletedAt === null);
  const pick = async () => {
    const picked = await pickPart(readCalibration, ['application/json', '.json', '.zip']);
    if (picked === null) return;
    setProblem(picked.ok ? null : picked.message);
    if (picked.ok) onCompare(picked.part.name, picked.part);
  };
  return (
    <Card title="Compare with another" intro="What differs, place by place; what you choose is taken over.">
      {problem === null ? null : <Message tone="error">{problem}</Message>}
      <Button label="One from a file" icon="file-import-outline" onPress={() => void pick()} />
      {others.length === 0 ? (
        <Text kind="small" colour="muted">
          There is no other calibration in this browser.
        </Text>
      ) : null}
      {others.map(({ id, name }) => (
        <View key={id} style={{ gap: SPACE.xs }}>
          <Button
            label={name}
            icon="compare"
            accessibilityLabel={`Compare with ${name}`}
            onPress={() => setWanted(id)}
          />
          {wanted === id ? <Read id={id} onRead={(other) => onCompare(name, other)} /> : null}
        </View>
      ))}
    </Card>
  );
}

/** Reads one calibration, and says so once it is there. */
function Read({ id, onRead }: { id: string; onRead: (other: Calibration) => void }) {
  const record = useRecord(id);
  const other = record.data?.record.document;
  if (record.isError) return <Message tone="error">It cannot be read. Choose another.</Message>;
  if (other === undefined) {
    return (
      <Text kind="small" colour="muted">
        Reading it.
      </Text>
    );
  }
  return <Button label="Show what differs" kind="primary" icon="arrow-right" onPress={() => onRead(other)} />;
}
