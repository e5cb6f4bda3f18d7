import { View } from 'react-native';
import { useStore } from 'zustand';
import { nearestTo, statisticsOf } from '@/core/logView';
import { formatNumber } from '@/core/units';
import { Card } from '@/ui/layout';
import { changeWords, type StripLane, type StripStore, type StripTrace } from '@/ui/strip';
import { Text } from '@/ui/text/Text';
import { SPACE, useRoles } from '@/ui/theme';

const COLUMNS = ['Least', 'Mean', 'Most', 'Spread', 'Change'] as const;

/** What each trace did between the cursors, or in what is in sight. */
export function StatisticsCard({ strip, lanes }: { strip: StripStore; lanes: readonly StripLane[] }) {
  const { window, cursorS, secondS } = useStore(strip.store);
  const between = cursorS !== null && secondS !== null && cursorS !== secondS;
  const fromS = between ? Math.min(cursorS, secondS) : window.fromS;
  const toS = between ? Math.max(cursorS, secondS) : window.toS;
  const where = `${formatNumber(fromS, 2)} to ${formatNumber(toS, 2)} s, ${formatNumber(toS - fromS, 2)} s`;
  return (
    <Card title={between ? 'Between the cursors' : 'In sight'} intro={where}>
      <View role="table" aria-label={between ? 'Between the cursors' : 'In sight'} style={{ gap: SPACE.xs }}>
        <View role="row" style={{ flexDirection: 'row' }}>
          <View role="columnheader" style={{ flex: 1.7 }}>
            <Text kind="small" colour="muted">
              Trace
            </Text>
          </View>
          {COLUMNS.map((name) => (
            <View key={name} role="columnheader" style={{ flex: 1, alignItems: 'flex-end' }}>
              <Text kind="small" colour="muted">
                {name}
              </Text>
            </View>
          ))}
        </View>
        {lanes
          .flatMap(({ traces }) => traces)
          .map((trace) => (
            <Row key={trace.id + String(trace.beside)} trace={trace} fromS={fromS} toS={toS} />
          ))}
      </View>
    </Card>
  );
}

function Row({ trace, fromS, toS }: { trace: StripTrace; fromS: number; toS: number }) {
  const roles = useRoles();
  const { timeS, extremes, label, unit, decimals } = trace;
  const { low, mean, high, spread, first, last } = statisticsOf(
    timeS,
    extremes.values,
    nearestTo(timeS, fromS),
    nearestTo(timeS, toS),
  );
  const number = (value: number, more = 0) =>
    formatNumber(Number.isNaN(value) ? null : value, decimals + more);
  // Of what counts or is a state only where it began and ended says something.
  const cells = trace.steps
    ? ['', '', '', '', `+${number(Math.max(0, last - first))}`]
    : [
        number(low),
        number(mean, 1),
        number(high),
        number(spread, 1),
        Number.isNaN(last - first) ? '–' : changeWords(last - first, decimals),
      ];
  return (
    <View
      role="row"
      style={{ flexDirection: 'row', borderTopWidth: 1, borderColor: roles.line, paddingTop: SPACE.xs }}
    >
      <View role="rowheader" style={{ flex: 1.7 }}>
        <Text kind="small">{label}</Text>
        <Text kind="small" colour="muted">
          {unit}
        </Text>
      </View>
      {cells.map((cell, i) => (
        <View key={COLUMNS[i]} role="cell" style={{ flex: 1, alignItems: 'flex-end' }}>
          <Text kind="small">{cell}</Text>
        </View>
      ))}
    </View>
  );
}
