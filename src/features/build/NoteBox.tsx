import { View } from 'react-native';
import { edit, setDraft, useDocument, useSession } from '@/data/session/session';
import { TextBox } from '@/ui/field';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';

const PATH = 'note';

/** A note on the whole calibration: what car, what day, what is fitted. */
export function NoteBox() {
  const { note } = useDocument();
  const draft = useSession((session) => session.drafts[PATH]);
  const done = () => {
    if (draft === undefined) return;
    setDraft(PATH, null);
    edit('Note', (document) => {
      document.note = draft;
    });
  };
  return (
    <View style={{ gap: SPACE.xs, paddingTop: SPACE.s }}>
      <Text kind="small" colour="muted">
        Note on this calibration
      </Text>
      <TextBox
        label="Note on this calibration"
        value={draft ?? note}
        lines={3}
        maxLength={2000}
        onChangeText={(text) => setDraft(PATH, text)}
        onDone={done}
        onCancel={() => setDraft(PATH, null)}
      />
    </View>
  );
}
