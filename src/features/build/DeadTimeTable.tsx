import { useCallback, useLayoutEffect, useRef, useState } from 'react';
import { ScrollView, View } from 'react-native';
import { baseValue, fieldInfo } from '@/core/calibration';
import { pastedCells } from '@/core/field';
import { sourcesAfterTyping } from '@/core/field/schema';
import { MAX_DEAD_TIME_POINTS, MAX_DEAD_TIME_PRESSURES } from '@/core/injector/schema';
import { edit, setDraft, useDocument, useSession } from '@/data/session/session';
import { setSource, typedSource } from '@/data/session/useField';
import { Button } from '@/ui/button/Button';
import { Chips } from '@/ui/button/Chips';
import { FieldFrame, FieldSheets, PasteSheet, RowSources, TextBox, type FieldSheet } from '@/ui/field';
import { StateMark } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';
import {
  type DeadTimeDraft,
  draftFromCells,
  draftOf,
  type DraftRow,
  emptyRow,
  filledRows,
  inUnits,
  readDraft,
} from './deadTimeDraft';
import { CELL_WIDTH, DeadTimeRow } from './DeadTimeRow';

const PATH = 'injectors.deadTime';

const UNITS = [
  { id: 'ms', label: 'ms' },
  { id: 'us', label: 'µs' },
] as const;

const PRESSURE_UNITS = [
  { id: 'kPa', label: 'kPa' },
  { id: 'bar', label: 'bar' },
  { id: 'psi', label: 'psi' },
] as const;

