import { type ReactNode, useState } from 'react';
import { View } from 'react-native';
import Svg from 'react-native-svg';
import { Text } from '../text/Text';
import { SPACE } from '../theme';

interface Props {
  title: string;
  yLabel: string;
  /** What the chart shows, for screen readers. */
  description: string;
  height: number;
  /** What stands out, written above; empty for nothing. */
  said: string;
  leastWidth: number;
  /** The drawing at the width there is, px. */
  children: (width: number) => ReactNode;
  /** Told the width the drawing has, px. */
  onWidth?: (width: number) => void;
  /** Lies over the drawing and is acted on. */
  over?: ReactNode;
}

/** A chart’s heading, and its drawing as wide as there is room. */
export function ChartFrame(props: Props) {
  const { title, yLabel, description, height, said, leastWidth, children, onWidth, over } = props;
  const [width, setWidth] = useState(320);
  return (
    <View
      style={{ gap: SPACE.xs }}
      onLayout={(event) => {
        const wide = Math.max(leastWidth, event.nativeEvent.layout.width);
        setWidth(wide);
        onWidth?.(wide);
      }}
    >
      <View style={{ flexDirection: 'row', gap: SPACE.m, flexWrap: 'wrap', alignItems: 'baseline' }}>
        <Text kind="strong">{title}</Text>
        <Text kind="small" colour="muted">
          {yLabel}
        </Text>
        {said === '' ? null : (
          <Text kind="number" colour="accent">
            {said}
          </Text>
        )}
      </View>
      <View>
        <View role="img" aria-label={description}>
          <Svg width={width} height={height}>
            {children(width)}
          </Svg>
        </View>
        {over}
      </View>
    </View>
  );
}
