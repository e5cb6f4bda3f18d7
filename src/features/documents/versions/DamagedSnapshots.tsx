import { saveTextFile } from '@/data/files/download';
import { useDamagedSnapshots, useRemoveSnapshot } from '@/data/store/queries';
import { Button } from '@/ui/button/Button';
import { Message } from '@/ui/layout';

/** Snapshots that cannot be read: each can be saved as it is stored, and taken away. */
export function DamagedSnapshots({ id }: { id: string }) {
  const damaged = useDamagedSnapshots(id);
  const remove = useRemoveSnapshot(id);
  return (damaged.data ?? []).map((snapshot) => (
    <Message
      key={snapshot.id}
      tone="error"
      actions={
        <>
          <Button
            label="Save what is stored"
            icon="download"
            onPress={() => saveTextFile('damaged-snapshot.json', snapshot.text)}
          />
          <Button label="Delete it" icon="delete-outline" onPress={() => remove.mutate(snapshot.id)} />
        </>
      }
    >
      A snapshot cannot be read. The others are whole, and so is the calibration. Save it as it is stored if
      somebody can mend it.
    </Message>
  ));
}
