import { useEffect, useState } from 'react';
import { View } from 'react-native';
import { type Extremes, type Moments, momentsOf, statisticsIn } from '@/core/logView';
import { formatNumber } from '@/core/units';
import { Card } from '@/ui/layout';
import { changeWords, type StripLane, type StripStore, type StripTrace } from '@/ui/strip';
import { Text } from '@/ui/text/Text';
import { SPACE, useRoles } from '@/ui/theme';
import { samplesOf, type Stretch, stretchWords, useStretch } from './useStretch';

const COLUMNS = ['Least', 'Mean', 'Most', 'Spread', 'Change'] as const;

/** What each trace did between the cursors, or in what is in sight. */
export function StatisticsCard({ strip, lanes }: { strip: StripStore; lanes: readonly StripLane[] }) {
  const stretch = useStretch(strip);
  const { title, where } = stretchWords(stretch);
  return (
    <Card title={title} intro={where}>
      <View role="table" aria-label={title} style={{ gap: SPACE.xs }}>
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
            <Row key={trace.id + String(trace.beside)} trace={trace} stretch={stretch} />
          ))}
      </View>
    </Card>
  );
}

const UNKNOWN = { low: NaN, mean: NaN, high: NaN, spread: NaN, first: NaN, last: NaN };

/** Moments are found once for each column, and go with it. */
const known = new WeakMap<Extremes, Moments>();

/** The moments of a trace; null until they are found, a trace at a time, so that the page answers meanwhile. */
function useMoments({ timeS, extremes }: StripTrace): Moments | null {
  const [, setFound] = useState(0);
  useEffect(() => {
    if (known.has(extremes)) return;
    const timer = setTimeout(() => {
      known.set(extremes, momentsOf(timeS, extremes));
      setFound((times) => times + 1);
    });
    return () => clearTimeout(timer);
  }, [timeS, extremes]);
  return known.get(extremes) ?? null;
}

function Row({ trace, stretch }: { trace: StripTrace; stretch: Stretch }) {
  const roles = useRoles();
  const { timeS, label, unit, decimals } = trace;
  const moments = useMoments(trace);
  const { low, mean, high, spread, first, last } =
    moments === null ? UNKNOWN : statisticsIn(moments, ...samplesOf(timeS, stretch));
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
