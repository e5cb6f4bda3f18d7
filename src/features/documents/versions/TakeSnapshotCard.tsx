import { useState } from 'react';
import { View } from 'react-native';
import type { Calibration } from '@/core/calibration';
import { useTakeSnapshot } from '@/data/store/queries';
import { Button } from '@/ui/button/Button';
import { TextBox } from '@/ui/field';
import { Card, Message } from '@/ui/layout';
import { SPACE } from '@/ui/theme';

/** Keeps the calibration as it is now under a name. */
export function TakeSnapshotCard({ id, document }: { id: string; document: Calibration }) {
  const [name, setName] = useState('');
  const take = useTakeSnapshot(id);
  const keep = () => take.mutate({ name: name.trim(), document }, { onSuccess: () => setName('') });
  return (
    <Card
      title="Keep it as it is now"
      intro="A snapshot stays until it is deleted, also after Lumbre was closed. Lumbre takes some by itself before much is changed at once, and keeps the newest twenty of those."
    >
      <View style={{ flexDirection: 'row', gap: SPACE.s, alignItems: 'center' }}>
        <TextBox
          label="Name of the snapshot"
          placeholder="Before leaning idle"
          maxLength={60}
          value={name}
          onChangeText={setName}
        />
        <Button
          label="Take a snapshot"
          icon="camera-outline"
          disabled={name.trim() === '' || take.isPending}
          onPress={keep}
        />
      </View>
      {take.isError ? (
        <Message tone="error">
          The snapshot could not be stored: the browser’s storage is full or off. Export a file, delete what
          is not needed, and try again.
        </Message>
      ) : null}
    </Card>
  );
}
