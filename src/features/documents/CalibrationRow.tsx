import { formatDistanceToNow } from 'date-fns/formatDistanceToNow';
import { useState } from 'react';
import { Pressable, View } from 'react-native';
import type { CalibrationEntry } from '@/data/store/record';
import { Button } from '@/ui/button/Button';
import { IconButton } from '@/ui/button/IconButton';
import { linkKeys } from '@/ui/button/linkKeys';
import { Sheet } from '@/ui/sheet/Sheet';
import { Text } from '@/ui/text/Text';
import { CORNER, SPACE, useRoles } from '@/ui/theme';

interface Props {
  entry: CalibrationEntry;
  onOpen: () => void;
  onRename: () => void;
  onDuplicate: () => void;
  onDelete: () => void;
}

/** One calibration of the list: what it is, when it was changed, how large it is. */
export function CalibrationRow({ entry, onOpen, onRename, onDuplicate, onDelete }: Props) {
  const roles = useRoles();
  const [menu, setMenu] = useState(false);
  const changed = formatDistanceToNow(new Date(entry.modifiedAt), { addSuffix: true });
  const choose = (action: () => void) => () => {
    setMenu(false);
    action();
  };
  return (
    <View
      role="listitem"
      style={{
        flexDirection: 'row',
        alignItems: 'center',
        backgroundColor: roles.surface,
        borderWidth: 1,
        borderColor: roles.line,
        borderRadius: CORNER.field,
      }}
    >
      <Pressable
        role="link"
        aria-label={`Open ${entry.name}`}
        onPress={onOpen}
        {...linkKeys(onOpen)}
        style={{ flex: 1, padding: SPACE.l, minWidth: 0 }}
      >
        <Text kind="lead" numberOfLines={2}>
          {entry.name}
        </Text>
        <Text>{entry.engineLine === '' ? 'Engine not described yet' : entry.engineLine}</Text>
        <Text kind="small" colour="muted">
          {`Stored ${changed}, ${Math.max(1, Math.round(entry.sizeBytes / 1024))} kB`}
        </Text>
      </Pressable>
      <IconButton icon="dots-vertical" label={`More for ${entry.name}`} onPress={() => setMenu(true)} />
      <Sheet title={entry.name} open={menu} onClose={() => setMenu(false)}>
        <Button label="Rename" icon="pencil-outline" onPress={choose(onRename)} />
        <Button label="Duplicate" icon="content-copy" onPress={choose(onDuplicate)} />
        <Button label="Delete" icon="delete-outline" onPress={choose(onDelete)} />
      </Sheet>
    </View>
  );
}
