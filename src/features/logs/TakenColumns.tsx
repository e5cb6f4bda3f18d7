import { useState } from 'react';
import { View } from 'react-native';
import type { TakenColumn } from '@/data/logs/logRecord';
import { Button } from '@/ui/button/Button';
import { Sheet } from '@/ui/sheet/Sheet';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';

/** What the columns of a file were taken for, on a press. */
export function TakenColumns({ taken }: { taken: readonly TakenColumn[] }) {
  const [open, setOpen] = useState(false);
  if (taken.length === 0) return null;
  return (
    <View style={{ flexDirection: 'row' }}>
      <Button label="What its columns were taken for" onPress={() => setOpen(true)} />
      <Sheet title="Columns of the file" open={open} onClose={() => setOpen(false)}>
        <View role="list" aria-label="Columns of the file" style={{ gap: SPACE.s }}>
          {taken.map(({ column, as }, i) => (
            <View key={`${i}${column}`} role="listitem">
              <Text>{column}</Text>
              <Text kind="small" colour="muted">
                {as}
              </Text>
            </View>
          ))}
        </View>
      </Sheet>
    </View>
  );
}
