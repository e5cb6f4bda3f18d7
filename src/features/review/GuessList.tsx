import { View } from 'react-native';
import { type LedgerEntry, wayTo } from '@/core/checks';
import { SOURCE_TEXT } from '@/core/field/schema';
import { LinkRow, StateMark, useWide } from '@/ui/layout';
import { Heading, Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';

/** The guesses that the engine lives on, each with the way to its field. */
export function GuessList({
  guessed,
  onGo,
}: {
  guessed: readonly LedgerEntry[];
  onGo: (page: string) => void;
}) {
  const wide = useWide();
  if (guessed.length === 0) return null;
  return (
    <View role="region" aria-label="Guesses the engine lives on" style={{ gap: SPACE.s }}>
      <Heading level={3}>{`Guesses the engine lives on (${guessed.length})`}</Heading>
      <Text kind="small" colour="muted">
        Nobody has vouched for these yet, and a wrong one breaks parts. Measure them, or look them up for this
        engine.
      </Text>
      {guessed.map(({ place, label, source }) => (
        <LinkRow
          key={place}
          label={label}
          state={<StateMark tone="warning" label={SOURCE_TEXT[source.kind].label} />}
          compact={wide}
          onPress={() => onGo(wayTo(place))}
        />
      ))}
    </View>
  );
}
