import { useState } from 'react';
import { Pressable, View } from 'react-native';
import { SOURCE_KINDS, SOURCE_TEXT, type Source, type SourceKind } from '@/core/field';
import { Button } from '../button/Button';
import { Icon } from '../icon/Icon';
import { Sheet } from '../sheet/Sheet';
import { Text } from '../text/Text';
import { SPACE, TARGET, useRoles } from '../theme';
import { TextBox } from './TextBox';

interface Props {
  label: string;
  source: Source;
  onClose: () => void;
  onChange: (kind: SourceKind, note: string) => void;
}

/** Says, and lets the builder say, where a value comes from. */
export function SourceSheet({ label, source, onClose, onChange }: Props) {
  const roles = useRoles();
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
        {SOURCE_KINDS.map((option) => {
          const chosen = option === kind;
          return (
            <Pressable
              key={option}
              role="radio"
              aria-checked={chosen}
              aria-label={SOURCE_TEXT[option].label}
              onPress={() => setKind(option)}
              style={{ minHeight: TARGET + 8, flexDirection: 'row', alignItems: 'center', gap: SPACE.m }}
            >
              <Icon
                name={chosen ? 'check-circle-outline' : 'circle-outline'}
                color={chosen ? roles.accent : roles.muted}
              />
              <View style={{ flex: 1 }}>
                <Text kind="strong">{SOURCE_TEXT[option].label}</Text>
                <Text kind="small" colour="muted">
                  {SOURCE_TEXT[option].meaning}
                </Text>
              </View>
            </Pressable>
          );
        })}
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
