import { View } from 'react-native';
import { fieldInfo } from '@/core/calibration';
import type { Figure } from '@/core/meaning';
import { formatNumber, inSentence } from '@/core/units';
import { Card, StateMark } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';

/** What the section's numbers mean, worked out as they are typed. */
export function Figures({ figures }: { figures: readonly Figure[] }) {
  return (
    <Card title="What this means">
      {figures.map((figure) => (
        <View key={figure.id} style={{ gap: 2 }}>
          <View style={{ flexDirection: 'row', alignItems: 'baseline', gap: SPACE.s }}>
            <Text style={{ flex: 1 }}>{figure.label}</Text>
            <Text kind="figure">{formatNumber(figure.value, figure.decimals)}</Text>
            <Text kind="small" colour="muted" style={{ minWidth: 60 }}>
              {figure.unit}
            </Text>
          </View>
          <Text kind="small" colour="muted">
            {figure.value === null ? needsText(figure) : figure.how}
          </Text>
          {figure.caution === undefined ? null : <StateMark tone="warning" label={figure.caution} />}
        </View>
      ))}
    </Card>
  );
}

function needsText({ needs }: Figure): string {
  if (needs.length === 0) return 'Not to be worked out from what is entered';
  const names = needs.map((path) => inSentence(fieldInfo(path)?.label ?? path));
  return `Needs ${names.join(', ')}`;
}
