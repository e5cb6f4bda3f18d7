import { useState } from 'react';
import { View } from 'react-native';
import type { Anchor } from '@/core/generators';
import { formatNumber, parseNumber, typedProblemMessage } from '@/core/units';
import { Text } from '../text/Text';
import { SPACE } from '../theme';
import { TextBox } from './TextBox';

interface Props {
  anchor: Omit<Anchor, 'computed' | 'why'>;
  value: number;
  /** Told at each key that leaves a number which is possible. */
  onChange: (value: number) => void;
}

/** A plain number that is taken as it is typed; what is none, or out of bounds, stays with its reason. */
export function AnchorBox({ anchor, value, onChange }: Props) {
  const { id, label, unit, decimals, min, max } = anchor;
  const [text, setText] = useState<string | null>(null);
  const problem = text === null ? null : problemOf(text, anchor);
  const type = (typed: string) => {
    setText(typed);
    const read = parseNumber(typed, (number) => number >= min && number <= max);
    if (read.ok && problemOf(typed, anchor) === null) onChange(read.value);
  };
  return (
    <View style={{ gap: 2 }}>
      <Text kind="strong">{label}</Text>
      <View style={{ flexDirection: 'row', alignItems: 'center', gap: SPACE.s }}>
        <TextBox
          label={unit === '' ? label : `${label}, ${unit}`}
          value={text ?? formatNumber(value, decimals).replace('−', '-')}
          numeric
          invalid={problem !== null}
          describedBy={`anchor-${id}`}
          onChangeText={type}
          onDone={() => {
            if (problem === null) setText(null);
          }}
          onCancel={() => setText(null)}
        />
        <Text colour="muted">{unit}</Text>
      </View>
      {problem === null ? null : (
        <Text kind="small" colour="error" id={`anchor-${id}`}>
          {problem}
        </Text>
      )}
    </View>
  );
}

function problemOf(text: string, { label, unit, decimals, min, max }: Props['anchor']): string | null {
  const read = parseNumber(text, (number) => number >= min && number <= max);
  if (!read.ok) return typedProblemMessage(read.problem);
  if (read.value >= min && read.value <= max) return null;
  const at = (limit: number) => formatNumber(limit, decimals);
  return `${label} must be between ${at(min)} and ${at(max)} ${unit}.`.replace(' .', '.');
}
