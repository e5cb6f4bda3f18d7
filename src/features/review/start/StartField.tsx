import { useRef, useState } from 'react';
import { Pressable, View } from 'react-native';
import { formatNumber } from '@/core/units';
import { FIELD_BATTERY_V, FIELD_COOLANT_C, type FieldStart, startAt } from '@/workers/startField';
import { Icon } from '@/ui/icon/Icon';
import { useWide } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { CORNER, useSizes, useRoles } from '@/ui/theme';
import { fieldMark } from './fieldWords';

interface Props {
  starts: readonly FieldStart[];
  /** The one that is shown below. */
  open: { readonly coolantC: number; readonly batteryV: number } | null;
  onOpen: (start: FieldStart) => void;
}

/** Batteries from the best down, as they stand on the screen. */
const ROWS = [...FIELD_BATTERY_V].reverse();
const HEAD_WIDTH = 22;
/** On a phone it reaches into the card’s edge, so that seven columns are wide enough for a finger. */
const INTO_EDGE = -12;

/** Temperature across, battery up: each start by its mark. One tab stop; arrows move, Enter opens. */
export function StartField({ starts, open, onOpen }: Props) {
  const roles = useRoles();
  const { target } = useSizes();
  const wide = useWide();
  const [at, setAt] = useState({ column: 0, row: 0 });
  const cells = useRef(new Map<string, HTMLElement>());
  const move = (column: number, row: number) => {
    const next = {
      column: Math.max(0, Math.min(FIELD_COOLANT_C.length - 1, column)),
      row: Math.max(0, Math.min(ROWS.length - 1, row)),
    };
    setAt(next);
    cells.current.get(`${next.column} ${next.row}`)?.focus();
  };
  const keys = (column: number, row: number) => ({
    onKeyDown: (event: { key: string; preventDefault: () => void }) => {
      const step = STEPS[event.key];
      if (step === undefined) return;
      event.preventDefault();
      move(column + step.column, row + step.row);
    },
  });
  return (
    <View role="grid" aria-label="Field of starts" style={{ gap: 1, marginHorizontal: wide ? 0 : INTO_EDGE }}>
      <View role="row" style={{ flexDirection: 'row', gap: 1 }}>
        <View role="columnheader" style={{ width: HEAD_WIDTH }} aria-label="Battery, V">
          <Text kind="small" colour="muted">
            V
          </Text>
        </View>
        {FIELD_COOLANT_C.map((coolantC) => (
          <View key={coolantC} role="columnheader" style={{ flex: 1, alignItems: 'center' }}>
            <Text kind="small" colour="muted">
              {formatNumber(coolantC, 0)}
            </Text>
          </View>
        ))}
      </View>
      {ROWS.map((batteryV, row) => (
        <View key={batteryV} role="row" style={{ flexDirection: 'row', gap: 1 }}>
          <View role="rowheader" style={{ width: HEAD_WIDTH, justifyContent: 'center' }}>
            <Text kind="small" colour="muted">
              {`${batteryV}`}
            </Text>
          </View>
          {FIELD_COOLANT_C.map((coolantC, column) => {
            const start = startAt(starts, coolantC, batteryV);
            const mark = start === undefined ? null : fieldMark(start);
            const isOpen = open?.coolantC === coolantC && open.batteryV === batteryV;
            const place = `${formatNumber(coolantC, 0)} °C, ${batteryV} V`;
            const web = {
              ...keys(column, row),
              tabIndex: at.column === column && at.row === row ? 0 : -1,
              'aria-selected': isOpen,
              onFocus: () => setAt({ column, row }),
            } as object;
            return (
              <Pressable
                key={coolantC}
                ref={(node) => {
                  if (node === null) cells.current.delete(`${column} ${row}`);
                  else cells.current.set(`${column} ${row}`, node as unknown as HTMLElement);
                }}
                role={'gridcell' as 'button'}
                aria-label={start === undefined ? `${place}: not yet` : `${place}: ${start.headline}`}
                disabled={start === undefined}
                onPress={() => {
                  if (start !== undefined) onOpen(start);
                }}
                {...web}
                style={{
                  flex: 1,
                  minHeight: target,
                  minWidth: 0,
                  alignItems: 'center',
                  justifyContent: 'center',
                  borderRadius: CORNER.field,
                  borderWidth: isOpen ? 2 : 1,
                  borderColor: isOpen ? roles.accent : roles.line,
                  backgroundColor: mark?.tone === 'good' ? roles.surface : roles.raised,
                }}
              >
                {mark === null ? null : <Icon name={mark.icon} size={20} color={roles[mark.tone]} />}
              </Pressable>
            );
          })}
        </View>
      ))}
    </View>
  );
}

const STEPS: Readonly<Record<string, { readonly column: number; readonly row: number }>> = {
  ArrowLeft: { column: -1, row: 0 },
  ArrowRight: { column: 1, row: 0 },
  ArrowUp: { column: 0, row: -1 },
  ArrowDown: { column: 0, row: 1 },
  Home: { column: -100, row: 0 },
  End: { column: 100, row: 0 },
};
