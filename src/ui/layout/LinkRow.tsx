import type { ReactNode } from 'react';
import { Pressable, View } from 'react-native';
import { linkKeys } from '../button/linkKeys';
import { Icon } from '../icon/Icon';
import { Text } from '../text/Text';
import { CORNER, SPACE, useRoles } from '../theme';

interface Props {
  label: string;
  /** A line under the label. */
  detail?: string;
  /** Stands before the label: a picture or an icon. */
  picture?: ReactNode;
  /** Stands under the detail: a state. */
  state?: ReactNode;
  /** On one low line, for a list that stands beside what it leads to and is used with a pointer. */
  compact?: boolean;
  /** The one that is open. */
  here?: boolean;
  onPress: () => void;
}

const STACK = { flex: 1, minWidth: 0, gap: 2 } as const;
const ROW = {
  flex: 1,
  minWidth: 0,
  flexDirection: 'row',
  alignItems: 'center',
  justifyContent: 'space-between',
  columnGap: SPACE.s,
} as const;

/** A row that leads somewhere. */
export function LinkRow({ label, detail, picture, state, compact = false, here = false, onPress }: Props) {
  const roles = useRoles();
  return (
    <Pressable
      role="link"
      aria-label={label}
      {...({ 'aria-current': here ? 'page' : undefined } as object)}
      onPress={onPress}
      {...linkKeys(onPress)}
      style={{
        minHeight: compact ? 40 : 64,
        flexDirection: 'row',
        alignItems: 'center',
        gap: compact ? SPACE.s : SPACE.m,
        paddingHorizontal: compact ? SPACE.s : SPACE.m,
        paddingVertical: compact ? 2 : SPACE.m,
        borderRadius: CORNER.field,
        borderWidth: 1,
        borderLeftWidth: here ? 4 : 1,
        borderColor: here ? roles.accent : roles.line,
        backgroundColor: here ? roles.raised : roles.surface,
      }}
    >
      {picture}
      <View style={compact ? ROW : STACK}>
        <Text verbatim kind={compact && !here ? 'body' : 'strong'} style={{ flexShrink: 1 }}>
          {label}
        </Text>
        {detail === undefined || compact ? null : (
          <Text kind="small" colour="muted">
            {detail}
          </Text>
        )}
        {state}
      </View>
      {compact ? null : <Icon name="chevron-right" color={roles.muted} />}
    </Pressable>
  );
}
