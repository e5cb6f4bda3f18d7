import { View } from 'react-native';
import { useLiveFrame } from '@/data/ecu/useLive';
import { Icon } from '@/ui/icon/Icon';
import { Text } from '@/ui/text/Text';
import { SPACE, useRoles } from '@/ui/theme';
import { liveSentences } from './liveWords';

const ICONS = {
  error: 'alert-circle-outline',
  warning: 'alert-outline',
  good: 'check-circle-outline',
  plain: 'circle-outline',
} as const;

/** What is wrong now, in sentences. */
export function LiveWrong() {
  const roles = useRoles();
  const frame = useLiveFrame();
  return (
    <View role="status" aria-label="What is wrong now" style={{ gap: SPACE.s, minHeight: 44 }}>
      {liveSentences(frame).map(({ tone, text }) => (
        <View key={text} style={{ flexDirection: 'row', gap: SPACE.s, alignItems: 'flex-start' }}>
          <Icon name={ICONS[tone]} size={20} color={tone === 'plain' ? roles.muted : roles[tone]} />
          <View style={{ flex: 1 }}>
            <Text>{text}</Text>
          </View>
        </View>
      ))}
    </View>
  );
}
