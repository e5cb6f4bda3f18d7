import { Pressable } from 'react-native';
import type { Source } from '@/core/field';
import { SOURCE_TEXT } from '@/core/field/schema';
import { Icon } from '../icon/Icon';
import { Text } from '../text/Text';
import { SPACE, useSizes, useRoles, type Roles } from '../theme';

/** Colour of a source's word: what nobody vouches for stands out. */
export function sourceColour(source: Source): keyof Roles {
  return source.kind === 'estimated' || source.kind === 'starter' ? 'warning' : 'good';
}

interface Props {
  /** What it is the source of. */
  label: string;
  source: Source;
  onPress: () => void;
}

/** Where a value comes from, in a word; a touch opens it. */
export function SourceLink({ label, source, onPress }: Props) {
  const roles = useRoles();
  const { target } = useSizes();
  return (
    <Pressable
      role="button"
      aria-label={`Source of ${label}: ${SOURCE_TEXT[source.kind].label}`}
      onPress={onPress}
      style={{
        minHeight: target,
        flexDirection: 'row',
        alignItems: 'center',
        gap: 2,
        paddingLeft: SPACE.s,
      }}
    >
      <Text kind="small" colour={sourceColour(source)}>
        {SOURCE_TEXT[source.kind].label}
      </Text>
      <Icon name="chevron-down" size={16} color={roles.muted} />
    </Pressable>
  );
}
