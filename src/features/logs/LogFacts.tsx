import { View } from 'react-native';
import type { LogFit } from '@/core/log';
import { Icon } from '@/ui/icon/Icon';
import { Card } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { SPACE, useRoles } from '@/ui/theme';
import { fitSentences, leftOutWords } from './logWords';

const ICONS = { warning: 'alert-outline', good: 'check-circle-outline', plain: 'circle-outline' } as const;

/** What the log says of the map, in sentences; and what was left out, by reason. */
export function LogFacts({ fit }: { fit: LogFit }) {
  const roles = useRoles();
  const left = leftOutWords(fit);
  return (
    <Card title="What it says of the map">
      <View role="status" style={{ gap: SPACE.s }}>
        {fitSentences(fit).map(({ tone, text }) => (
          <View key={text} style={{ flexDirection: 'row', gap: SPACE.s, alignItems: 'flex-start' }}>
            <Icon name={ICONS[tone]} size={20} color={tone === 'plain' ? roles.muted : roles[tone]} />
            <View style={{ flex: 1 }}>
              <Text>{text}</Text>
            </View>
          </View>
        ))}
      </View>
      <Text kind="small" colour="muted">
        {left.length === 0 ? 'Nothing was left out.' : `Left out: ${left.join('; ')}.`}
      </Text>
    </Card>
  );
}
