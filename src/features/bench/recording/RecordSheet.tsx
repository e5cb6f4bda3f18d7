import { View } from 'react-native';
import { type ChannelId, CHANNELS, channelsFor, MOST_CYLINDERS } from '@/core/channel';
import { formatNumber } from '@/core/units';
import { MOST_AFTER_S, MOST_BEFORE_S, RECORD_RATES_HZ, type RecordPlan } from '@/data/logs/recordPlan';
import { MOST_SAMPLES } from '@/data/logs/recorder';
import { useStorageUse } from '@/data/store/storageUse';
import { Chips } from '@/ui/button/Chips';
import { ChannelSearch } from '@/ui/channel/ChannelSearch';
import { IconButton } from '@/ui/button/IconButton';
import { NumberBox } from '@/ui/field';
import { Sheet } from '@/ui/sheet/Sheet';
import { bytesWords } from '@/ui/text/bytesWords';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';
import { ConditionFields } from './ConditionFields';

const LIVE_CHANNELS = channelsFor(MOST_CYLINDERS);

interface Props {
  plan: RecordPlan;
  onPlan: (plan: RecordPlan) => void;
  onClose: () => void;
}

/** Recorded where only some channels are, until others are chosen. */
const FIRST_CHANNELS: readonly ChannelId[] = [
  'speed',
  'manifoldPressure',
  'throttle',
  'lambdaOne',
  'lambdaTarget',
];
/** The condition that stands there first: a pull. */
const FIRST_CONDITION = { channel: 'throttle', comparison: 'above', threshold: 80 } as const;
/** The end that stands there first: the engine has stopped. */
const FIRST_END = { channel: 'speed', comparison: 'below', threshold: 300 } as const;

/** What is recorded, how often, and when it begins by itself. */
export function RecordSheet({ plan, onPlan, onClose }: Props) {
  const { channels, rateHz, when, until } = plan;
  const change = (part: Partial<RecordPlan>) => onPlan({ ...plan, ...part });
  return (
    <Sheet title="How to record" open onClose={onClose}>
      <Text kind="strong">Channels</Text>
      <Chips
        label="Channels"
        options={[
          { id: 'all', label: 'Everything that is sent' },
          { id: 'some', label: 'Only some' },
        ]}
        value={channels === null ? 'all' : 'some'}
        onChange={(id) => change({ channels: id === 'all' ? null : FIRST_CHANNELS })}
      />
      {channels === null ? null : (
        <Some channels={channels} onChannels={(next) => change({ channels: next })} />
      )}
      <Text kind="strong">Samples a second</Text>
      <Chips
        label="Samples a second"
        options={RECORD_RATES_HZ.map((hz) => ({ id: String(hz), label: formatNumber(hz, 0) }))}
        value={String(rateHz)}
        onChange={(id) => change({ rateHz: RECORD_RATES_HZ.find((hz) => String(hz) === id) ?? rateHz })}
      />
      <Text kind="small" colour="muted">
        {`The engine computer sends ${formatNumber(RECORD_RATES_HZ[0], 0)} a second: more are not made up. After ${formatNumber(MOST_SAMPLES / rateHz / 3600, 0)} h of these the log is whole, and what goes on is the next.`}
      </Text>
      <Text kind="strong">Begins</Text>
      <Chips
        label="Begins"
        options={[
          { id: 'hand', label: 'By hand' },
          { id: 'when', label: 'By a condition' },
        ]}
        value={when === null ? 'hand' : 'when'}
        onChange={(id) => change({ when: id === 'hand' ? null : FIRST_CONDITION })}
      />
      {when === null ? null : (
        <>
          <ConditionFields condition={when} onChange={(next) => change({ when: next })} />
          <Seconds
            label="Recorded from before it"
            most={MOST_BEFORE_S}
            value={plan.beforeS}
            onChange={(beforeS) => change({ beforeS })}
          />
        </>
      )}
      <Text kind="strong">Ends</Text>
      <Chips
        label="Ends"
        options={[
          { id: 'itself', label: when === null ? 'By hand' : 'When that no longer holds' },
          { id: 'until', label: 'When something else holds' },
        ]}
        value={until === null ? 'itself' : 'until'}
        onChange={(id) => change({ until: id === 'itself' ? null : FIRST_END })}
      />
      {until === null ? null : (
        <ConditionFields condition={until} onChange={(next) => change({ until: next })} />
      )}
      {when === null || until !== null ? null : (
        <Seconds
          label="Ends when it has not held for"
          most={MOST_AFTER_S}
          value={plan.afterS}
          onChange={(afterS) => change({ afterS })}
        />
      )}
      <Room />
    </Sheet>
  );
}

/** The channels that are recorded, each with the way to leave it out. */
function Some({
  channels,
  onChannels,
}: {
  channels: readonly ChannelId[];
  onChannels: (channels: readonly ChannelId[]) => void;
}) {
  return (
    <View style={{ gap: SPACE.xs }}>
      {channels.map((id) => (
        <View key={id} style={{ flexDirection: 'row', alignItems: 'center' }}>
          <View style={{ flex: 1 }}>
            <Text>{CHANNELS[id].label}</Text>
          </View>
          <IconButton
            icon="close"
            label={`Leave out ${CHANNELS[id].label}`}
            disabled={channels.length < 2}
            onPress={() => onChannels(channels.filter((one) => one !== id))}
          />
        </View>
      ))}
      <ChannelSearch
        among={LIVE_CHANNELS.filter((id) => id !== 'time' && !channels.includes(id))}
        onFound={(id) => onChannels([...channels, id])}
      />
    </View>
  );
}

/** A time before or after, s. */
function Seconds({
  label,
  most,
  value,
  onChange,
}: {
  label: string;
  most: number;
  value: number;
  onChange: (seconds: number) => void;
}) {
  return (
    <NumberBox
      info={{ label, quantity: 'seconds', unit: 's', min: 0, max: most }}
      value={value}
      onChange={onChange}
    />
  );
}

/** How much of the browser’s storage is taken, and for how long it lasts. */
function Room() {
  const { data } = useStorageUse();
  const { usedBytes, allowedBytes } = data ?? { usedBytes: null, allowedBytes: null };
  if (usedBytes === null || allowedBytes === null) return null;
  return (
    <Text kind="small" colour="muted">
      {`${bytesWords(usedBytes)} of the ${bytesWords(allowedBytes)} that this browser allows are taken: an hour of everything takes about 12 MB.`}
    </Text>
  );
}
