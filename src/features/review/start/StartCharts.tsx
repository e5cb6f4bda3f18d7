import { memo, useState } from 'react';
import type { StartPhase, StartTrace } from '@/workers/dryStartProtocol';
import { formatNumber } from '@/core/units';
import { LineChart, Scrubber, type Band, type Series } from '@/ui/chart';
import { Card } from '@/ui/layout';
import { Text } from '@/ui/text/Text';

const TONES: Readonly<Record<StartPhase, Band['tone']>> = {
  rest: 'still',
  cranking: 'cranking',
  running: 'running',
  stopped: 'still',
};
const WORDS: Readonly<Record<StartPhase, string>> = {
  rest: 'at rest',
  cranking: 'cranking',
  running: 'running',
  stopped: 'stopped',
};
/** Vapour lambda is drawn up to here: leaner is only "far too lean". */
const LAMBDA_RANGE = [0, 3] as const;

/** Speed, vapour lambda and injector opening over the start, on one time axis, cranking and running shaded. */
export const StartCharts = memo(function StartCharts({
  trace,
  before,
}: {
  trace: StartTrace;
  /** The same start before the last change; null where there is none. */
  before: StartTrace | null;
}) {
  const [cursor, setCursor] = useState(-1);
  const bands = bandsOf(trace);
  const at =
    cursor < 0
      ? null
      : `${formatNumber(trace.timeS[cursor], 2)} s, ${WORDS[trace.phase[cursor] ?? 'rest']}, battery ${formatNumber(trace.batteryV[cursor], 1)} V`;
  const shared = { x: trace.timeS, xLabel: 'Time, s', bands, cursor, height: 170 };
  return (
    <Card title="The first 20 seconds" intro={at ?? `${stretchWords(bands)} Touch a chart to read it.`}>
      <Scrubber
        label="Time in the start"
        x={trace.timeS}
        cursor={cursor}
        onCursor={setCursor}
        valueText={(i) =>
          `${formatNumber(trace.timeS[i], 2)} s, ${WORDS[trace.phase[i] ?? 'rest']}, ${formatNumber(trace.speedRpm[i], 0)} rev/min, vapour lambda ${formatNumber(trace.vapourLambda[i], 2)}, opening ${formatNumber(trace.openingMs[i], 2)} ms`
        }
      >
        <LineChart
          {...shared}
          title="Speed"
          yLabel="rev/min"
          decimals={0}
          series={both('speed', trace.speedRpm, before?.speedRpm)}
        />
        <LineChart
          {...shared}
          title="Vapour lambda"
          yLabel="what can burn; 1 is stoichiometric"
          decimals={2}
          yRange={LAMBDA_RANGE}
          series={both('lambda', trace.vapourLambda, before?.vapourLambda)}
        />
        <LineChart
          {...shared}
          title="Injector opening"
          yLabel="ms"
          decimals={2}
          series={both('opening', trace.openingMs, before?.openingMs)}
        />
      </Scrubber>
      <Text kind="small" colour="muted">
        {`Lambda above 3 is drawn at 3.${before === null ? '' : ' The broken line is the start before the last change.'}`}
      </Text>
    </Card>
  );
});

/** A trace over that of the start before, where there is one: both have their samples at the same times. */
function both(
  id: string,
  now: readonly (number | null)[],
  before: readonly (number | null)[] | undefined,
): Series[] {
  const own = { id, label: 'now', values: now };
  return before === undefined
    ? [own]
    : [own, { id: `${id}-before`, label: 'before', values: before, dash: '5 4' }];
}

/** "Shaded: at rest to 1.2 s, cranking to 2.3 s, running to 20 s." */
function stretchWords(bands: readonly Band[]): string {
  return `Shaded: ${bands.map(({ label, to }) => `${label} to ${formatNumber(to, to < 10 ? 1 : 0)} s`).join(', ')}.`;
}

/** Stretches of one phase each. */
function bandsOf({ timeS, phase }: StartTrace): Band[] {
  const bands: Band[] = [];
  phase.forEach((name, i) => {
    const time = timeS[i] as number;
    const last = bands[bands.length - 1];
    if (last !== undefined && last.label === WORDS[name]) bands[bands.length - 1] = { ...last, to: time };
    else bands.push({ from: last?.to ?? time, to: time, label: WORDS[name], tone: TONES[name] });
  });
  return bands;
}
