import { useState } from 'react';
import { View } from 'react-native';
import { TextBox } from '@/ui/field';

/** A name that is kept when it is one; an empty one goes back to what it was. */
export function NameBox({
  label,
  name,
  onDone,
}: {
  label: string;
  name: string;
  onDone: (name: string) => void;
}) {
  const [text, setText] = useState<string | null>(null);
  const done = () => {
    const next = (text ?? name).trim();
    setText(null);
    if (next !== '' && next !== name) onDone(next);
  };
  return (
    <View style={{ flexDirection: 'row' }}>
      <TextBox label={label} value={text ?? name} maxLength={40} onChangeText={setText} onDone={done} />
    </View>
  );
}
