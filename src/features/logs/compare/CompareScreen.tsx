import { useGlobalSearchParams, useLocalSearchParams, useRouter } from 'expo-router';
import { useMemo, useState } from 'react';
import { View } from 'react-native';
import { ActivityIndicator } from 'react-native-paper';
import { type ChannelId, CHANNELS, shownChannel } from '@/core/channel';
import type { Log } from '@/core/log';
import { comparedOver, type Pull, pullsOf } from '@/core/logCompare';
import { formatNumber, type ShownBy } from '@/core/units';
import type { LogEntry } from '@/data/logs/logRecord';
import { useLog, useLogs, useOtherLogs } from '@/data/logs/queries';
import { Button } from '@/ui/button/Button';
import { Chips } from '@/ui/button/Chips';
import { BackTitle, Card, LinkRow, Message, Page, useWide } from '@/ui/layout';
import { NumberBox } from '@/ui/field';
import { changeWords, lanesOf, LogStrip, type StripLane, stripStore } from '@/ui/strip';
import { Heading, Text } from '@/ui/text/Text';
import { SPACE, useRoles } from '@/ui/theme';
import { logLine, logName } from '../entryWords';
import { TRACE_SET_IDS, TRACE_SETS, type TraceSetId } from '../seen/traceSets';
import { type Alignment, type Runs, useRuns } from './useRuns';
import { useShownBy } from '@/ui/units/shownBy';

/** One log beside another: chosen, laid over one another, and told apart. */
export function CompareScreen() {
  const router = useRouter();
  const { id } = useGlobalSearchParams<{ id: string }>();
  const { logId, with: otherId } = useLocalSearchParams<{ logId: string; with?: string }>();
  const one = useLog(logId);
  const other = useLog(otherId ?? logId);
  const back = () => router.navigate(`/c/${id}/logs/${logId}`);
  const failure = one.error ?? other.error;
  if (one.isPending || other.isPending) return <ActivityIndicator accessibilityLabel="Opening the logs" />;
  return (
    <Page>
      <BackTitle title="Compare with another log" backLabel="The log" always onBack={back} />
      {otherId === undefined ? (
        <Others id={id} logId={logId} />
      ) : one.data === null || one.data === undefined || other.data === null || other.data === undefined ? (
        <Message tone="error" actions={<Button label="The log" onPress={back} />}>
          {failure === null
            ? 'One of these logs is not in this browser any more. Choose another.'
            : `One of these logs could not be read from this browser’s storage: ${failure.message}`}
        </Message>
      ) : (
        <Both one={one.data} other={other.data} />
      )}
    </Page>
  );
}

/** Every other log, of this calibration first. */
function Others({ id, logId }: { id: string; logId: string }) {
  const logs = useLogs(id);
  const elsewhere = useOtherLogs(id);
  const others = (logs.data ?? []).filter((entry) => entry.id !== logId);
  const ofOthers = elsewhere.data ?? [];
  if (logs.isPending || elsewhere.isPending) {
    return <ActivityIndicator accessibilityLabel="Looking for logs" />;
  }
  return (
    <View style={{ gap: SPACE.s }}>
      <Text>
        {others.length + ofOthers.length === 0
          ? 'There is no other log. Record the same again after a change, or open a file.'
          : 'Which one?'}
      </Text>
      <LogRows entries={others} />
      {ofOthers.length === 0 ? null : <Heading level={3}>Of other calibrations</Heading>}
      <LogRows entries={ofOthers} />
    </View>
  );
}

function LogRows({ entries }: { entries: readonly LogEntry[] }) {
  const router = useRouter();
  return entries.map((entry) => (
    <LinkRow
      key={entry.id}
      label={logName(entry)}
      detail={logLine(entry)}
      onPress={() => router.setParams({ with: entry.id })}
    />
  ));
}

type By = 'speed' | 'time' | 'mark';
interface Side {
  readonly entry: LogEntry;
  readonly log: Log;
}

