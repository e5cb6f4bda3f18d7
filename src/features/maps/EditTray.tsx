import type { RefObject } from 'react';
import { View, type TextInput } from 'react-native';
import type { MapDefinition } from '@/core/map';
import { formatNumber, parseNumber, typedProblemMessage } from '@/core/units';
import { Button } from '@/ui/button/Button';
import { Chips } from '@/ui/button/Chips';
import { TextBox } from '@/ui/field';
import { Message } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';
import type { EditMode, MapEditing } from './useMapEditing';

interface Props {
  definition: MapDefinition;
  editing: MapEditing;
  box: RefObject<TextInput | null>;
  onStep: (direction: 1 | -1) => void;
}

const MODES: readonly { id: EditMode; label: string }[] = [
  { id: 'set', label: 'Set' },
  { id: 'add', label: 'Add' },
  { id: 'multiply', label: 'Multiply' },
  { id: 'percent', label: 'Percent' },
];

const LABELS: Readonly<Record<EditMode, string>> = {
  set: 'New value',
  add: 'Amount to add',
  multiply: 'Factor to multiply by',
  percent: 'Percent to change by',
};

const PLACEHOLDERS: Readonly<Record<EditMode, string>> = {
  set: 'New value',
  add: 'Amount, minus to take away',
  multiply: 'Factor, as 1.05',
  percent: 'Percent, minus to lower',
};

/** What is done to the selected cells: set, add, percent, or a step. */
export function EditTray({ definition, editing, box, onStep }: Props) {
  const { mode, text } = editing;
  const unit = mode === 'percent' ? '%' : mode === 'multiply' ? '' : definition.unit;
  const step = formatNumber(definition.step, Math.max(definition.decimals, 2)).replace(/\.?0+$/, '');

  const apply = () => {
    if (text.trim() === '') return;
    const typed = parseNumber(text);
    if (!typed.ok) {
      editing.setProblem(typedProblemMessage(typed.problem));
      return;
    }
    editing.apply({ kind: mode, amount: typed.value });
    editing.setText('');
  };

  return (
    <View style={{ gap: SPACE.s }}>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s, alignItems: 'center' }}>
        <Button label={`−${step}`} accessibilityLabel={`Lower by ${step}`} onPress={() => onStep(-1)} />
        <Button label={`+${step}`} accessibilityLabel={`Raise by ${step}`} onPress={() => onStep(1)} />
        <Chips label="Edit by" options={MODES} value={mode} onChange={editing.setMode} />
      </View>
      <View style={{ flexDirection: 'row', gap: SPACE.s, alignItems: 'center' }}>
        <TextBox
          ref={box}
          label={`${LABELS[mode]}${unit === '' ? '' : `, ${unit}`}`}
          placeholder={PLACEHOLDERS[mode]}
          value={text}
          numeric
          onChangeText={editing.setText}
          onSubmit={apply}
          onCancel={() => editing.setText('')}
        />
        <Text colour="muted" numberOfLines={1} style={{ flexShrink: 0 }}>
          {unit}
        </Text>
        <Button label="Apply" kind="primary" onPress={apply} />
      </View>
      {editing.problem === null ? null : <Message tone="error">{editing.problem}</Message>}
    </View>
  );
}
