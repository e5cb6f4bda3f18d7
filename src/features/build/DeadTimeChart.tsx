import { View } from 'react-native';
import { baseValue, type Calibration } from '@/core/calibration';
import {
  deadTimeAt,
  deadTimeFlagMessage,
  deadTimeSurface,
  type DeadTimeTable,
  surfaceFlags,
  typedColumns,
} from '@/core/injector';
import { rowSourcesOf } from '@/core/field/schema';
import { edit } from '@/data/session/session';
import { Button } from '@/ui/button/Button';
import { LineChart } from '@/ui/chart';
import { Card, StateMark } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';

const FROM_V = 6;
const TO_V = 16;
const STEP_V = 0.25;

/** The column nearest to the pressure the injectors really work at. */
function shownColumn(document: Calibration, table: DeadTimeTable): number {
  const railKpa = baseValue(document, 'injectors.railPressure');
  if (railKpa === null) return 0;
  const pressures = deadTimeSurface(table).pressuresKpa;
  return pressures.reduce(
    (best, pressure, k) =>
      Math.abs(pressure - railKpa) < Math.abs((pressures[best] as number) - railKpa) ? k : best,
    0,
  );
}

/** The dead-time table as curves, carried on beyond their ends, with what is odd pointed out and smoothed on request. */
export function DeadTimeChart({ document }: { document: Calibration }) {
  const table = document.injectors.deadTime;
  if (table === null) {
    return (
      <Card title="Dead time against voltage">
        <Text colour="muted">Drawn once two voltages have a time.</Text>
      </Card>
    );
  }
  const surface = deadTimeSurface(table);
  const column = shownColumn(document, table);
  const points = typedColumns(table)[column] ?? [];
  const between = Array.from({ length: (TO_V - FROM_V) / STEP_V + 1 }, (_, i) => FROM_V + i * STEP_V);
  const volts = [...new Set([...between, ...points.map((point) => point.volts)])].sort((a, b) => a - b);
  const flags = surfaceFlags(table);
  const at = (kpa: number) => volts.map((v) => deadTimeAt(surface, v, kpa));
  const shown = `${table.pressures[column]} ${table.pressureUnit}`;
  const outer = [...surface.pressuresKpa].filter(
    (_, k) => k !== column && (k === 0 || k === surface.pressuresKpa.length - 1),
  );
  return (
    <Card
      title="Dead time against voltage"
      intro={`Dots are typed, at ${shown}; the line beyond them is carried on by a + b/(V − c).${outer.length > 0 ? ' Broken: lowest and highest pressure.' : ''}`}
    >
      <LineChart
        title="Dead time"
        x={volts}
        xLabel="Battery, V"
        yLabel="ms"
        decimals={2}
        height={220}
        series={[
          {
            id: 'typed',
            label: 'Typed',
            values: volts.map((v) => points.find((point) => point.volts === v)?.ms ?? null),
          },
          { id: 'used', label: 'Used', values: at(surface.pressuresKpa[column] as number) },
          ...outer.map((kpa) => ({ id: String(kpa), label: `${kpa}`, values: at(kpa), dash: '5 4' })),
        ]}
        dots
        flagged={flags.flatMap(({ column: k, flag }) =>
          k === column && 'index' in flag ? [volts.indexOf(points[flag.index]?.volts ?? NaN)] : [],
        )}
      />
      {flags.length === 0 ? (
        <Text kind="small" colour="muted">
          Falls smoothly with voltage.
        </Text>
      ) : (
        flags.map(({ column: k, flag }) => {
          const own = typedColumns(table)[k] ?? [];
          const words =
            flag.code === 'fallsWithPressure'
              ? `Falls with pressure at ${flag.volts} V: check the column of ${table.pressures[k]} ${table.pressureUnit}.`
              : deadTimeFlagMessage(own, flag);
          const where = table.pressures.length > 1 ? ` (${table.pressures[k]} ${table.pressureUnit})` : '';
          return (
            <View key={`${k} ${flag.code} ${words}`} style={{ gap: SPACE.xs }}>
              <StateMark tone="warning" label={`${words}${where}`} />
              {flag.code === 'kink' ? (
                <View style={{ flexDirection: 'row' }}>
                  <Button
                    label={`Take ${flag.expectedMs.toFixed(2)} ms at ${own[flag.index]?.volts} V`}
                    onPress={() => smooth(k, own[flag.index]?.volts ?? NaN, flag.expectedMs)}
                  />
                </View>
              ) : null}
            </View>
          );
        })
      )}
    </Card>
  );
}

/** Puts what the neighbours say in place of a kink, as one step that can be taken back. */
function smooth(column: number, volts: number, expectedMs: number): void {
  edit(`Dead time smoothed at ${volts} V`, (draft) => {
    const table = draft.injectors.deadTime;
    const at = table?.rows.findIndex((entry) => entry.volts === volts) ?? -1;
    const row = table?.rows[at];
    if (table === null || row === undefined) return;
    const sources = rowSourcesOf(table, table.rows.length);
    const smoothed = { ...(sources[at] ?? table.source), note: `Smoothed at ${volts} V` };
    row.times[column] = Number((expectedMs * (table.unit === 'us' ? 1000 : 1)).toPrecision(4));
    table.rowSources = sources.map((source, i) => (i === at ? smoothed : source));
  });
}
