import type { ReactNode } from 'react';
import { View } from 'react-native';
import { Icon, type IconName } from '../icon/Icon';
import { Text } from '../text/Text';
import { CORNER, SPACE, useRoles } from '../theme';

interface Props {
  tone: 'plain' | 'warning' | 'error' | 'good';
  children: string;
  /** Ways out: buttons. */
  actions?: ReactNode;
}

const ICONS: Readonly<Record<Props['tone'], IconName>> = {
  plain: 'help-circle-outline',
  warning: 'alert-outline',
  error: 'alert-circle-outline',
  good: 'check-circle-outline',
};

/** A sentence that must be seen: what is wrong, where, what to do, with the ways out. Read out when it appears. */
export function Message({ tone, children, actions }: Props) {
  const roles = useRoles();
  const colour = tone === 'plain' ? roles.steel : roles[tone];
  return (
    <View
      role={tone === 'error' ? 'alert' : 'status'}
      style={{
        borderWidth: 1,
        borderLeftWidth: 4,
        borderColor: colour,
        borderRadius: CORNER.field,
        backgroundColor: roles.surface,
        padding: SPACE.m,
        gap: SPACE.s,
      }}
    >
      <View style={{ flexDirection: 'row', gap: SPACE.s }}>
        <Icon name={ICONS[tone]} size={20} color={colour} />
        <Text style={{ flex: 1 }}>{children}</Text>
      </View>
      {actions === undefined ? null : (
        <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>{actions}</View>
      )}
    </View>
  );
}
