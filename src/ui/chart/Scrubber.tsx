import { useRef, type ReactNode } from 'react';
import { View } from 'react-native';
import { MARGIN, nearestIndex } from './scales';

interface Props {
  label: string;
  x: readonly number[];
  /** What is read out for a sample. */
  valueText: (index: number) => string;
  cursor: number;
  onCursor: (index: number) => void;
  /** Room beside the plot, px. */
  margin?: { readonly left: number; readonly right: number };
  children: ReactNode;
}

/** Lets a finger, a pointer or the arrow keys choose the sample that charts one above the other write out. */
export function Scrubber({ label, x, valueText, cursor, onCursor, margin = MARGIN, children }: Props) {
  const box = useRef<View>(null);
  const first = x[0] ?? 0;
  const last = x[x.length - 1] ?? 1;

  const moveTo = (clientX: number) => {
    const element = box.current as unknown as HTMLElement | null;
    if (element === null) return;
    const { left, width } = element.getBoundingClientRect();
    const share = (clientX - left - margin.left) / (width - margin.left - margin.right);
    onCursor(nearestIndex(x, first + Math.min(1, Math.max(0, share)) * (last - first)));
  };

  const step = (samples: number) => {
    const from = cursor < 0 ? 0 : cursor;
    onCursor(Math.min(x.length - 1, Math.max(0, from + samples)));
  };

  const web = {
    tabIndex: 0,
    'aria-valuemin': first,
    'aria-valuemax': last,
    'aria-valuenow': cursor < 0 ? first : x[cursor],
    'aria-valuetext': cursor < 0 ? 'No sample chosen' : valueText(cursor),
    onPointerMove: (event: { nativeEvent: PointerEvent }) => moveTo(event.nativeEvent.clientX),
    onPointerDown: (event: { nativeEvent: PointerEvent }) => moveTo(event.nativeEvent.clientX),
    onKeyDown: (event: { key: string; shiftKey: boolean; preventDefault: () => void }) => {
      const size = event.shiftKey ? 10 : 1;
      if (event.key === 'ArrowRight') step(size);
      else if (event.key === 'ArrowLeft') step(-size);
      else return;
      event.preventDefault();
    },
  } as object;

  return (
    <View ref={box} role="slider" aria-label={label} {...web} style={{ touchAction: 'pan-y' } as object}>
      {children}
    </View>
  );
}
