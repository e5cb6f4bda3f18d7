import { useMemo, useState } from 'react';
import { View } from 'react-native';
import type { Log, LogColumn } from '@/core/log';
import { histogramOf, type Range, rangeIn, scatterOf, type Steps, stepsOver } from '@/core/logView';
import { formatNumber } from '@/core/units';
import { Button } from '@/ui/button/Button';
import { Card } from '@/ui/layout';
import { Sheet } from '@/ui/sheet/Sheet';
import { RadioRow } from '@/ui/button/RadioRow';
import { HistogramBars } from '@/ui/chart';
import { EvidenceMap } from '@/ui/evidence';
import { type StripStore, type StripTrace, type TraceId, traceLabel, traceOf, tracesIn } from '@/ui/strip';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';
import { timeShares } from './timeShares';
import { samplesOf, type Stretch, stretchWords, useStretch } from './useStretch';
import { useShownBy } from '@/ui/units/shownBy';

/** About so many bars and fields: fewer hide, more are not seen on a phone. */
const BARS = 24;
const FIELDS = 22;

interface Props {
  strip: StripStore;
  log: Log;
  /** The traces that are drawn above: the first two are begun with. */
  first: readonly TraceId[];
}

type Axis = 'x' | 'y' | 'third';
const AXES: Readonly<Record<Axis, string>> = { x: 'Along', y: 'Against', third: 'Colour' };

/** How a trace spreads: how long it stood where, and how it stands to another. */
export function SpreadCard({ strip, log, first }: Props) {
  const stretch = useStretch(strip);
  const { title, where } = stretchWords(stretch);
  const by = useShownBy();
  const [wanted, setWanted] = useState<Readonly<Partial<Record<Axis, TraceId | null>>>>({});
  const [choosing, setChoosing] = useState<Axis | null>(null);
  const ids: Readonly<Record<Axis, TraceId | null>> = {
    x: first[0] ?? null,
    y: null,
    third: null,
    ...wanted,
  };
  const [x, y, third] = (['x', 'y', 'third'] as const).map((axis) => {
    const id = ids[axis];
    return id === null ? null : traceOf(log, id, by);
  }) as [StripTrace | null, StripTrace | null, StripTrace | null];
  return (
    <Card title={title} intro={where}>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
        {(Object.keys(AXES) as Axis[])
          .filter((axis) => axis !== 'third' || y !== null)
          .map((axis) => (
            <Button
              key={axis}
              label={`${AXES[axis]}: ${{ x, y, third }[axis]?.label ?? (axis === 'third' ? 'time' : 'nothing')}`}
              onPress={() => setChoosing(axis)}
            />
          ))}
      </View>
      {x === null ? (
        <Text>Choose what is spread.</Text>
      ) : y === null ? (
        <OneTrace trace={x} stretch={stretch} />
      ) : (
        <TwoTraces x={x} y={y} third={third} stretch={stretch} />
      )}
      <TraceSheet
        log={log}
        title={choosing === null ? '' : AXES[choosing]}
        open={choosing !== null}
        value={choosing === null ? null : ids[choosing]}
        none={choosing === 'x' ? null : choosing === 'third' ? 'Time in each field' : 'Nothing'}
        onChoose={(id) => {
          if (choosing !== null) setWanted({ ...wanted, [choosing]: id });
          setChoosing(null);
        }}
        onClose={() => setChoosing(null)}
      />
    </Card>
  );
}

function stepsFor(trace: StripTrace, stretch: Stretch, about: number): Steps | null {
  const [from, to] = samplesOf(trace.timeS, stretch);
  const range: Range = rangeIn(trace.extremes, from, to + 1);
  if (Number.isNaN(range.low)) return null;
  // Of what counts or is a state each number is a step of its own.
  return trace.steps && range.high - range.low < 2 * about
    ? { from: range.low - 0.5, width: 1, count: range.high - range.low + 1 }
    : stepsOver(range.low, range.high, about);
}

const amount = ({ decimals, unit }: StripTrace, value: number) =>
  `${formatNumber(value, decimals)} ${unit}`.trim();

function stepWords(trace: StripTrace, { from, width }: Steps, step: number): string {
  const low = from + step * width;
  if (trace.words !== undefined && width === 1) return trace.words(Math.round(low + 0.5));
  if (trace.steps && width === 1) return amount(trace, low + 0.5);
  return `${formatNumber(low, trace.decimals)} to ${amount(trace, low + width)}`;
}

function OneTrace({ trace, stretch }: { trace: StripTrace; stretch: Stretch }) {
  const [picked, setPicked] = useState<number | null>(null);
  const { fromS, toS, between } = stretch;
  const found = useMemo(() => {
    const part = { fromS, toS, between };
    const steps = stepsFor(trace, part, BARS);
    if (steps === null) return null;
    const seconds = histogramOf(trace.timeS, trace.extremes.values, steps, ...samplesOf(trace.timeS, part));
    return { steps, seconds };
  }, [trace, fromS, toS, between]);
  if (found === null) return <Text>Nothing of it is known here.</Text>;
  const { steps, seconds } = found;
  const whole = seconds.reduce((sum, one) => sum + one, 0);
  const most = seconds.reduce((best, one, i) => (one > (seconds[best] as number) ? i : best), 0);
  const selected = Math.min(picked ?? most, steps.count - 1);
  const share = whole > 0 ? ((seconds[selected] as number) / whole) * 100 : 0;
  return (
    <>
      <HistogramBars
        label={`How long ${trace.label} stood where`}
        amounts={seconds}
        low={amount(trace, steps.from)}
        high={amount(trace, steps.from + steps.width * steps.count)}
        selected={selected}
        onSelect={setPicked}
      />
      <Text aria-live="polite">
        {`${stepWords(trace, steps, selected)}: ${formatNumber(seconds[selected], 1)} s, ${formatNumber(share, 1)} % of the time.`}
      </Text>
    </>
  );
}

