import { useGlobalSearchParams, useLocalSearchParams, useRouter } from 'expo-router';
import { useMemo, useState } from 'react';
import { View } from 'react-native';
import { ActivityIndicator } from 'react-native-paper';
import { conversionContext } from '@/core/calibration';
import type { ChannelId } from '@/core/channel';
import { EVENT_KINDS, EVENT_KIND_IDS, type EventKindId, type LogBand } from '@/core/logEvents';
import type { Log } from '@/core/log';
import type { LogEntry } from '@/data/logs/logRecord';
import { useHeldCalibration, useLog } from '@/data/logs/queries';
import { useDocument } from '@/data/session/session';
import { Button } from '@/ui/button/Button';
import { Chips } from '@/ui/button/Chips';
import { IconButton } from '@/ui/button/IconButton';
import { BackTitle, Message, Page, useWide } from '@/ui/layout';
import {
  lanesByQuantity,
  lanesOf,
  LogStrip,
  putSecond,
  showWhole,
  stripStore,
  type StripStore,
  type TraceId,
  zoom,
} from '@/ui/strip';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';
import { ChooseSheet } from './ChooseSheet';
import { SpreadCard } from './SpreadCard';
import { StatisticsCard } from './StatisticsCard';
import { VisitsCard } from './VisitsCard';
import { MOST_LANES, TRACE_SET_IDS, TRACE_SETS, type TraceSetId } from './traceSets';
import { useLogEvents } from './useLogEvents';
import { useSeenLog } from './useSeenLog';
import { calibrationUnder } from './whichCalibration';
import { useShownBy } from '@/ui/units/shownBy';

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

const LANE_HEIGHT = { phone: 88, wide: 76 } as const;
/** What is shown of an event beside it, s. */
const ABOUT_S = 3;

const NO_BANDS: readonly LogBand[] = [];

type Wanted = TraceSetId | 'event' | 'own';

/** How what is in sight is counted. */
const COUNTED = [
  { id: 'numbers', label: 'In numbers' },
  { id: 'map', label: 'Over a map' },
  { id: 'spread', label: 'How it spreads' },
] as const;
type Counted = (typeof COUNTED)[number]['id'];

function Traces({ log: kept, entry, onBack }: { log: Log; entry: LogEntry; onBack: () => void }) {
  const log = useSeenLog(kept);
  const wide = useWide();
  const by = useShownBy();
  const { at, to, of } = useLocalSearchParams<{ at?: string; to?: string; of?: string }>();
  const kind = EVENT_KIND_IDS.find((one) => one === of) ?? null;
  const strip = useMemo(() => stripOf(kept, at, to), [kept, at, to]);
  const [wanted, setWanted] = useState<Wanted>(kind === null ? 'engine' : 'event');
  const [own, setOwn] = useState<readonly TraceId[]>([]);
  const [byQuantity, setByQuantity] = useState(false);
  const [choosing, setChoosing] = useState(false);
  const [counted, setCounted] = useState<Counted>('numbers');
  const document = useDocument();
  const held = useHeldCalibration(entry.id);
  const under = calibrationUnder(entry, held.data, document);
  const ids = useMemo(() => idsOf(log, wanted, kind, own), [log, wanted, kind, own]);
  const lanes = useMemo(() => {
    const made = byQuantity ? lanesByQuantity(log, ids, by) : lanesOf(log, ids, { by });
    return made.slice(0, MOST_LANES);
  }, [log, ids, byQuantity, by]);
  const { barometricKpa } = conversionContext(document);
  const { events: found } = useLogEvents(kept, barometricKpa);
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
          bands={found?.bands ?? NO_BANDS}
          marks={marks}
          moments={moments}
          laneHeight={wide ? LANE_HEIGHT.wide : LANE_HEIGHT.phone}
        />
      )}
      <Chips label="What is in sight" options={COUNTED} value={counted} onChange={setCounted} />
      {counted === 'numbers' ? <StatisticsCard strip={strip} lanes={lanes} /> : null}
      {counted === 'map' ? (
        <VisitsCard strip={strip} log={log} calibration={under.calibration} which={under.words} />
      ) : null}
      {counted === 'spread' ? <SpreadCard strip={strip} log={log} first={ids} /> : null}
      {choosing ? (
        <ChooseSheet log={log} kept={kept} ids={ids} onIds={change} onClose={() => setChoosing(false)} />
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
