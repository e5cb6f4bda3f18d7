import { View } from 'react-native';
import { channelQuantity, CHANNELS, channelsFor, MOST_CYLINDERS } from '@/core/channel';
import type { RecordCondition } from '@/data/logs/recordPlan';
import { Chips } from '@/ui/button/Chips';
import { ChannelSearch } from '@/ui/channel/ChannelSearch';
import { NumberBox } from '@/ui/field';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';

interface Props {
  condition: RecordCondition;
  onChange: (condition: RecordCondition) => void;
}

/** A channel, over or under a number. */
export function ConditionFields({ condition, onChange }: Props) {
  const { channel, comparison, threshold } = condition;
  const { label, min, max } = CHANNELS[channel];
  const { quantity, unit } = channelQuantity(channel);
  return (
    <View style={{ gap: SPACE.m }}>
      <Text>{label}</Text>
      <ChannelSearch
        among={channelsFor(MOST_CYLINDERS).filter((id) => id !== channel)}
        verb="Watch"
        onFound={(next) => onChange({ ...condition, channel: next, threshold: CHANNELS[next].max / 2 })}
      />
      <Chips
        label={`Comparison of ${label}`}
        options={[
          { id: 'above', label: 'above' },
          { id: 'below', label: 'below' },
        ]}
        value={comparison}
        onChange={(next) => onChange({ ...condition, comparison: next })}
      />
      <NumberBox
        key={channel}
        info={{ label: `Threshold of ${label}`, quantity, unit, min, max }}
        value={threshold}
        onChange={(next) => onChange({ ...condition, threshold: next })}
      />
    </View>
  );
}
