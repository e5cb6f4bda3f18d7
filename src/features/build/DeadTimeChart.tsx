import {
  deadTimeCurve,
  deadTimeFlagMessage,
  deadTimeFlags,
  deadTimeMs,
  type DeadTimeTable,
} from '@/core/injector';
import { LineChart } from '@/ui/chart';
import { Card, StateMark } from '@/ui/layout';
import { Text } from '@/ui/text/Text';

const FROM_V = 6;
const TO_V = 16;
const STEP_V = 0.25;

/** The dead-time table as a curve, carried on beyond its ends, with what is odd pointed out. */
export function DeadTimeChart({ table }: { table: DeadTimeTable | null }) {
  if (table === null) return null;
  const curve = deadTimeCurve(table);
  const between = Array.from({ length: (TO_V - FROM_V) / STEP_V + 1 }, (_, i) => FROM_V + i * STEP_V);
  const volts = [...new Set([...between, ...curve.volts])].sort((a, b) => a - b);
  const typed = volts.map((v) => (curve.volts.includes(v) ? deadTimeMs(curve, v) : null));
  const flags = deadTimeFlags(table);
  return (
    <Card
      title="Dead time against voltage"
      intro="Dots are typed; the line beyond them is carried on by a + b/(V − c)."
    >
      <LineChart
        title="Dead time"
        x={volts}
        xLabel="Battery, V"
        yLabel="ms"
        decimals={2}
        height={220}
        series={[
          { id: 'typed', label: 'Typed', values: typed },
          { id: 'used', label: 'Used', values: volts.map((v) => deadTimeMs(curve, v)) },
        ]}
        dots
        flagged={flags.map((flag) => volts.indexOf(curve.volts[flag.index] as number))}
      />
      {flags.length === 0 ? (
        <Text kind="small" colour="muted">
          Falls smoothly with voltage.
        </Text>
      ) : (
        flags.map((flag) => (
          <StateMark
            key={`${flag.code}${flag.index}`}
            tone="warning"
            label={deadTimeFlagMessage(table, flag)}
          />
        ))
      )}
    </Card>
  );
}
