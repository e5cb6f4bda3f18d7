import { View } from 'react-native';
import { wayTo } from '@/core/checks';
import { type Waiting, waitingWords } from '@/data/session/waiting';
import { Button } from '@/ui/button/Button';
import { Message } from '@/ui/layout';
import { Heading } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';

/** Fields in which text waits that is not a value, each with the way there. */
export function WaitingCard({
  waiting,
  onGo,
}: {
  waiting: readonly Waiting[];
  onGo: (page: string) => void;
}) {
  if (waiting.length === 0) return null;
  const title = `Typed and not taken (${waiting.length})`;
  return (
    <View role="region" aria-label="Typed and not taken" style={{ gap: SPACE.s }}>
      <Heading level={3}>{title}</Heading>
      {waiting.map((field) => (
        <Message
          key={field.label}
          tone="warning"
          actions={
            <Button
              label="Go there"
              accessibilityLabel={`Go to ${field.label}`}
              onPress={() => onGo(wayTo(field.place))}
            />
          }
        >
          {waitingWords(field)}
        </Message>
      ))}
    </View>
  );
}
