import { useState } from 'react';
import { View } from 'react-native';
import { fieldInfo } from '@/core/calibration';
import { MAX_DEAD_TIME_POINTS, type DeadTimeTable as Table } from '@/core/injector';
import { edit, setDraft, useDocument, useSession } from '@/data/session/session';
import { setSource, typedSource } from '@/data/session/useField';
import { Button } from '@/ui/button/Button';
import { Chips } from '@/ui/button/Chips';
import { IconButton } from '@/ui/button/IconButton';
import { FieldFrame, FieldSheets, TextBox, type FieldSheet } from '@/ui/field';
import { Card, StateMark } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';
import { draftOf, EMPTY_ROW, readDraft, type DeadTimeDraft, type DraftRow } from './deadTimeDraft';

const PATH = 'injectors.deadTime';

/** Dead time against voltage, row by row. What is not a table yet is kept as typed. */
export function DeadTimeTable() {
  const stored = useDocument().injectors.deadTime;
  const draftText = useSession((session) => session.drafts[PATH]);
  const [sheet, setSheet] = useState<FieldSheet>(null);
  const info = fieldInfo(PATH);
  const draft = draftText === undefined ? draftOf(stored) : (JSON.parse(draftText) as DeadTimeDraft);
  const result = readDraft(draft);
  const problems = result.ok ? [] : result.problems;

  const keep = (next: DeadTimeDraft) => setDraft(PATH, JSON.stringify(next));
  const settle = (next: DeadTimeDraft) => {
    const read = readDraft(next);
    if (!read.ok) return keep(next);
    setDraft(PATH, null);
    if (stored !== null && samePoints(stored, next.unit, read.points)) return;
    edit('Dead time', (document) => {
      document.injectors.deadTime = { unit: next.unit, points: read.points, source: typedSource() };
    });
  };
  const type = (row: number, part: keyof DraftRow, text: string) =>
    keep({ ...draft, rows: draft.rows.map((old, i) => (i === row ? { ...old, [part]: text } : old)) });

  if (info === undefined) return null;
  return (
    <Card>
      <FieldFrame
        label={info.label}
        source={stored?.source ?? null}
        onSource={() => setSheet('source')}
        onHelp={() => setSheet('help')}
      >
        <Chips
          label="Unit of dead time"
          options={[
            { id: 'ms', label: 'ms' },
            { id: 'us', label: 'µs' },
          ]}
          value={draft.unit}
          onChange={(unit) => settle({ ...draft, unit })}
        />
        <View style={{ gap: SPACE.xs }}>
          {draft.rows.map((row, i) => (
            <DeadTimeRow
              key={i}
              number={i + 1}
              row={row}
              unit={draft.unit === 'us' ? 'µs' : 'ms'}
              problem={problems.find((entry) => entry.row === i)?.message ?? null}
              onType={(part, text) => type(i, part, text)}
              onDone={() => {
                if (draftText !== undefined) settle(draft);
              }}
              onRemove={() => settle({ ...draft, rows: draft.rows.filter((_, k) => k !== i) })}
            />
          ))}
        </View>
        {!result.ok && 'incomplete' in result && draftText !== undefined ? (
          <StateMark
            tone="warning"
            label="Fill at least two rows, both cells each. Until then the last whole table holds."
          />
        ) : null}
        <View style={{ flexDirection: 'row' }}>
          <Button
            label="Add a voltage"
            icon="plus"
            disabled={draft.rows.length >= MAX_DEAD_TIME_POINTS}
            onPress={() => keep({ ...draft, rows: [...draft.rows, EMPTY_ROW] })}
          />
        </View>
      </FieldFrame>
      <FieldSheets
        label={info.label}
        help={info.help}
        source={stored?.source ?? null}
        open={sheet}
        onClose={() => setSheet(null)}
        onSource={(kind, note) => setSource(PATH, info.label, kind, note)}
      />
    </Card>
  );
}

interface RowProps {
  number: number;
  row: DraftRow;
  unit: string;
  problem: string | null;
  onType: (part: keyof DraftRow, text: string) => void;
  onDone: () => void;
  onRemove: () => void;
}

function DeadTimeRow({ number, row, unit, problem, onType, onDone, onRemove }: RowProps) {
  const describedBy = `dead-time-${number}-problem`;
  return (
    <View style={{ gap: 2 }}>
      <View style={{ flexDirection: 'row', alignItems: 'center', gap: SPACE.s }}>
        <View style={{ flex: 1, flexDirection: 'row' }}>
          <TextBox
            label={`Row ${number}, voltage, V`}
            value={row.volts}
            numeric
            invalid={problem !== null}
            describedBy={describedBy}
            onChangeText={(text) => onType('volts', text)}
            onDone={onDone}
          />
        </View>
        <Text colour="muted">V</Text>
        <View style={{ flex: 1, flexDirection: 'row' }}>
          <TextBox
            label={`Row ${number}, dead time, ${unit}`}
            value={row.time}
            numeric
            invalid={problem !== null}
            describedBy={describedBy}
            onChangeText={(text) => onType('time', text)}
            onDone={onDone}
          />
        </View>
        <Text colour="muted">{unit}</Text>
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

function samePoints(stored: Table, unit: Table['unit'], points: Table['points']): boolean {
  return (
    stored.unit === unit &&
    stored.points.length === points.length &&
    stored.points.every((point, i) => point.volts === points[i]?.volts && point.time === points[i]?.time)
  );
}
