import { useEffect, useRef, useState } from 'react';
import { View } from 'react-native';
import {
  pastedCells,
  type SourceKind,
  type TableColumn,
  type TableDraft,
  type TableDraftResult,
  type TableFieldInfo,
  type TableValue,
} from '@/core/field';
import { inSentence, unitOf, unitsOf } from '@/core/units';
import { Button } from '../button/Button';
import { Chips } from '../button/Chips';
import { IconButton } from '../button/IconButton';
import { Icon } from '../icon/Icon';
import { Sheet } from '../sheet/Sheet';
import { Text } from '../text/Text';
import { SPACE, useRoles } from '../theme';
import { FieldFrame } from './FieldFrame';
import { FieldSheets, type FieldSheet } from './FieldSheets';
import { filledFrom } from './filledFrom';
import { PasteSheet } from './PasteSheet';
import { RowSources } from './RowSources';
import { TextBox } from './TextBox';

interface Props {
  path: string;
  info: TableFieldInfo;
  value: TableValue | null;
  draft: TableDraft;
  result: TableDraftResult | null;
  onDraft: (draft: TableDraft) => void;
  onSettle: (draft: TableDraft) => void;
  onUnits: (units: readonly string[]) => void;
  onSource: (kind: SourceKind, note: string) => void;
  conflict?: string | null;
  caution?: string | null;
}

/** A table of a few columns, typed row by row or pasted from a spreadsheet. What is wrong stays as typed, with its reason. */
export function TableField(props: Props) {
  const { path, info, value, draft, result, onDraft, onSettle, onUnits, onSource, conflict, caution } = props;
  const [sheet, setSheet] = useState<FieldSheet | 'units' | 'paste'>(null);
  const box = useRef<View>(null);
  const cell = useRef({ row: 0, column: 0 });
  const problems = result !== null && !result.ok ? result.problems : [];
  const incomplete = result !== null && !result.ok && result.incomplete;
  const dormant = !info.required && value === null && result === null;
  const several = info.columns.some((column) => unitsOf(column.quantity).length > 1);

  const paste = (text: string, from: { row: number; column: number }) =>
    onSettle({ ...draft, rows: filledFrom(draft.rows, pastedCells(text), from, info.columns.length) });
  useSpreadsheetPaste(box, !dormant, (text) => paste(text, cell.current));

  const type = (row: number, column: number, text: string) =>
    onDraft({
      ...draft,
      rows: draft.rows.map((cells, i) =>
        i === row ? cells.map((old, k) => (k === column ? text : old)) : cells,
      ),
    });

  return (
    <FieldFrame
      label={info.label}
      source={value?.source ?? null}
      onSource={() => setSheet('source')}
      onHelp={() => setSheet('help')}
      error={conflict ?? null}
      errorId={`${path}-error`}
      caution={caution ?? null}
    >
      {dormant ? (
        <View style={{ flexDirection: 'row' }}>
          <Button
            label="Enter it"
            accessibilityLabel={`Enter ${info.label}`}
            icon="plus"
            onPress={() => onDraft(draft)}
          />
        </View>
      ) : (
        <>
          <View ref={box} role="group" aria-label={info.label} style={{ gap: SPACE.xs }}>
            <Headings columns={info.columns} units={draft.units} />
            {draft.rows.map((cells, row) => (
              <TableRow
                key={row}
                number={row + 1}
                cells={cells}
                columns={info.columns}
                units={draft.units}
                problem={problems.find((entry) => entry.row === row)?.message ?? null}
                describedBy={`${path}-row-${row}`}
                onFocusCell={(column) => (cell.current = { row, column })}
                onType={(column, text) => type(row, column, text)}
                onDone={() => {
                  if (result !== null) onSettle(draft);
                }}
                onRemove={() => onSettle({ ...draft, rows: draft.rows.filter((_, i) => i !== row) })}
              />
            ))}
            {problems
              .filter((entry) => entry.row >= draft.rows.length)
              .map((entry) => (
                <Text key={entry.message} kind="small" colour="error">
                  {entry.message}
                </Text>
              ))}
          </View>
          <RowSources table={value} />
          {incomplete ? (
            <Incomplete
              text={`Fill at least ${info.minRows} rows, all cells of each. Until then the last whole table holds.`}
            />
          ) : null}
          <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
            <Button
              label="Add a row"
              icon="plus"
              accessibilityLabel={`Add a row to ${info.label}`}
              disabled={draft.rows.length >= info.maxRows}
              onPress={() => onDraft({ ...draft, rows: [...draft.rows, info.columns.map(() => '')] })}
            />
            <Button
              label="Paste"
              accessibilityLabel={`Paste ${info.label}`}
              onPress={() => setSheet('paste')}
            />
            {several ? (
              <Button
                label="Units"
                accessibilityLabel={`Units of ${info.label}`}
                onPress={() => setSheet('units')}
              />
            ) : null}
          </View>
        </>
      )}
      <FieldSheets
        label={info.label}
        help={info.help}
        source={value?.source ?? null}
        open={sheet === 'help' || sheet === 'source' ? sheet : null}
        onClose={() => setSheet(null)}
        onSource={onSource}
      />
      <PasteSheet
        label={info.label}
        columns={info.columns.map((column) => column.label)}
        open={sheet === 'paste'}
        onClose={() => setSheet(null)}
        onPaste={(text) => paste(text, { row: 0, column: 0 })}
      />
      <Sheet title={`${info.label} was typed in`} open={sheet === 'units'} onClose={() => setSheet(null)}>
        <Text kind="small" colour="muted">
          {result === null && value !== null
            ? 'The numbers are converted; what they mean stays.'
            : 'What is being typed stays as it is; only what it means changes.'}
        </Text>
        {info.columns.map((column, k) => (
          <UnitChoice
            key={column.label}
            column={column}
            unit={draft.units[k] as string}
            onChange={(unit) => onUnits(draft.units.map((old, i) => (i === k ? unit : old)))}
          />
        ))}
      </Sheet>
    </FieldFrame>
  );
}

