import { useGlobalSearchParams, useLocalSearchParams, useRouter } from 'expo-router';
import { useMemo, useState } from 'react';
import { View } from 'react-native';
import { ActivityIndicator } from 'react-native-paper';
import { conversionContext } from '@/core/calibration';
import type { ChannelId } from '@/core/channel';
import { EVENT_KINDS, EVENT_KIND_IDS, type EventKindId } from '@/core/logEvents';
import type { Log } from '@/core/log';
import type { LogEntry } from '@/data/logs/logRecord';
import { useLog } from '@/data/logs/queries';
import { useDocument } from '@/data/session/session';
import { Button } from '@/ui/button/Button';
import { Chips } from '@/ui/button/Chips';
import { IconButton } from '@/ui/button/IconButton';
import { ChannelSearch } from '@/ui/channel/ChannelSearch';
import { BackTitle, Message, Page, useWide } from '@/ui/layout';
import { Sheet } from '@/ui/sheet/Sheet';
import {
  lanesByQuantity,
  lanesOf,
  LogStrip,
  putSecond,
  showWhole,
  stripStore,
  type StripStore,
  type TraceId,
  tracesIn,
  traceOf,
  zoom,
} from '@/ui/strip';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';
import { StatisticsCard } from './StatisticsCard';
import { TRACE_SET_IDS, TRACE_SETS, type TraceSetId } from './traceSets';
import { useLogBands, useLogEvents } from './useLogEvents';

/** All of a log as traces: what is in sight, what is read at the cursors, and what each did between them. */
export function TracesScreen() {
  const router = useRouter();
  const { id } = useGlobalSearchParams<{ id: string }>();
  const { logId } = useLocalSearchParams<{ logId: string }>();
  const read = useLog(logId);
  const back = () => router.navigate(`/c/${id}/logs/${logId}`);
  if (read.isPending) return <ActivityIndicator accessibilityLabel="Opening the log" />;
  if (read.isError || read.data === null) {
    return (
      <Page>
        <Message
          tone="error"
          actions={<Button label="All logs" onPress={() => router.navigate(`/c/${id}/logs`)} />}
        >
          {read.isError
            ? `The log could not be read from this browser’s storage: ${read.error.message}`
            : 'There is no log at this address in this browser. It may have been deleted.'}
        </Message>
      </Page>
    );
  }
  return <Traces log={read.data.log} entry={read.data.entry} onBack={back} />;
}

/** More lanes than these are not read at once. */
const MOST_LANES = 12;
const LANE_HEIGHT = { phone: 88, wide: 76 } as const;
/** What is shown of an event beside it, s. */
const ABOUT_S = 3;

type Wanted = TraceSetId | 'event' | 'own';

function Traces({ log, entry, onBack }: { log: Log; entry: LogEntry; onBack: () => void }) {
  const wide = useWide();
  const { at, to, of } = useLocalSearchParams<{ at?: string; to?: string; of?: string }>();
  const kind = EVENT_KIND_IDS.find((one) => one === of) ?? null;
  const strip = useMemo(() => stripOf(log, at, to), [log, at, to]);
  const [wanted, setWanted] = useState<Wanted>(kind === null ? 'engine' : 'event');
  const [own, setOwn] = useState<readonly TraceId[]>([]);
  const [byQuantity, setByQuantity] = useState(false);
  const [choosing, setChoosing] = useState(false);
  const ids = useMemo(() => idsOf(log, wanted, kind, own), [log, wanted, kind, own]);
  const lanes = useMemo(() => {
    const made = byQuantity ? lanesByQuantity(log, ids) : lanesOf(log, ids);
    return made.slice(0, MOST_LANES);
  }, [log, ids, byQuantity]);
  const bands = useLogBands(log);
  const { barometricKpa } = conversionContext(useDocument());
  const { events: found } = useLogEvents(log, barometricKpa);
  const marks = useMemo(
    () => entry.marks.map(({ atS, note }, i) => ({ atS, label: note === '' ? `Mark ${i + 1}` : note })),
    [entry.marks],
  );
  const moments = useMemo(
    () =>
      (found?.events ?? [])
        .filter(({ tone }) => tone === 'warning')
        .map(({ fromS, text }) => ({ atS: fromS, label: text })),
    [found],
  );
  const change = (next: readonly TraceId[]) => {
    setOwn(next);
    setWanted('own');
  };
  return (
    <Page>
      <BackTitle title="Traces" backLabel="The log" always onBack={onBack} />
      <Chips
        label="Traces"
        options={[
          ...(kind === null ? [] : [{ id: 'event' as const, label: EVENT_KINDS[kind].label }]),
          ...TRACE_SET_IDS.map((id) => ({ id, label: TRACE_SETS[id].label })),
          ...(own.length === 0 ? [] : [{ id: 'own' as const, label: 'Chosen' }]),
        ]}
        value={wanted}
        onChange={setWanted}
      />
      <StripTools
        strip={strip}
        byQuantity={byQuantity}
        onByQuantity={setByQuantity}
        onChoose={() => setChoosing(true)}
      />
      {lanes.length === 0 ? (
        <Text>None of these was logged. Choose others.</Text>
      ) : (
        <LogStrip
          label="Time in the log"
          strip={strip}
          lanes={lanes}
          bands={bands}
          marks={marks}
          moments={moments}
          laneHeight={wide ? LANE_HEIGHT.wide : LANE_HEIGHT.phone}
        />
      )}
      <StatisticsCard strip={strip} lanes={lanes} />
      {choosing ? (
        <ChooseSheet log={log} ids={ids} onIds={change} onClose={() => setChoosing(false)} />
      ) : null}
    </Page>
  );
}

