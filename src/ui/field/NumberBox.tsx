import { useState } from 'react';
import { View } from 'react-native';
import {
  formatSignificant,
  parseAmount,
  toBase,
  typedProblemMessage,
  unitOf,
  type QuantityId,
} from '@/core/units';
import { Text } from '../text/Text';
import { SPACE } from '../theme';
import { TextBox } from './TextBox';

/** A number that is not kept in the document. Limits are in the quantity's base unit. */
export interface NumberBoxInfo {
  readonly label: string;
  readonly quantity: QuantityId;
  readonly unit: string;
  readonly min: number;
  readonly max: number;
}

interface Props {
  info: NumberBoxInfo;
  /** In the base unit, which must be `info.unit`. */
  value: number;
  onChange: (value: number) => void;
}

/** A number of a way of looking (an operating point, a setup): taken when valid, else kept as typed with the reason. */
export function NumberBox({ info, value, onChange }: Props) {
  const [text, setText] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const unit = unitOf(info.quantity, info.unit).label;

  const done = () => {
    if (text === null) return;
    const typed = parseAmount(info.quantity, text, info.unit);
    if (!typed.ok) return setProblem(typedProblemMessage(typed.problem));
    const base = toBase(info.quantity, typed.value);
    if (base < info.min || base > info.max) {
      return setProblem(`${info.label} must be between ${info.min} and ${info.max} ${unit}.`);
    }
    setProblem(null);
    setText(null);
    onChange(base);
  };

  return (
    <View style={{ gap: 2 }}>
      <Text kind="small" colour="muted">
        {info.label}
      </Text>
      <View style={{ flexDirection: 'row', alignItems: 'center', gap: SPACE.s }}>
        <TextBox
          label={`${info.label}, ${unit}`}
          value={text ?? formatSignificant(value, 6)}
          numeric
          invalid={problem !== null}
          describedBy={`${info.label}-problem`}
          onChangeText={setText}
          onDone={done}
          onCancel={() => {
            setText(null);
            setProblem(null);
          }}
        />
        <Text colour="muted">{unit}</Text>
      </View>
      {problem === null ? null : (
        <Text kind="small" colour="error" id={`${info.label}-problem`}>
          {problem}
        </Text>
      )}
    </View>
  );
}
