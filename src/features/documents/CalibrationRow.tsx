import { formatDistanceToNow } from 'date-fns/formatDistanceToNow';
import { Pressable, View } from 'react-native';
import type { CalibrationEntry } from '@/data/store/record';
import { IconButton } from '@/ui/button/IconButton';
import { linkKeys } from '@/ui/button/linkKeys';
import { Text } from '@/ui/text/Text';
import { CORNER, SPACE, useRoles } from '@/ui/theme';

import { exportWords } from './exportWords';

interface Props {
  entry: CalibrationEntry;
  onOpen: () => void;
  onMore: () => void;
}

/** One calibration of the list: what it is, when it was changed, how large it is. */
export function CalibrationRow({ entry, onOpen, onMore }: Props) {
  const roles = useRoles();
  const reminder = exportWords(entry);
  const changed = formatDistanceToNow(new Date(entry.modifiedAt), { addSuffix: true });
  return (
    <View
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
        {reminder === null ? null : (
          <Text kind="small" colour="warning">
            {reminder}
          </Text>
        )}
      </Pressable>
      <IconButton icon="dots-vertical" label={`More for ${entry.name}`} onPress={onMore} />
    </View>
  );
}