/** Takes text with tabs or lines pasted anywhere inside; a single value goes into its box as usual. */
function useSpreadsheetPaste(
  box: React.RefObject<View | null>,
  shown: boolean,
  onPaste: (text: string) => void,
): void {
  const latest = useRef(onPaste);
  useEffect(() => {
    latest.current = onPaste;
  });
  useEffect(() => {
    const element = box.current as unknown as HTMLElement | null;
    if (element === null) return;
    const listen = (event: ClipboardEvent) => {
      const text = event.clipboardData?.getData('text/plain') ?? '';
      if (!/[\t\n]/.test(text.trim())) return;
      event.preventDefault();
      latest.current(text);
    };
    element.addEventListener('paste', listen);
    return () => element.removeEventListener('paste', listen);
  }, [box, shown]);
}

function Headings({ columns, units }: { columns: readonly TableColumn[]; units: readonly string[] }) {
  return (
    <View style={{ flexDirection: 'row', gap: SPACE.s, paddingRight: 52 }}>
      {columns.map((column, k) => {
        const unit = unitOf(column.quantity, units[k] as string).label;
        return (
          <Text key={column.label} kind="small" colour="muted" style={{ flex: 1 }}>
            {unit === '' ? column.label : `${column.label}, ${unit}`}
          </Text>
        );
      })}
    </View>
  );
}

interface RowProps {
  number: number;
  cells: readonly string[];
  columns: readonly TableColumn[];
  units: readonly string[];
  problem: string | null;
  describedBy: string;
  onFocusCell: (column: number) => void;
  onType: (column: number, text: string) => void;
  onDone: () => void;
  onRemove: () => void;
}

function TableRow(props: RowProps) {
  const { number, cells, columns, units, problem, describedBy, onFocusCell, onType, onDone, onRemove } =
    props;
  return (
    <View style={{ gap: 2 }}>
      <View style={{ flexDirection: 'row', alignItems: 'center', gap: SPACE.s }}>
        {columns.map((column, k) => {
          const unit = unitOf(column.quantity, units[k] as string).label;
          return (
            <View key={column.label} style={{ flex: 1, flexDirection: 'row' }}>
              <TextBox
                label={`Row ${number}, ${inSentence(column.label)}${unit === '' ? '' : `, ${unit}`}`}
                value={cells[k] ?? ''}
                numeric
                invalid={problem !== null}
                describedBy={describedBy}
                onFocus={() => onFocusCell(k)}
                onChangeText={(text) => onType(k, text)}
                onDone={onDone}
              />
            </View>
          );
        })}
        <IconButton icon="close" label={`Remove row ${number}`} onPress={onRemove} />
      </View>
      {problem === null ? null : (
        <Text kind="small" colour="error" id={describedBy}>
          {problem}
        </Text>
      )}
    </View>
  );
}

function Incomplete({ text }: { text: string }) {
  const roles = useRoles();
  return (
    <View role="status" style={{ flexDirection: 'row', gap: SPACE.xs }}>
      <Icon name="alert-outline" size={16} color={roles.warning} />
      <Text kind="small" colour="warning" style={{ flex: 1 }}>
        {text}
      </Text>
    </View>
  );
}

function UnitChoice({
  column,
  unit,
  onChange,
}: {
  column: TableColumn;
  unit: string;
  onChange: (unit: string) => void;
}) {
  const units = unitsOf(column.quantity);
  if (units.length === 1) return null;
  return (
    <View style={{ gap: SPACE.xs }}>
      <Text kind="strong">{column.label}</Text>
      <Chips
        label={`Unit of ${inSentence(column.label)}`}
        options={units.map(({ id, label }) => ({ id, label }))}
        value={unit}
        onChange={onChange}
      />
    </View>
  );
}
