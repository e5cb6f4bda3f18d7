import { View } from 'react-native';
import type { SourceKind } from '@/core/field';
import { SOURCE_TEXT } from '@/core/field/schema';
import { setTypingSource, useSession } from '@/data/session/session';
import { Chips } from '@/ui/button/Chips';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';

const KINDS: readonly SourceKind[] = ['dataSheet', 'measured', 'estimated'];

/** What the builder is typing from: every value typed after it carries this source. */
export function TypingFrom() {
  const kind = useSession((session) => session.typingSource);
  return (
    <View style={{ gap: SPACE.xs }}>
      <Text kind="small" colour="muted">
        What I type now is
      </Text>
      <Chips
        label="What I type now is"
        options={KINDS.map((id) => ({ id, label: SOURCE_TEXT[id].label }))}
        value={kind}
        onChange={setTypingSource}
      />
    </View>
  );
}
