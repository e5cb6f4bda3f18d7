import { inSentence } from '@/core/units';
import { useGlobalSearchParams } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import { type Calibration, definitionAt, isMapKey, mapAt, type MapKey } from '@/core/calibration';
import { commonAncestor } from '@/core/compare';
import type { MapData } from '@/core/map';
import { compareWith } from '@/data/session/compared';
import { useDocument } from '@/data/session/session';
import { useEntries } from '@/data/store/listQueries';
import { useRecord, useRemoveSnapshot, useSnapshots, useTakeSnapshot } from '@/data/store/queries';
import { Button } from '@/ui/button/Button';
import { IconButton } from '@/ui/button/IconButton';
import { TextBox } from '@/ui/field';
import { Message } from '@/ui/layout';
import { Sheet } from '@/ui/sheet/Sheet';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';

/** What a map is compared with. */
export interface ComparedWith {
  readonly name: string;
  readonly map: MapData;
}

interface Props {
  mapKey: MapKey;
  open: boolean;
  onClose: () => void;
  /** Another is compared with from now on, on every map that it has. */
  onChoose: () => void;
}

/** Snapshots of this calibration, and other calibrations, to compare a map with. */
export function MapCompareSheet({ mapKey, open, onClose, onChoose }: Props) {
  const document = useDocument();
  const { id } = useGlobalSearchParams<{ id: string }>();
  const [name, setName] = useState('');
  const [said, setSaid] = useState<string | null>(null);
  const snapshots = useSnapshots(id);
  const take = useTakeSnapshot(id);
  const remove = useRemoveSnapshot(id);
  const label = inSentence(definitionAt(document, mapKey).label);

  const choose = (from: string, other: Calibration) => {
    if (!isMapKey(other, mapKey) || mapAt(other, mapKey) === null) {
      setSaid(`“${from}” has no ${label} map. Choose another.`);
      return;
    }
    setSaid(null);
    compareWith(id, from, other, commonAncestor(snapshots.data ?? [], other));
    onChoose();
    onClose();
  };

  return (
    <Sheet title="Compare with" open={open} onClose={onClose}>
      {said === null ? null : <Message tone="warning">{said}</Message>}
      <Text kind="strong">Snapshots of this calibration</Text>
      {snapshots.isError ? (
        <Message tone="error">The snapshots could not be read. Close this and try again.</Message>
      ) : (snapshots.data ?? []).length === 0 ? (
        <Text kind="small" colour="muted">
          None yet. A snapshot keeps the whole calibration as it is now, also after Lumbre was closed.
        </Text>
      ) : (
        snapshots.data?.map((snapshot) => (
          <View key={snapshot.id} style={{ flexDirection: 'row', gap: SPACE.s, alignItems: 'center' }}>
            <View style={{ flex: 1 }}>
              <Button
                label={`${snapshot.name}, ${snapshot.takenAt.slice(0, 16).replace('T', ' ')}`}
                onPress={() => choose(snapshot.name, snapshot.document)}
              />
            </View>
            <IconButton
              icon="delete-outline"
              label={`Delete the snapshot ${snapshot.name}`}
              onPress={() => remove.mutate(snapshot.id)}
            />
          </View>
        ))
      )}
      <View style={{ flexDirection: 'row', gap: SPACE.s, alignItems: 'center' }}>
        <TextBox
          label="Name of the snapshot"
          placeholder="Before leaning idle"
          value={name}
          onChangeText={setName}
        />
        <Button
          label="Take a snapshot"
          icon="camera-outline"
          disabled={name.trim() === '' || take.isPending}
          onPress={() => take.mutate({ name: name.trim(), document }, { onSuccess: () => setName('') })}
        />
      </View>
      {take.isError ? (
        <Message tone="error">
          The snapshot could not be stored. Free some space in the browser and try again.
        </Message>
      ) : null}
      <Text kind="strong">Other calibrations</Text>
      <Others own={id} onChoose={choose} />
    </Sheet>
  );
}

/** The other stored calibrations; one is read when it is chosen. */
function Others({ own, onChoose }: { own: string; onChoose: (name: string, other: Calibration) => void }) {
  const entries = useEntries();
  const [wanted, setWanted] = useState<string | null>(null);
  const others = (entries.data ?? []).filter(({ id, deletedAt }) => id !== own && deletedAt === null);
  if (others.length === 0) {
    return (
      <Text kind="small" colour="muted">
        There is no other calibration here.
      </Text>
    );
  }
  return others.map(({ id, name }) => (
    <View key={id} style={{ gap: SPACE.xs }}>
      <Button label={name} onPress={() => setWanted(id)} />
      {wanted === id ? <OtherMap id={id} onChoose={onChoose} /> : null}
    </View>
  ));
}

/** Reads one calibration and offers it once it is there. */
function OtherMap({ id, onChoose }: { id: string; onChoose: (name: string, other: Calibration) => void }) {
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
  return (
    <Button
      label={`Compare with ${other.name}`}
      kind="primary"
      icon="compare"
      onPress={() => onChoose(other.name, other)}
    />
  );
}
