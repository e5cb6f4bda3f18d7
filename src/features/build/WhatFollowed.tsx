import { useMemo } from 'react';
import { View } from 'react-native';
import { figureChanges } from '@/core/meaning';
import { formatNumber } from '@/core/units';
import { useLater } from '@/data/session/documentParts';
import { useLastStep } from '@/data/session/session';
import { Card } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';

/** What the last change moved, over the whole sheet; nothing when it moved nothing. */
export function WhatFollowed() {
  const step = useLater(useLastStep());
  const changes = useMemo(() => (step === null ? [] : figureChanges(step.before, step.after)), [step]);
  if (step === null || changes.length === 0) return null;
  return (
    <Card title="What the last change moved" intro={step.label}>
      <View role="status" style={{ gap: SPACE.xs }}>
        {changes.map(({ id, label, unit, decimals, from, to }) => (
          <View key={id} style={{ flexDirection: 'row', gap: SPACE.s, alignItems: 'baseline' }}>
            <Text kind="small" style={{ flex: 1 }}>
              {label}
            </Text>
            <Text kind="number" colour="muted">
              {formatNumber(from, decimals)}
            </Text>
            <Text kind="small" colour="muted">
              to
            </Text>
            <Text kind="number">{`${formatNumber(to, decimals)} ${unit}`.trim()}</Text>
          </View>
        ))}
      </View>
    </Card>
  );
}
