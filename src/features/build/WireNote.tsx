import { inSentence } from '@/core/units';
import { View } from 'react-native';
import { useDraft } from '@/data/session/useField';
import { TextBox } from '@/ui/field';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';

/** A note on a wire, for the loom list: colour, splice, connector. */
export function WireNote({
  pin,
  label,
  wire,
  onDone,
}: {
  pin: string;
  label: string;
  wire: string;
  onDone: (wire: string) => void;
}) {
  const [draft, setDraft] = useDraft(`pins.${pin}.wire`);
  return (
    <View style={{ gap: SPACE.xs }}>
      <Text kind="small" colour="muted">
        Note on the wire
      </Text>
      <TextBox
        label={`Wire of ${inSentence(label)}`}
        value={draft ?? wire}
        maxLength={80}
        onChangeText={setDraft}
        onDone={() => {
          setDraft(null);
          if (draft !== undefined && draft !== wire) onDone(draft);
        }}
        onCancel={() => setDraft(null)}
      />
    </View>
  );
}
