import {
  channelQuantity,
  CHANNELS,
  codesText,
  CORRECTION_CHANNELS,
  type CorrectionChannel,
} from '@/core/channel';
import type { Activation } from '@/core/correction';
import { activationSchema } from '@/core/correction/schema';
import { AXES } from '@/core/map';
import { View } from 'react-native';
import { Chips } from '@/ui/button/Chips';
import { ThresholdStrip } from '@/ui/chart';
import { NumberBox } from '@/ui/field';
import { Message } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';
import { useState } from 'react';

interface Props {
  name: string;
  activation: Activation | null;
  onChange: (activation: Activation | null) => void;
}

const COMPARISONS = [
  { id: 'above', label: 'Above' },
  { id: 'below', label: 'Below' },
] as const;

/** When a correction acts: always, or past a threshold with its hysteresis and delay. */
export function ActivationFields({ name, activation, onChange }: Props) {
  const [refused, setRefused] = useState<string | null>(null);
  const put = (next: Activation) => {
    const parsed = activationSchema.safeParse(next);
    setRefused(
      parsed.success ? null : `${parsed.error.issues[0]?.message ?? 'Not valid'}. Nothing was changed.`,
    );
    if (parsed.success) onChange(parsed.data);
  };
  const begin = (channel: CorrectionChannel): Activation => {
    const { min, max } = AXES[channel];
    const { threshold } = CHANNELS[channel].correction;
    const hysteresis = Math.max(AXES[channel].decimals === 0 ? 1 : 0.1, Math.round((max - min) / 100));
    return { channel, comparison: 'above', threshold, hysteresis, delayS: 0 };
  };
  return (
    <View role="group" aria-label={`When ${name} acts`} style={{ gap: SPACE.s }}>
      <Chips
        label={`${name} acts`}
        options={[
          { id: 'always', label: 'Always' },
          { id: 'past', label: 'Past a threshold' },
        ]}
        value={activation === null ? 'always' : 'past'}
        onChange={(id) => {
          setRefused(null);
          onChange(id === 'always' ? null : (activation ?? begin('coolant')));
        }}
      />
      {activation === null ? null : (
        <>
          <Chips
            label={`${name}: channel of the condition`}
            options={CORRECTION_CHANNELS.map((id) => ({ id, label: AXES[id].label }))}
            value={activation.channel}
            onChange={(channel) => put(begin(channel))}
          />
          <Chips
            label={`${name}: comparison`}
            options={COMPARISONS}
            value={activation.comparison}
            onChange={(comparison) => put({ ...activation, comparison })}
          />
          <ThresholdStrip
            label={AXES[activation.channel].label}
            unit={AXES[activation.channel].unit}
            min={AXES[activation.channel].min}
            max={AXES[activation.channel].max}
            comparison={activation.comparison}
            threshold={activation.threshold}
            letsGo={
              activation.threshold + (activation.comparison === 'above' ? -1 : 1) * activation.hysteresis
            }
          />
          {codesText(activation.channel) === null ? null : (
            <Text kind="small" colour="muted">
              {codesText(activation.channel)}
            </Text>
          )}
          <NumberBox
            key={`threshold ${activation.channel}`}
            info={{
              label: 'Threshold',
              ...channelQuantity(activation.channel),
              min: AXES[activation.channel].min,
              max: AXES[activation.channel].max,
            }}
            value={activation.threshold}
            onChange={(threshold) => put({ ...activation, threshold })}
          />
          <NumberBox
            key={`hysteresis ${activation.channel}`}
            info={{
              label: `Hysteresis${AXES[activation.channel].unit === '' ? '' : `, ${AXES[activation.channel].unit}`}`,
              quantity: 'count',
              unit: '1',
              min: 0,
              max: AXES[activation.channel].max - AXES[activation.channel].min,
            }}
            value={activation.hysteresis}
            onChange={(hysteresis) => put({ ...activation, hysteresis })}
          />
          <NumberBox
            info={{ label: 'Holds for, before it acts', quantity: 'seconds', unit: 's', min: 0, max: 120 }}
            value={activation.delayS}
            onChange={(delayS) => put({ ...activation, delayS })}
          />
        </>
      )}
      {refused === null ? null : <Message tone="error">{refused}</Message>}
    </View>
  );
}