/** What may be chosen of two logs, and how they are laid over one another. */
function Both({ one, other }: { one: Side; other: Side }) {
  const [mine, theirs] = useMemo(() => [pullsOf(one.log), pullsOf(other.log)], [one.log, other.log]);
  const hasPulls = mine.length > 0 && theirs.length > 0;
  const hasMarks = one.entry.marks.length > 0 && other.entry.marks.length > 0;
  const [by, setBy] = useState<By>(hasPulls ? 'speed' : 'time');
  const [places, setPlaces] = useState(() => likest(mine, theirs));
  const [shiftS, setShiftS] = useState(0);
  const [marks, setMarks] = useState<readonly [number, number]>([0, 0]);
  const alignment = useMemo((): Alignment => {
    const [a, b] = [mine[places[0]], theirs[places[1]]];
    if (by === 'speed' && a !== undefined && b !== undefined) return { by: 'speed', one: a, other: b };
    if (by !== 'mark') return { by: 'time', shiftS };
    const [markS, otherS] = [one.entry.marks[marks[0]]?.atS ?? 0, other.entry.marks[marks[1]]?.atS ?? 0];
    return { by: 'time', shiftS: (one.log.timeS[0] ?? 0) + markS - (other.log.timeS[0] ?? 0) - otherS };
  }, [by, mine, theirs, places, shiftS, marks, one, other]);
  return (
    <>
      <Text>{`${logName(one.entry)}, and lighter beside it ${logName(other.entry)}.`}</Text>
      <Chips
        label="Laid over one another by"
        options={[
          ...(hasPulls ? [{ id: 'speed' as const, label: 'Speed in a pull' }] : []),
          { id: 'time', label: 'Time' },
          ...(hasMarks ? [{ id: 'mark' as const, label: 'A mark in each' }] : []),
        ]}
        value={by}
        onChange={setBy}
      />
      {by === 'speed' ? (
        <>
          <PullChips
            label="Pull of this log"
            pulls={mine}
            value={places[0]}
            onChange={(i) => setPlaces([i, places[1]])}
          />
          <PullChips
            label="Pull of the other"
            pulls={theirs}
            value={places[1]}
            onChange={(i) => setPlaces([places[0], i])}
          />
        </>
      ) : null}
      {by === 'time' ? (
        <NumberBox
          info={{
            label: 'The other one later by',
            quantity: 'seconds',
            unit: 's',
            min: -36_000,
            max: 36_000,
          }}
          value={shiftS}
          onChange={setShiftS}
        />
      ) : null}
      {by === 'mark' ? (
        <>
          <MarkChips
            label="Mark of this log"
            entry={one.entry}
            value={marks[0]}
            onChange={(i) => setMarks([i, marks[1]])}
          />
          <MarkChips
            label="Mark of the other"
            entry={other.entry}
            value={marks[1]}
            onChange={(i) => setMarks([marks[0], i])}
          />
        </>
      ) : null}
      <LaidOver one={one.log} other={other.log} alignment={alignment} />
    </>
  );
}

const pullWords = ({ fromRpm, toRpm, gear }: Pull) =>
  `${Number.isNaN(gear) || gear === 0 ? '' : `Gear ${formatNumber(gear, 0)}, `}${formatNumber(fromRpm, 0)} to ${formatNumber(toRpm, 0)} rev/min`;

interface PlaceChips {
  label: string;
  value: number;
  onChange: (place: number) => void;
}

function PullChips({ label, pulls, value, onChange }: PlaceChips & { pulls: readonly Pull[] }) {
  if (pulls.length < 2) return null;
  return (
    <View style={{ gap: SPACE.xs }}>
      <Text kind="small" colour="muted">
        {label}
      </Text>
      <Chips
        label={label}
        options={pulls.map((pull, i) => ({ id: String(i), label: pullWords(pull) }))}
        value={String(value)}
        onChange={(id) => onChange(Number(id))}
      />
    </View>
  );
}

function MarkChips({ label, entry, value, onChange }: PlaceChips & { entry: LogEntry }) {
  return (
    <View style={{ gap: SPACE.xs }}>
      <Text kind="small" colour="muted">
        {label}
      </Text>
      <Chips
        label={label}
        options={entry.marks.map(({ atS, note }, i) => ({
          id: String(i),
          label: `${formatNumber(atS, 1)} s${note === '' ? '' : `, ${note}`}`,
        }))}
        value={String(value)}
        onChange={(id) => onChange(Number(id))}
      />
    </View>
  );
}

/** The pulls that have most speeds in common, those of one gear first. */
function likest(mine: readonly Pull[], theirs: readonly Pull[]): readonly [number, number] {
  let best = { places: [0, 0] as readonly [number, number], worth: -Infinity };
  mine.forEach((one, i) =>
    theirs.forEach((other, k) => {
      const common = Math.min(one.toRpm, other.toRpm) - Math.max(one.fromRpm, other.fromRpm);
      const worth = common + (one.gear === other.gear ? 10_000 : 0);
      if (worth > best.worth) best = { places: [i, k], worth };
    }),
  );
  return best.places;
}

const SPEED_AXIS = { unit: 'rev/min', decimals: 0 } as const;

