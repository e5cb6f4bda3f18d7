import { useState } from 'react';
import { View } from 'react-native';
import { TextBox } from '@/ui/field';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';

/** A note on a wire, for the loom list: colour, splice, connector. */
export function WireNote({
  label,
  wire,
  onDone,
}: {
  label: string;
  wire: string;
  onDone: (wire: string) => void;
}) {
  const [text, setText] = useState(wire);
  return (
    <View style={{ gap: SPACE.xs }}>
      <Text kind="small" colour="muted">
        Note on the wire
      </Text>
      <TextBox
        label={`Wire of ${label.toLowerCase()}`}
        value={text}
        maxLength={80}
        onChangeText={setText}
        onDone={() => {
          if (text !== wire) onDone(text);
        }}
      />
    </View>
  );
}
