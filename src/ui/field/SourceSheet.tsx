import { useState } from 'react';
import { View } from 'react-native';
import type { Source, SourceKind } from '@/core/field';
import { SOURCE_KINDS, SOURCE_TEXT } from '@/core/field/schema';
import { Button } from '../button/Button';
import { RadioRow } from '../button/RadioRow';
import { Sheet } from '../sheet/Sheet';
import { Text } from '../text/Text';
import { TextBox } from './TextBox';

interface Props {
  label: string;
  source: Source;
  onClose: () => void;
  onChange: (kind: SourceKind, note: string) => void;
}

/** Says, and lets the builder say, where a value comes from. */
export function SourceSheet({ label, source, onClose, onChange }: Props) {
  const [kind, setKind] = useState(source.kind);
  const [note, setNote] = useState(source.note ?? '');
  return (
    <Sheet
      title={`Source: ${label}`}
      open
      onClose={onClose}
      actions={
        <Button
          label="Set source"
          kind="primary"
          onPress={() => {
            onChange(kind, note.trim());
            onClose();
          }}
        />
      }
    >
      <Text kind="small" colour="muted">{`Entered ${source.date}`}</Text>
      <View role="radiogroup" aria-label="Source">
        {SOURCE_KINDS.map((option) => (
          <RadioRow
            key={option}
            label={SOURCE_TEXT[option].label}
            hint={SOURCE_TEXT[option].meaning}
            chosen={option === kind}
            onChoose={() => setKind(option)}
          />
        ))}
      </View>
      <Text kind="small" colour="muted">
        Note: which sheet, how measured
      </Text>
      <View style={{ flexDirection: 'row' }}>
        <TextBox label="Note" value={note} onChangeText={setNote} maxLength={300} />
      </View>
    </Sheet>
  );
}
