import { View } from 'react-native';
import { Icon, type IconName } from '../icon/Icon';
import { Text } from '../text/Text';
import { useRoles, type Roles } from '../theme';

/** What a state mark says; never by colour alone. */
export type MarkTone = 'plain' | 'good' | 'warning' | 'error';

const TONES: Readonly<Record<MarkTone, { colour: keyof Roles; icon: IconName }>> = {
  plain: { colour: 'muted', icon: 'circle-outline' },
  good: { colour: 'good', icon: 'check-circle-outline' },
  warning: { colour: 'warning', icon: 'alert-outline' },
  error: { colour: 'error', icon: 'alert-circle-outline' },
};

/** A state as icon and word. */
export function StateMark({ tone, label, icon }: { tone: MarkTone; label: string; icon?: IconName }) {
  const roles = useRoles();
  const { colour, icon: usual } = TONES[tone];
  return (
    <View style={{ flexDirection: 'row', alignItems: 'center', gap: 4 }}>
      <Icon name={icon ?? usual} size={16} color={roles[colour]} />
      <Text kind="small" colour={colour}>
        {label}
      </Text>
    </View>
  );
}
