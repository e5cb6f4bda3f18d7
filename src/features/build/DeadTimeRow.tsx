import { memo } from 'react';
import { View } from 'react-native';
import { IconButton } from '@/ui/button/IconButton';
import { TextBox } from '@/ui/field';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';
import type { DraftRow } from './deadTimeDraft';

/** Of each cell of the table, px. */
export const CELL_WIDTH = 74;

interface Props {
  /** Its place in the table, from 0. */
  at: number;
  row: DraftRow;
  unit: string;
  /** The pressure of each column, with its unit; null where there is but one. */
  columns: readonly string[] | null;
  /** What Lumbre fills in where nothing is typed, cell by cell; null while it does not. */
  filled: readonly string[] | null;
  problem: string | null;
  /** These stay the same from drawing to drawing. */
  onRow: (at: number, row: DraftRow) => void;
  onRemove: (at: number) => void;
  onDone: () => void;
}

/** A row of the dead-time table. One that nothing was typed in is not drawn anew with the others. */
export const DeadTimeRow = memo(function DeadTimeRow({
  at,
  row,
  unit,
  columns,
  filled,
  problem,
  onRow,
  onRemove,
  onDone,
}: Props) {
  const problemId = `dead-time-${at}-problem`;
  const cell = { numeric: true, invalid: problem !== null, describedBy: problemId, onDone } as const;
  return (
    <View style={{ gap: 2 }}>
      <View style={{ flexDirection: 'row', alignItems: 'center', gap: SPACE.s }}>
        <View style={{ width: CELL_WIDTH, flexDirection: 'row' }}>
          <TextBox
            {...cell}
            label={`Row ${at + 1}, voltage, V`}
            value={row.volts}
            onChangeText={(volts) => onRow(at, { ...row, volts })}
          />
        </View>
        {row.times.map((time, k) => (
          <View key={k} style={{ width: CELL_WIDTH, flexDirection: 'row' }}>
            <TextBox
              {...cell}
              label={
                columns === null
                  ? `Row ${at + 1}, dead time, ${unit}`
                  : `Row ${at + 1}, dead time at ${columns[k] ?? ''}, ${unit}`
              }
              value={time}
              placeholder={filled?.[k] ?? ''}
              onChangeText={(text) =>
                onRow(at, { ...row, times: row.times.map((old, c) => (c === k ? text : old)) })
              }
            />
          </View>
        ))}
        <IconButton icon="close" label={`Remove row ${at + 1}`} onPress={() => onRemove(at)} />
      </View>
      {problem === null ? null : (
        <Text kind="small" colour="error" id={problemId}>
          {problem}
        </Text>
      )}
    </View>
  );
}, isSameRow);

/** Rows that say the same are the same: each drawing reads the draft from its text anew. */
function isSameRow(before: Props, after: Props): boolean {
  return SHOWN.every((key) => JSON.stringify(before[key]) === JSON.stringify(after[key]));
}

const SHOWN = ['at', 'row', 'unit', 'columns', 'filled', 'problem'] as const satisfies (keyof Props)[];
