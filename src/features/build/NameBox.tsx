import { View } from 'react-native';
import { useDraft } from '@/data/session/useField';
import { TextBox } from '@/ui/field';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';

/** A name that is kept when it is one; an empty one goes back to what it was. */
export function NameBox({
  path,
  label,
  name,
  onDone,
}: {
  /** Where it stands in the document. */
  path: string;
  label: string;
  name: string;
  onDone: (name: string) => void;
}) {
  const [draft, setDraft] = useDraft(path);
  const done = () => {
    const next = (draft ?? name).trim();
    setDraft(null);
    if (next !== '' && next !== name) onDone(next);
  };
  return (
    <View style={{ gap: SPACE.xs }}>
      <Text kind="small" colour="muted">
        Name
      </Text>
      <View style={{ flexDirection: 'row' }}>
        <TextBox
          label={label}
          value={draft ?? name}
          maxLength={40}
          onChangeText={setDraft}
          onDone={done}
          onCancel={() => setDraft(null)}
        />
      </View>
    </View>
  );
}
