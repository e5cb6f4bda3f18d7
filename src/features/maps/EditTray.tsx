import { useEffect, useRef, type RefObject } from 'react';
import { View, type TextInput } from 'react-native';
import { useStore } from 'zustand';
import type { MapDefinition } from '@/core/map';
import { formatNumber, parseNumber, typedProblemMessage } from '@/core/units';
import { Button } from '@/ui/button/Button';
import { Chips } from '@/ui/button/Chips';
import { TextBox } from '@/ui/field';
import { Message, useWide } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';
import type { EditMode, MapEditing } from './useMapEditing';

interface Props {
  definition: MapDefinition;
  editing: MapEditing;
  box: RefObject<TextInput | null>;
  /** The entry was begun by typing on the grid: the arrows then take it and go on. */
  quick: boolean;
  onStep: (direction: 1 | -1) => void;
  /** The keyboard goes back to the grid, which moves by cells when it is told so. */
  onLeave: (by: { columns: number; rows: number }) => void;
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
  add: '± amount',
  multiply: 'As 1.05',
  percent: '± percent',
};

const STAY = { columns: 0, rows: 0 } as const;
/** Where an arrow leads after it has taken a quick entry. */
const ONWARD: Readonly<Record<string, { columns: number; rows: number }>> = {
  ArrowLeft: { columns: -1, rows: 0 },
  ArrowRight: { columns: 1, rows: 0 },
  ArrowUp: { columns: 0, rows: 1 },
  ArrowDown: { columns: 0, rows: -1 },
};

/** What is done to the selected cells: set, add, multiply, percent, or a step. */
export function EditTray({ definition, editing, box, quick, onStep, onLeave }: Props) {
  const wide = useWide();
  const mode = useStore(editing.store, (state) => state.mode);
  const text = useStore(editing.store, (state) => state.text);
  const problem = useStore(editing.store, (state) => state.problem);
  const unit = mode === 'percent' ? '%' : mode === 'multiply' ? '' : definition.unit;
  const step = formatNumber(definition.step, Math.max(definition.decimals, 2)).replace(/\.?0+$/, '');

  /** Does what is typed; false when it was refused, and then it stays. */
  const apply = (): boolean => {
    if (text.trim() === '') return true;
    const { min, max } = definition;
    const typed = parseNumber(text, (value) => mode === 'set' && value >= min && value <= max);
    if (!typed.ok) {
      editing.setProblem(typedProblemMessage(typed.problem));
      return false;
    }
    if (!editing.apply({ kind: mode, amount: typed.value })) return false;
    editing.setText('');
    return true;
  };
  const submit = () => {
    if (apply()) onLeave(STAY);
  };
  useKeys(box, (event) => {
    const onward = ONWARD[event.key];
    if (!quick || onward === undefined) return;
    event.preventDefault();
    if (apply()) onLeave(onward);
  });

  const modes = <Chips label="Edit by" options={MODES} value={mode} onChange={editing.setMode} />;
  return (
    <View style={{ gap: SPACE.s }}>
      {problem === null ? null : <Message tone="error">{problem}</Message>}
      {wide ? null : modes}
      <View
        style={{
          flexDirection: 'row',
          flexWrap: wide ? 'wrap' : 'nowrap',
          gap: SPACE.s,
          alignItems: 'center',
        }}
      >
        <Button label={`−${step}`} accessibilityLabel={`Lower by ${step}`} onPress={() => onStep(-1)} />
        <Button label={`+${step}`} accessibilityLabel={`Raise by ${step}`} onPress={() => onStep(1)} />
        {wide ? modes : null}
        <TextBox
          ref={box}
          label={`${LABELS[mode]}${unit === '' ? '' : `, ${unit}`}`}
          placeholder={PLACEHOLDERS[mode]}
          value={text}
          numeric
          invalid={problem !== null}
          onChangeText={editing.setText}
          onSubmit={submit}
          onCancel={() => {
            editing.setText('');
            editing.setProblem(null);
            onLeave(STAY);
          }}
        />
        {wide && unit !== '' ? (
          <Text colour="muted" numberOfLines={1} style={{ flexShrink: 0 }}>
            {unit}
          </Text>
        ) : null}
        <Button label="Apply" kind="primary" onPress={apply} />
      </View>
    </View>
  );
}

/** Hears keys in the box before the box does. */
function useKeys(box: RefObject<TextInput | null>, onKey: (event: KeyboardEvent) => void): void {
  const latest = useRef(onKey);
  useEffect(() => {
    latest.current = onKey;
  });
  useEffect(() => {
    const element = box.current as unknown as HTMLElement | null;
    if (element === null) return;
    const listen = (event: KeyboardEvent) => latest.current(event);
    element.addEventListener('keydown', listen);
    return () => element.removeEventListener('keydown', listen);
  }, [box]);
}