/** Both runs in lanes, how they differ in a lane below each, and what each did on average. */
function LaidOver({ one, other, alignment }: { one: Log; other: Log; alignment: Alignment }) {
  const wide = useWide();
  const [set, setSet] = useState<TraceSetId>('engine');
  const ids: readonly ChannelId[] = TRACE_SETS[set].ids;
  const runs = useRuns(one, other, ids, alignment);
  const { timeS } = runs.one;
  const strip = useMemo(
    () =>
      stripStore({ fromS: timeS[0] ?? 0, toS: Math.max((timeS[0] ?? 0) + 1, timeS[timeS.length - 1] ?? 1) }),
    [timeS],
  );
  const by = useShownBy();
  const lanes = useMemo(() => lanesWithDifferences(runs, ids, alignment, by), [runs, ids, alignment, by]);
  return (
    <>
      <Chips
        label="Traces"
        options={TRACE_SET_IDS.map((id) => ({ id, label: TRACE_SETS[id].label }))}
        value={set}
        onChange={setSet}
      />
      {timeS.length < 2 || lanes.length === 0 ? (
        <Text>
          {timeS.length < 2
            ? 'They have nothing in common so. Choose other pulls, or move one of them.'
            : 'None of these is in both logs. Choose others.'}
        </Text>
      ) : (
        <>
          <LogStrip
            label={alignment.by === 'speed' ? 'Speed in the pulls' : 'Time in both logs'}
            strip={strip}
            lanes={lanes}
            bands={NO_BANDS}
            overview={false}
            laneHeight={wide ? 72 : 80}
            {...(alignment.by === 'speed' ? { axis: SPEED_AXIS } : {})}
          />
          <ComparedCard runs={runs} ids={ids} />
        </>
      )}
    </>
  );
}

const NO_BANDS: readonly never[] = [];

function lanesWithDifferences(
  runs: Runs,
  ids: readonly ChannelId[],
  alignment: Alignment,
  by: ShownBy,
): StripLane[] {
  // Over speed, speed is the axis.
  const shown = ids.filter((id) => alignment.by !== 'speed' || id !== 'speed');
  const both = lanesOf(runs.one, shown, { by, meant: {}, beside: runs.other, as: 'other' });
  const apart = lanesOf(runs.differences, shown, { by, apart: true, meant: {} });
  return both.flatMap((lane) => {
    const difference = apart.find(({ id }) => id === lane.id);
    const [trace] = difference?.traces ?? [];
    if (trace === undefined || trace.words !== undefined) return [lane];
    return [
      lane,
      {
        id: `${lane.id} difference`,
        traces: [
          { ...trace, id: `${lane.id} difference`, label: `${trace.label}, difference`, short: 'difference' },
        ],
      },
    ];
  });
}

/** What each run did on average over what they have in common. */
function ComparedCard({ runs, ids }: { runs: Runs; ids: readonly ChannelId[] }) {
  const roles = useRoles();
  const by = useShownBy();
  const rows = ids.flatMap((id) => {
    const [one, other] = [runs.one.columns[id], runs.other.columns[id]];
    return one === undefined || other === undefined ? [] : [{ id, ...comparedOver(one, other) }];
  });
  return (
    <Card title="On average" intro="Over what both have in common.">
      <View role="table" aria-label="On average" style={{ gap: SPACE.xs }}>
        <Line cells={['This log', 'The other', 'Difference']} head="Trace" isHead />
        {rows.map(({ id, one, other, difference }) => {
          const { label } = CHANNELS[id];
          const { unit, decimals, shown, factor } = shownChannel(id, by);
          const number = (value: number) =>
            formatNumber(Number.isNaN(value) ? null : shown(value), decimals + 1);
          return (
            <View key={id} style={{ borderTopWidth: 1, borderColor: roles.line }}>
              <Line
                head={`${label}${unit === '' ? '' : `, ${unit}`}`}
                cells={[
                  number(one),
                  number(other),
                  Number.isNaN(difference) ? '–' : changeWords(difference * factor, decimals + 1),
                ]}
              />
            </View>
          );
        })}
      </View>
    </Card>
  );
}

function Line({ head, cells, isHead = false }: { head: string; cells: readonly string[]; isHead?: boolean }) {
  const text = (words: string) => (
    <Text kind="small" {...(isHead ? { colour: 'muted' as const } : {})}>
      {words}
    </Text>
  );
  return (
    <View role="row" style={{ flexDirection: 'row', paddingVertical: 2 }}>
      <View role={isHead ? 'columnheader' : 'rowheader'} style={{ flex: 1.6 }}>
        {text(head)}
      </View>
      {cells.map((cell, i) => (
        <View key={i} role={isHead ? 'columnheader' : 'cell'} style={{ flex: 1, alignItems: 'flex-end' }}>
          {text(cell)}
        </View>
      ))}
    </View>
  );
}