/** Dead time against voltage and pressure. What is not a table yet is kept as typed; what Lumbre fills in is shown pale. */
export function DeadTimeTable() {
  const document = useDocument();
  const stored = document.injectors.deadTime;
  const draftText = useSession((session) => session.drafts[PATH]);
  const [sheet, setSheet] = useState<FieldSheet | 'paste'>(null);
  const info = fieldInfo(PATH);
  const draft =
    draftText === undefined
      ? draftOf(stored, baseValue(document, 'injectors.ratedPressure'))
      : (JSON.parse(draftText) as DeadTimeDraft);
  const result = readDraft(draft);
  const problems = result.ok ? [] : result.problems;
  const problemOf = (row: number) => problems.find((entry) => entry.row === row)?.message ?? null;
  const filled = filledRows(draft, stored);

  const keep = (next: DeadTimeDraft) => setDraft(PATH, JSON.stringify(next));
  const settle = (next: DeadTimeDraft) => {
    const read = readDraft(next);
    if (!read.ok) return keep(next);
    setDraft(PATH, null);
    const { unit, pressureUnit } = next;
    const same =
      stored !== null &&
      JSON.stringify([stored.unit, stored.pressureUnit, stored.pressures, stored.rows]) ===
        JSON.stringify([unit, pressureUnit, read.table.pressures, read.table.rows]);
    if (same) return;
    const kept =
      stored !== null && stored.unit === unit && stored.pressureUnit === pressureUnit ? stored : null;
    const sources = sourcesAfterTyping(kept, read.table.rows, typedSource());
    edit('Dead time', (into) => {
      into.injectors.deadTime = { unit, pressureUnit, ...read.table, ...sources };
    });
  };
  /** A stored table is converted; what is being typed stays as it is, and means something else. */
  const changeUnits = (to: Partial<Pick<DeadTimeDraft, 'unit' | 'pressureUnit'>>) => {
    if (draftText !== undefined || stored === null) return settle({ ...draft, ...to });
    edit('Units of dead time', (into) => {
      const { unit, pressureUnit } = { ...stored, ...to };
      into.injectors.deadTime = { ...stored, ...inUnits(stored, { unit, pressureUnit }) };
    });
  };
  const done = () => {
    if (draftText !== undefined) settle(draft);
  };
  const latest = useRef({ draft, keep, settle, done });
  useLayoutEffect(() => {
    latest.current = { draft, keep, settle, done };
  });
  const setRow = useCallback((at: number, row: DraftRow) => {
    const { draft: now, keep: put } = latest.current;
    put({ ...now, rows: now.rows.map((old, i) => (i === at ? row : old)) });
  }, []);
  const removeRow = useCallback((at: number) => {
    const { draft: now, settle: put } = latest.current;
    put({ ...now, rows: now.rows.filter((_, i) => i !== at) });
  }, []);
  const leave = useCallback(() => latest.current.done(), []);
  const unit = draft.unit === 'us' ? 'µs' : 'ms';
  const single = draft.pressures.length === 1;

  if (info === undefined) return null;
  return (
    <>
      <FieldFrame
        label={info.label}
        source={stored?.source ?? null}
        onSource={() => setSheet('source')}
        onHelp={() => setSheet('help')}
      >
        <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.m }}>
          <Chips
            label="Unit of dead time"
            options={UNITS}
            value={draft.unit}
            onChange={(id) => changeUnits({ unit: id })}
          />
          <Chips
            label="Unit of pressure across"
            options={PRESSURE_UNITS}
            value={draft.pressureUnit}
            onChange={(id) => changeUnits({ pressureUnit: id })}
          />
        </View>
        <ScrollView
          horizontal
          contentContainerStyle={{ flexDirection: 'column', gap: SPACE.xs, paddingBottom: SPACE.s }}
        >
          <View style={{ flexDirection: 'row', gap: SPACE.s, alignItems: 'flex-end' }}>
            <Text kind="small" colour="muted" style={{ width: CELL_WIDTH }}>
              {`V, then ${unit} at ${draft.pressureUnit}`}
            </Text>
            {draft.pressures.map((pressure, k) => (
              <View key={k} style={{ width: CELL_WIDTH, flexDirection: 'row' }}>
                <TextBox
                  label={`Column ${k + 1}, pressure, ${draft.pressureUnit}`}
                  value={pressure}
                  numeric
                  invalid={problemOf(-1) !== null}
                  onChangeText={(text) =>
                    keep({ ...draft, pressures: draft.pressures.map((old, i) => (i === k ? text : old)) })
                  }
                  onDone={done}
                />
              </View>
            ))}
          </View>
          {draft.rows.map((row, i) => (
            <DeadTimeRow
              key={i}
              at={i}
              row={row}
              unit={unit}
              columns={single ? null : draft.pressures.map((pressure) => `${pressure} ${draft.pressureUnit}`)}
              filled={filled[i] ?? null}
              problem={problemOf(i)}
              onRow={setRow}
              onRemove={removeRow}
              onDone={leave}
            />
          ))}
        </ScrollView>
        {problems
          .filter(({ row }) => row === -1 || row >= draft.rows.length)
          .map(({ message }) => (
            <Text key={message} kind="small" colour="error">
              {message}
            </Text>
          ))}
        {!result.ok && 'incomplete' in result && draftText !== undefined ? (
          <StateMark
            tone="warning"
            label={
              draft.pressures.some((pressure) => pressure.trim() === '')
                ? 'Type the pressure across them that these times hold at. Until then the last whole table holds.'
                : 'Fill at least two rows, both cells each. Until then the last whole table holds.'
            }
          />
        ) : null}
        {filled.some((row) => row !== null) &&
        stored?.rows.some(({ times }) => times.includes(null)) === true ? (
          <Text kind="small" colour="muted">
            Pale numbers are filled in between what you typed; type over them where the sheet says more.
          </Text>
        ) : null}
        <RowSources table={stored} />
        <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
          <Button
            label="Add a voltage"
            icon="plus"
            disabled={draft.rows.length >= MAX_DEAD_TIME_POINTS}
            onPress={() => keep({ ...draft, rows: [...draft.rows, emptyRow(draft.pressures.length)] })}
          />
          <Button
            label="Add a pressure"
            icon="plus"
            disabled={draft.pressures.length >= MAX_DEAD_TIME_PRESSURES}
            onPress={() =>
              keep({
                ...draft,
                pressures: [...draft.pressures, ''],
                rows: draft.rows.map((row) => ({ ...row, times: [...row.times, ''] })),
              })
            }
          />
          {single ? null : (
            <Button
              label="Remove the last pressure"
              onPress={() =>
                settle({
                  ...draft,
                  pressures: draft.pressures.slice(0, -1),
                  rows: draft.rows.map((row) => ({ ...row, times: row.times.slice(0, -1) })),
                })
              }
            />
          )}
          <Button label="Paste" accessibilityLabel="Paste dead time" onPress={() => setSheet('paste')} />
        </View>
      </FieldFrame>
      <FieldSheets
        label={info.label}
        help={info.help}
        source={stored?.source ?? null}
        open={sheet === 'paste' ? null : sheet}
        onClose={() => setSheet(null)}
        onSource={(kind, note) => setSource(PATH, info.label, kind, note)}
      />
      <PasteSheet
        label={info.label}
        columns={['voltage', 'a time for each pressure', 'and a first row of pressures if there is one']}
        open={sheet === 'paste'}
        onClose={() => setSheet(null)}
        onPaste={(text) => settle(draftFromCells(draft, pastedCells(text)))}
      />
    </>
  );
}
