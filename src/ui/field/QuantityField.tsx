import { useState } from 'react';
import { Pressable, View } from 'react-native';
import {
  limitMessage,
  limitProblem,
  type QuantityFieldInfo,
  type QuantityValue,
  type SourceKind,
} from '@/core/field';
import {
  type Amount,
  type ConversionContext,
  formatSignificant,
  fromBase,
  offeredUnit,
  parseAmount,
  toBase,
  typedProblemMessage,
  unitOf,
  unitsOf,
} from '@/core/units';
import { RadioRow } from '../button/RadioRow';
import { Icon } from '../icon/Icon';
import { Sheet } from '../sheet/Sheet';
import { Text } from '../text/Text';
import { CORNER, SPACE, useSizes, useRoles } from '../theme';
import { useShownBy } from '../units/shownBy';
import { FieldFrame } from './FieldFrame';
import { FieldSheets, type FieldSheet } from './FieldSheets';
import { TextBox } from './TextBox';

interface Props {
  path: string;
  info: QuantityFieldInfo;
  value: QuantityValue | null;
  context: ConversionContext;
  draft: string | undefined;
  onDraft: (text: string | null) => void;
  onCommit: (amount: Amount | null) => void;
  onSource: (kind: SourceKind, note: string) => void;
  /** What is wrong beyond the field itself: a conflict with another. */
  conflict?: string | null;
  /** What is unwise about it. */
  caution?: string | null;
}

/** What typed text comes to in this field: an amount, nothing, or why not. */
function readTyped(
  info: QuantityFieldInfo,
  text: string,
  unit: string,
  context: ConversionContext,
): { readonly amount: Amount | null; readonly error: string | null } {
  if (text.trim() === '') return { amount: null, error: null };
  const typed = parseAmount(
    info.quantity,
    text,
    unit,
    (amount) => limitProblem(info, amount, context) === null,
  );
  if (!typed.ok) return { amount: null, error: typedProblemMessage(typed.problem) };
  const problem = limitProblem(info, typed.value, context);
  return { amount: typed.value, error: problem === null ? null : limitMessage(info, problem) };
}

/** A number with its unit, source and help. What was typed stays visible, in the unit it was typed in. */
export function QuantityField({
  path,
  info,
  value,
  context,
  draft,
  onDraft,
  onCommit,
  onSource,
  conflict,
  caution,
}: Props) {
  const roles = useRoles();
  const { target } = useSizes();
  const [sheet, setSheet] = useState<FieldSheet | 'unit'>(null);
  const [editing, setEditing] = useState(false);
  const [chosenUnit, setChosenUnit] = useState<string | null>(null);
  const { units: chosen } = useShownBy();
  const offered = offeredUnit(info.quantity, info.unit, chosen);
  const unit = value?.unit ?? chosenUnit ?? offered;
  const text = draft ?? (value === null ? '' : formatSignificant(value.amount, 12));
  const { error } = draft === undefined || editing ? { error: null } : readTyped(info, draft, unit, context);
  const units = unitsOf(info.quantity);
  const unitLabel = unitOf(info.quantity, unit).label;
  const errorId = `${path}-error`;

  const done = () => {
    setEditing(false);
    if (draft === undefined) return;
    const typed = readTyped(info, draft, unit, context);
    if (typed.error === null) onCommit(typed.amount);
  };

  const takeUnit = (id: string) => {
    setSheet(null);
    setChosenUnit(id);
    const typed = draft === undefined ? value : readTyped(info, draft, id, context).amount;
    if (typed === null) return;
    const amount = { amount: typed.amount, unit: id };
    if (limitProblem(info, amount, context) === null) onCommit(amount);
    else onDraft(`${formatSignificant(amount.amount, 12)} ${unitOf(info.quantity, id).label}`);
  };

  return (
    <>
      <FieldFrame
        label={info.label}
        source={value?.source ?? null}
        onSource={() => setSheet('source')}
        onHelp={() => setSheet('help')}
        error={error ?? conflict ?? null}
        errorId={errorId}
        caution={caution ?? null}
        derived={derivedText(info, value, offered, context)}
      >
        <View style={{ flexDirection: 'row', gap: SPACE.s }}>
          <TextBox
            label={unitLabel === '' ? info.label : `${info.label}, ${unitLabel}`}
            value={text}
            numeric
            invalid={error !== null || (conflict ?? null) !== null}
            describedBy={errorId}
            onChangeText={(typed) => {
              setEditing(true);
              onDraft(typed);
            }}
            onDone={done}
            onCancel={() => onDraft(null)}
          />
          {units.length === 1 ? (
            unitLabel === '' ? null : (
              <View style={{ justifyContent: 'center', minWidth: 56 }}>
                <Text colour="muted">{unitLabel}</Text>
              </View>
            )
          ) : (
            <Pressable
              role="button"
              aria-label={`Unit of ${info.label}: ${unitLabel}`}
              onPress={() => setSheet('unit')}
              style={{
                minHeight: target,
                minWidth: 96,
                flexDirection: 'row',
                alignItems: 'center',
                justifyContent: 'space-between',
                gap: SPACE.xs,
                paddingHorizontal: SPACE.s,
                borderRadius: CORNER.field,
                borderWidth: 1,
                borderColor: roles.line,
              }}
            >
              <Text>{unitLabel}</Text>
              <Icon name="chevron-down" size={16} color={roles.muted} />
            </Pressable>
          )}
        </View>
      </FieldFrame>
      <FieldSheets
        label={info.label}
        help={info.help}
        conversions={conversionsOf(info, value, context)}
        source={value?.source ?? null}
        open={sheet === 'unit' ? null : sheet}
        onClose={() => setSheet(null)}
        onSource={onSource}
      />
      <Sheet title={`${info.label} was typed in`} open={sheet === 'unit'} onClose={() => setSheet(null)}>
        <Text kind="small" colour="muted">
          The number stays as typed; only what it means changes.
        </Text>
        <View role="radiogroup" aria-label="Unit">
          {units.map((option) => (
            <RadioRow
              key={option.id}
              label={option.label}
              chosen={option.id === unit}
              onChoose={() => takeUnit(option.id)}
            />
          ))}
        </View>
      </Sheet>
    </>
  );
}

/** The value in the unit that is offered, when it was typed in another. */
function derivedText(
  info: QuantityFieldInfo,
  value: QuantityValue | null,
  offered: string,
  context: ConversionContext,
): string | null {
  if (value === null || value.unit === offered) return null;
  const inOffered = fromBase(info.quantity, toBase(info.quantity, value, context), offered, context);
  return `= ${formatSignificant(inOffered, 5)} ${unitOf(info.quantity, offered).label}`;
}

/** The value in each of the quantity's units. */
function conversionsOf(
  info: QuantityFieldInfo,
  value: QuantityValue | null,
  context: ConversionContext,
): string[] {
  const units = unitsOf(info.quantity);
  if (value === null || units.length === 1) return [];
  const base = toBase(info.quantity, value, context);
  return units.map((unit) => `${formatSignificant(unit.fromBase(base, context), 5)} ${unit.label}`);
}