interface TwoProps {
  x: StripTrace;
  y: StripTrace;
  third: StripTrace | null;
  stretch: Stretch;
}

function TwoTraces({ x, y, third, stretch }: TwoProps) {
  const [picked, setPicked] = useState<number | null>(null);
  const { fromS, toS, between } = stretch;
  const found = useMemo(() => {
    const part = { fromS, toS, between };
    const [across, up] = [stepsFor(x, part, FIELDS), stepsFor(y, part, FIELDS)];
    if (across === null || up === null) return null;
    const columns: { x: LogColumn; y: LogColumn; third: LogColumn | null } = {
      x: x.extremes.values,
      y: y.extremes.values,
      third: third?.extremes.values ?? null,
    };
    return scatterOf(x.timeS, columns, { x: across, y: up }, ...samplesOf(x.timeS, part));
  }, [x, y, third, fromS, toS, between]);
  if (found === null) return <Text>Nothing of them is known here.</Text>;
  const { seconds, mean, correlation } = found;
  const shares = mean === null ? timeShares(seconds) : meanShares(mean);
  const most = seconds.reduce((best, one, i) => (one > (seconds[best] as number) ? i : best), 0);
  const selected = Math.min(picked ?? most, seconds.length - 1);
  const [column, row] = [selected % found.x.count, Math.floor(selected / found.x.count)];
  const stood = seconds[selected] ?? 0;
  const also =
    third === null || mean === null || Number.isNaN(mean[selected])
      ? ''
      : `, ${third.label} ${amount(third, mean[selected] ?? NaN)} on average`;
  return (
    <>
      <EvidenceMap
        label={`${y.label} against ${x.label}`}
        x={middles(found.x)}
        y={middles(found.y)}
        xName={x.label}
        yName={`${y.label}, ${endsOf(y, found.y).join(' to ')}`}
        xEnds={endsOf(x, found.x)}
        shares={shares}
        ramp="magnitude"
        evidence={Array.from(seconds, (one) => (one > 0 ? 1 : 0))}
        enough={1}
        height={240}
        selected={selected}
        onSelect={setPicked}
      />
      <Text aria-live="polite">
        {`${stepWords(x, found.x, column)} and ${stepWords(y, found.y, row)}: ${stood === 0 ? 'never' : `${formatNumber(stood, 1)} s`}${also}.`}
      </Text>
      <Text kind="small" colour="muted">
        {relationWords(correlation)}
      </Text>
    </>
  );
}

const middles = ({ from, width, count }: Steps) =>
  Array.from({ length: count }, (_, i) => from + (i + 0.5) * width);

function endsOf(trace: StripTrace, { from, width, count }: Steps): readonly [string, string] {
  return [amount(trace, from), amount(trace, from + width * count)];
}

function meanShares(mean: Float64Array): number[] {
  const known = mean.filter((one) => !Number.isNaN(one));
  const [low, high] = [
    known.reduce((a, b) => Math.min(a, b), Infinity),
    known.reduce((a, b) => Math.max(a, b), -Infinity),
  ];
  return Array.from(mean, (one) => (high > low ? (one - low) / (high - low) : 0.5));
}

/** How far one follows the other, in words with the number. */
function relationWords(correlation: number): string {
  if (Number.isNaN(correlation))
    return 'One of them stands still: nothing can be said of how they go together.';
  const strength =
    Math.abs(correlation) < 0.3
      ? 'They hardly go together'
      : correlation > 0
        ? 'They rise together'
        : 'One falls as the other rises';
  return `${strength} (correlation ${formatNumber(correlation, 2)}).`;
}

interface TraceSheetProps {
  log: Log;
  title: string;
  open: boolean;
  value: TraceId | null;
  /** What it is called to choose none; null where one must be. */
  none: string | null;
  onChoose: (id: TraceId | null) => void;
  onClose: () => void;
}

/** Every trace that a log has, to choose one. */
function TraceSheet({ log, title, open, value, none, onChoose, onClose }: TraceSheetProps) {
  if (!open) return null;
  return (
    <Sheet title={title} open onClose={onClose}>
      <View role="radiogroup" aria-label={title}>
        {none === null ? null : (
          <RadioRow label={none} chosen={value === null} onChoose={() => onChoose(null)} />
        )}
        {tracesIn(log).map((id) => (
          <RadioRow
            key={id}
            label={traceLabel(log, id) ?? id}
            chosen={id === value}
            onChoose={() => onChoose(id)}
          />
        ))}
      </View>
    </Sheet>
  );
}
