import { useState } from 'react';
import { View } from 'react-native';
import { type ChannelId, CHANNELS } from '@/core/channel';
import { Button } from '@/ui/button/Button';
import { TextBox } from '@/ui/field';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';

/** Listed at once of what was looked for. */
const MOST_FOUND = 6;

interface Props {
  /** Those that may be found. */
  among: readonly ChannelId[];
  onFound: (channel: ChannelId) => void;
  /** What a found one does, before its name. */
  verb?: string;
  /** Of those that are something already: said behind the name. */
  taken?: readonly ChannelId[];
}

/** Looks for a channel by its name. */
export function ChannelSearch({ among, onFound, verb = 'Add', taken = [] }: Props) {
  const [text, setText] = useState('');
  const wanted = text.trim().toLowerCase();
  const found = among.filter((id) => CHANNELS[id].label.toLowerCase().includes(wanted));
  const labelOf = (id: ChannelId) =>
    taken.includes(id) ? `${CHANNELS[id].label} (taken)` : CHANNELS[id].label;
  return (
    <View style={{ gap: SPACE.s }}>
      <View style={{ flexDirection: 'row' }}>
        <TextBox
          label="Look for a channel"
          placeholder="Look for a channel"
          value={text}
          onChangeText={setText}
        />
      </View>
      {wanted === '' ? null : (
        <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
          {found.slice(0, MOST_FOUND).map((id) => (
            <Button
              key={id}
              label={labelOf(id)}
              icon="plus"
              accessibilityLabel={`${verb} ${labelOf(id)}`}
              onPress={() => {
                setText('');
                onFound(id);
              }}
            />
          ))}
          {found.length === 0 ? (
            <Text kind="small" colour="muted">
              No channel is called that, or it is there already.
            </Text>
          ) : null}
        </View>
      )}
    </View>
  );
}
