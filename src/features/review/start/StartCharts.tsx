import { memo, useState } from 'react';
import type { StartPhase, StartTrace } from '@/workers/dryStartProtocol';
import { formatNumber } from '@/core/units';
import { Chips } from '@/ui/button/Chips';
import { LineChart, Scrubber, type Band, type Series } from '@/ui/chart';
import { Card, OneByOne } from '@/ui/layout';
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
/** From 1 on a plug does not spark. */
const WETNESS_RANGE = [0, 1.2] as const;

type Column = Exclude<keyof StartTrace, 'timeS' | 'phase'>;

interface ChartOf {
  readonly title: string;
  readonly yLabel: string;
  readonly decimals: number;
  readonly column: Column;
  readonly yRange?: readonly [number, number];
}

type ViewId = 'engine' | 'fuel';

const VIEWS = [
  { id: 'engine', label: 'Engine' },
  { id: 'fuel', label: 'Walls and plugs' },
] as const;

const CHARTS: Readonly<Record<ViewId, readonly ChartOf[]>> = {
  engine: [
    { title: 'Speed', yLabel: 'rev/min', decimals: 0, column: 'speedRpm' },
    {
      title: 'Vapour lambda',
      yLabel: 'what can burn; 1 is stoichiometric',
      decimals: 2,
      column: 'vapourLambda',
      yRange: LAMBDA_RANGE,
    },
    { title: 'Injector opening', yLabel: 'ms', decimals: 2, column: 'openingMs' },
  ],
  fuel: [
    { title: 'Film on the walls', yLabel: 'mg a cylinder', decimals: 0, column: 'filmMg' },
    { title: 'After-start enrichment', yLabel: '× on running fuel', decimals: 2, column: 'afterStart' },
    {
      title: 'Wettest plug',
      yLabel: 'from 1 on it does not spark',
      decimals: 2,
      column: 'plugWetness',
      yRange: WETNESS_RANGE,
    },
  ],
};

/** What engine, walls and plugs do over the start, on one time axis, cranking and running shaded. */
export const StartCharts = memo(function StartCharts({
  trace,
  before,
}: {
  trace: StartTrace;
  /** The same start before the last change; null where there is none. */
  before: StartTrace | null;
}) {
  const [cursor, setCursor] = useState(-1);
  const [view, setView] = useState<ViewId>('engine');
  const bands = bandsOf(trace);
  const at =
    cursor < 0
      ? null
      : `${formatNumber(trace.timeS[cursor], 2)} s, ${WORDS[trace.phase[cursor] ?? 'rest']}, battery ${formatNumber(trace.batteryV[cursor], 1)} V`;
  const shared = { x: trace.timeS, xLabel: 'Time, s', bands, cursor, height: 170 };
  return (
    <Card title="The first 20 seconds" intro={at ?? `${stretchWords(bands)} Touch a chart to read it.`}>
      <Chips label="What is drawn" options={VIEWS} value={view} onChange={setView} />
      <Scrubber
        label="Time in the start"
        x={trace.timeS}
        cursor={cursor}
        onCursor={setCursor}
        valueText={(i) =>
          `${formatNumber(trace.timeS[i], 2)} s, ${WORDS[trace.phase[i] ?? 'rest']}, ${formatNumber(trace.speedRpm[i], 0)} rev/min, vapour lambda ${formatNumber(trace.vapourLambda[i], 2)}, opening ${formatNumber(trace.openingMs[i], 2)} ms, film ${formatNumber(trace.filmMg[i], 0)} mg, plugs ${formatNumber(trace.plugWetness[i], 2)} wet`
        }
      >
        <OneByOne>
          {CHARTS[view]
            .filter(({ column }) => trace[column].some((value) => value !== null))
            .map(({ title, yLabel, decimals, column, yRange }) => (
              <LineChart
                {...shared}
                key={title}
                title={title}
                yLabel={yLabel}
                decimals={decimals}
                {...(yRange === undefined ? {} : { yRange })}
                series={both(column, trace[column], before?.[column])}
              />
            ))}
        </OneByOne>
      </Scrubber>
      <Text kind="small" colour="muted">
        {`${view === 'engine' ? 'Lambda above 3 is drawn at 3.' : 'Film is what each injection leaves on the port wall, and evaporates from.'}${before === null ? '' : ' The broken line is the start before the last change.'}`}
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
