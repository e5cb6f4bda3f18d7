import { View } from 'react-native';
import Svg, { Path } from 'react-native-svg';
import type { Counter } from '@/core/counters';
import { formatNumber } from '@/core/units';
import { Text } from '@/ui/text/Text';
import { SPACE, useRoles } from '@/ui/theme';
import type { CounterStep } from '../looking/countersStore';
import { stepPath } from './stepPath';

/** The step line’s own box, px; it is drawn as wide as its place. */
const LINE = { width: 120, height: 20 } as const;

interface Props {
  counter: Counter;
  label: string;
  count: number;
  isNormal: boolean;
  steps: readonly CounterStep[];
  span: { readonly fromS: number; readonly toS: number };
}

/** A counter: what it is, its steps, and how many came. */
export function CounterRow({ counter, label, count, isNormal, steps, span }: Props) {
  const roles = useRoles();
  const isFault = count > 0 && counter.tone === 'fault' && !isNormal;
  const colour = isFault ? roles.error : roles.steel;
  return (
    <View
      role="listitem"
      aria-label={`${label}: ${formatNumber(count, 0)}`}
      style={{ flexDirection: 'row', alignItems: 'center', gap: SPACE.m, minHeight: 44 }}
    >
      <Text style={{ flex: 3 }} colour={count === 0 ? 'muted' : undefined}>
        {label}
      </Text>
      <View aria-hidden style={{ flex: 2, height: LINE.height }}>
        <Svg
          width="100%"
          height={LINE.height}
          viewBox={`0 -1 ${LINE.width} ${LINE.height + 2}`}
          preserveAspectRatio="none"
        >
          <Path
            d={stepPath(steps, span, LINE)}
            fill="none"
            stroke={colour}
            strokeWidth={1.5}
            vectorEffect="non-scaling-stroke"
          />
        </Svg>
      </View>
      <Text
        kind="strong"
        colour={isFault ? 'error' : count === 0 ? 'muted' : undefined}
        style={{ minWidth: 56, textAlign: 'right' }}
      >
        {formatNumber(count, 0)}
      </Text>
    </View>
  );
}
