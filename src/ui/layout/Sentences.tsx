import { memo, type ReactNode } from 'react';
import { View } from 'react-native';
import { Icon } from '../icon/Icon';
import { Text } from '../text/Text';
import { SPACE, useRoles } from '../theme';

/** One thing that was found, in words. */
export interface Sentence {
  readonly tone: 'plain' | 'good' | 'warning' | 'error';
  readonly text: string;
}

const ICONS = {
  plain: 'circle-outline',
  good: 'check-circle-outline',
  warning: 'alert-outline',
  error: 'alert-circle-outline',
} as const;

/** What was found, a sentence a line with its mark; read out when it changes. */
export function Sentences({ sentences, label }: { sentences: readonly Sentence[]; label?: string }) {
  return (
    <SentenceList {...(label === undefined ? {} : { label })}>
      {sentences.map(({ tone, text }) => (
        <Line key={text} tone={tone} text={text} />
      ))}
    </SentenceList>
  );
}

/** The room of sentences, each a {@link SentenceLine}. */
export function SentenceList({ label, children }: { label?: string; children: ReactNode }) {
  return (
    <View
      role="status"
      {...(label === undefined ? {} : { 'aria-label': label })}
      style={{ gap: SPACE.s, minHeight: 21 }}
    >
      {children}
    </View>
  );
}

/** What is live is said anew all the time, mostly in the same words: those are not drawn again. */
const Line = memo(function Line({ tone, text }: Sentence) {
  return (
    <SentenceLine tone={tone}>
      <Text>{text}</Text>
    </SentenceLine>
  );
});

/** A sentence behind its mark. */
export function SentenceLine({ tone, children }: { tone: Sentence['tone']; children: ReactNode }) {
  const roles = useRoles();
  return (
    <View style={{ flexDirection: 'row', gap: SPACE.s, alignItems: 'flex-start' }}>
      <Icon name={ICONS[tone]} size={20} color={tone === 'plain' ? roles.muted : roles[tone]} />
      <View style={{ flex: 1 }}>{children}</View>
    </View>
  );
}