/** The whole of a log, or the moment that was asked for. */
function stripOf({ timeS }: Log, at: string | undefined, to: string | undefined): StripStore {
  const whole = { fromS: timeS[0] ?? 0, toS: Math.max((timeS[0] ?? 0) + 0.2, timeS[timeS.length - 1] ?? 1) };
  const [fromS, toS] = [Number(at), Number(to ?? at)];
  if (at === undefined || !Number.isFinite(fromS) || !Number.isFinite(toS)) return stripStore(whole);
  const window = { fromS: Math.max(whole.fromS, fromS - ABOUT_S), toS: Math.min(whole.toS, toS + ABOUT_S) };
  return stripStore(whole, { window, cursorS: fromS });
}

function idsOf(
  log: Log,
  wanted: Wanted,
  kind: EventKindId | null,
  own: readonly TraceId[],
): readonly TraceId[] {
  if (wanted === 'own') return own;
  const ids: readonly ChannelId[] =
    wanted === 'event' ? (kind === null ? [] : EVENT_KINDS[kind].traces) : TRACE_SETS[wanted].ids;
  return ids.filter((id) => log.columns[id] !== undefined);
}

interface ToolsProps {
  strip: StripStore;
  byQuantity: boolean;
  onByQuantity: (byQuantity: boolean) => void;
  onChoose: () => void;
}

/** Zoom, the second cursor, and how traces share lanes. */
function StripTools({ strip, byQuantity, onByQuantity, onChoose }: ToolsProps) {
  return (
    <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.xs }}>
      <IconButton icon="magnify-plus-outline" label="Zoom in" onPress={() => zoom(strip, 0.5)} />
      <IconButton icon="magnify-minus-outline" label="Zoom out" onPress={() => zoom(strip, 2)} />
      <IconButton
        icon="arrow-expand-horizontal"
        label="Show the whole log"
        onPress={() => showWhole(strip)}
      />
      <IconButton icon="ray-start-end" label="Second cursor here" onPress={() => putSecond(strip)} />
      <IconButton
        icon="layers-outline"
        label="One lane for each quantity"
        pressed={byQuantity}
        onPress={() => onByQuantity(!byQuantity)}
      />
      <IconButton icon="playlist-edit" label="Choose traces" onPress={onChoose} />
    </View>
  );
}

interface ChooseProps {
  log: Log;
  ids: readonly TraceId[];
  onIds: (ids: readonly TraceId[]) => void;
  onClose: () => void;
}

/** Which traces are drawn, and in which order. */
function ChooseSheet({ log, ids, onIds, onClose }: ChooseProps) {
  const there = tracesIn(log).filter((id) => !ids.includes(id));
  const channels = there.filter((id): id is ChannelId => !id.startsWith('own:'));
  const others = there.filter((id) => id.startsWith('own:'));
  return (
    <Sheet title="Traces" open onClose={onClose}>
      {ids.map((id) => (
        <View key={id} style={{ flexDirection: 'row', alignItems: 'center' }}>
          <View style={{ flex: 1 }}>
            <Text>{traceOf(log, id)?.label ?? id}</Text>
          </View>
          <IconButton
            icon="close"
            label={`Take away ${traceOf(log, id)?.label ?? id}`}
            onPress={() => onIds(ids.filter((one) => one !== id))}
          />
        </View>
      ))}
      {ids.length >= MOST_LANES ? (
        <Text kind="small" colour="muted">{`No more than ${MOST_LANES} are read at once.`}</Text>
      ) : (
        <>
          <ChannelSearch among={channels} onFound={(id) => onIds([...ids, id])} />
          {others.length === 0 ? null : (
            <View style={{ gap: SPACE.s }}>
              <Text kind="strong">Columns of its source</Text>
              <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
                {others.map((id) => (
                  <Button
                    key={id}
                    icon="plus"
                    label={traceOf(log, id)?.label ?? id}
                    onPress={() => onIds([...ids, id])}
                  />
                ))}
              </View>
            </View>
          )}
        </>
      )}
    </Sheet>
  );
}
