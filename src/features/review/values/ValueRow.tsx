import { Pressable, View } from 'react-native';
import type { LedgerEntry } from '@/core/checks';
import { SOURCE_TEXT } from '@/core/field/schema';
import { IconButton } from '@/ui/button/IconButton';
import { StateMark } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { CORNER, SPACE, useRoles } from '@/ui/theme';

interface Props {
  entry: LedgerEntry;
  /** Goes to where the value is entered. */
  onGo: () => void;
  /** Says where it comes from. */
  onSource: () => void;
}

/** A value and where it comes from: a touch vouches for it, the arrow goes to its field. */
export function ValueRow({ entry, onGo, onSource }: Props) {
  const roles = useRoles();
  const { label, words, source, isConfirmed } = entry;
  const note = source.note === undefined ? '' : `: ${source.note}`;
  return (
    <View
      style={{
        flexDirection: 'row',
        alignItems: 'center',
        borderWidth: 1,
        borderColor: roles.line,
        borderRadius: CORNER.field,
        backgroundColor: roles.surface,
      }}
    >
      <Pressable
        role="button"
        aria-label={`Source of ${label}`}
        onPress={onSource}
        style={{ flex: 1, minWidth: 0, paddingHorizontal: SPACE.m, paddingVertical: SPACE.s, gap: 2 }}
      >
        <View
          style={{
            flexDirection: 'row',
            flexWrap: 'wrap',
            columnGap: SPACE.m,
            justifyContent: 'space-between',
          }}
        >
          <Text style={{ flexShrink: 1 }}>{label}</Text>
          <Text kind="number">{words}</Text>
        </View>
        <StateMark
          tone={isConfirmed ? 'good' : 'warning'}
          label={`${SOURCE_TEXT[source.kind].label}${source.kind === 'starter' ? '' : note}`}
        />
      </Pressable>
      <IconButton icon="arrow-right" label={`Go to ${label}`} onPress={onGo} />
    </View>
  );
}
