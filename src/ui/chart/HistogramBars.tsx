import { type KeyboardEvent, type PointerEvent, useState } from 'react';
import { View } from 'react-native';
import Svg, { Rect } from 'react-native-svg';
import { Text } from '../text/Text';
import { CORNER, SPACE, useRoles } from '../theme';

interface Props {
  /** What is counted, for screen readers. */
  label: string;
  /** How much there is in each step, in their order. */
  amounts: ArrayLike<number>;
  /** The ends of all steps, as written. */
  low: string;
  high: string;
  selected: number;
  onSelect: (step: number) => void;
}

const HEIGHT = 160;
const GAP = 1;
/** What there is anything of is seen, px. */
const LEAST = 2;

/** Bars over steps of equal width. Touch one or use the arrows; what it says is written by the caller. */
export function HistogramBars({ label, amounts, low, high, selected, onSelect }: Props) {
  const roles = useRoles();
  const [width, setWidth] = useState(320);
  const count = amounts.length;
  const most = Array.from(amounts).reduce((highest, one) => Math.max(highest, one), 0);
  const within = (step: number) => Math.min(count - 1, Math.max(0, step));
  const touch = ({ nativeEvent }: PointerEvent<HTMLElement>) =>
    onSelect(within(Math.floor((nativeEvent.offsetX / width) * count)));
  const keys = (event: KeyboardEvent) => {
    const step = { ArrowLeft: -1, ArrowRight: 1 }[event.key];
    if (step === undefined) return;
    event.preventDefault();
    onSelect(within(selected + step));
  };
  return (
    <View style={{ gap: SPACE.xs }}>
      <View
        role="group"
        aria-label={`${label}. Arrow keys move from bar to bar.`}
        {...({ tabIndex: 0, onKeyDown: keys, onPointerDown: touch } as object)}
        onLayout={({ nativeEvent }) => setWidth(Math.max(1, nativeEvent.layout.width))}
        style={{
          width: '100%',
          height: HEIGHT,
          borderRadius: CORNER.field,
          backgroundColor: roles.ground,
          cursor: 'pointer',
        }}
      >
        <Svg width={width} height={HEIGHT} style={{ pointerEvents: 'none' }}>
          {Array.from(amounts, (amount, i) => {
            const tall = amount > 0 ? Math.max(LEAST, (amount / most) * (HEIGHT - 8)) : 0;
            return (
              <Rect
                key={i}
                x={(i * width) / count}
                y={HEIGHT - tall}
                width={Math.max(1, width / count - GAP)}
                height={tall}
                fill={i === selected ? roles.accent : roles.muted}
              />
            );
          })}
        </Svg>
      </View>
      <View style={{ flexDirection: 'row', justifyContent: 'space-between' }}>
        <Text kind="small" colour="muted">
          {low}
        </Text>
        <Text kind="small" colour="muted">
          {high}
        </Text>
      </View>
    </View>
  );
}
