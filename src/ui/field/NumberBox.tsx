import { useState } from 'react';
import { View } from 'react-native';
import {
  formatSignificant,
  inUnit,
  offeredUnit,
  parseAmount,
  type QuantityId,
  toBase,
  typedProblemMessage,
  unitOf,
} from '@/core/units';
import { Text } from '../text/Text';
import { SPACE } from '../theme';
import { useShownBy } from '../units/shownBy';
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
  /** In the base unit, which must be `info.unit`; null for none yet. Typed and shown in the unit chosen. */
  value: number | null;
  onChange: (value: number) => void;
  /** Text that is not a value yet, where it is kept beyond the screen; left out, the box keeps it itself. */
  draft?: string | undefined;
  onDraft?: (text: string | null) => void;
}

/** What typed text comes to: a base-unit value, or why not. */
function readNumber(
  info: NumberBoxInfo,
  text: string,
  unit: string,
): { readonly value: number } | { readonly problem: string } {
  const fits = (base: number) => base >= info.min && base <= info.max;
  const typed = parseAmount(info.quantity, text, unit, (amount) => fits(toBase(info.quantity, amount)));
  if (!typed.ok) return { problem: typedProblemMessage(typed.problem) };
  const base = toBase(info.quantity, typed.value);
  if (!fits(base)) {
    const limit = (amount: number) =>
      formatSignificant(inUnit(info.quantity, { amount, unit: info.unit }, unit), 4);
    const { label } = unitOf(info.quantity, unit);
    return {
      problem: `${info.label} must be between ${limit(info.min)} and ${limit(info.max)} ${label}.`,
    };
  }
  return { value: base };
}

/** A number of a way of looking (an operating point, a setup): taken when valid, else kept as typed with the reason. */
export function NumberBox({ info, value, onChange, draft, onDraft }: Props) {
  const [own, setOwn] = useState<string | null>(null);
  const [editing, setEditing] = useState(false);
  const { units } = useShownBy();
  const unit = offeredUnit(info.quantity, info.unit, units);
  const { label: unitLabel } = unitOf(info.quantity, unit);
  const text = onDraft === undefined ? own : (draft ?? null);
  const setText = onDraft ?? setOwn;
  const read = text === null || editing ? null : readNumber(info, text, unit);
  const problem = read !== null && 'problem' in read ? read.problem : null;

  const done = () => {
    setEditing(false);
    if (text === null) return;
    const typed = readNumber(info, text, unit);
    if ('problem' in typed) return;
    setText(null);
    onChange(typed.value);
  };

  return (
    <View style={{ gap: 2 }}>
      <Text kind="small" colour="muted">
        {info.label}
      </Text>
      <View style={{ flexDirection: 'row', alignItems: 'center', gap: SPACE.s }}>
        <TextBox
          label={unitLabel === '' ? info.label : `${info.label}, ${unitLabel}`}
          value={
            text ??
            (value === null
              ? ''
              : formatSignificant(inUnit(info.quantity, { amount: value, unit: info.unit }, unit), 6))
          }
          numeric
          invalid={problem !== null}
          describedBy={`${info.label}-problem`}
          onChangeText={(typed) => {
            setEditing(true);
            setText(typed);
          }}
          onDone={done}
          onCancel={() => setText(null)}
        />
        <Text colour="muted">{unitLabel}</Text>
      </View>
      {problem === null ? null : (
        <Text kind="small" colour="error" id={`${info.label}-problem`}>
          {problem}
        </Text>
      )}
    </View>
  );
}
