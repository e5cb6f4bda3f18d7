import { useEffect, useRef, useState } from 'react';
import { View, type Text as NativeText } from 'react-native';
import { Text } from '../text/Text';
import { FONT, SIZE, useRoles, useSizes } from '../theme';
import { useWordsShown } from '../units/shownBy';
import { baselineIn, drawFigures, figuresWidth, wrapped } from './figures';
import { LiveCanvas } from './LiveCanvas';
import { livePen } from './livePen';
import { writeText } from './writeText';

interface Props {
  /** What it says now; the same function as long as it says the same. */
  words: () => string;
  /** Told when to show it anew. @returns the way to end that. */
  onChange: (listener: () => void) => () => void;
  /** Told when to say it anew to who listens: less often. @returns the way to end that. */
  onSlowChange: (listener: () => void) => () => void;
}

const LINE_HEIGHT = 21;

/**
 * Words with numbers that change at every beat: drawn past React, and written as text, which costs a frame of a slow phone each
 * time, as often as they can be listened to.
 */
export function LiveLine({ words, onChange, onSlowChange }: Props) {
  const inUnits = useWordsShown();
  const { muted } = useRoles();
  const { text: times } = useSizes();
  const canvas = useRef<HTMLCanvasElement>(null);
  const text = useRef<NativeText>(null);
  // It only grows: what stands below would move with each word that comes and goes.
  const [lines, setLines] = useState(1);
  const lineHeight = LINE_HEIGHT * times;
  useEffect(() => {
    let width = 0;
    let drawn = '';
    const draw = () => {
      const now = inUnits(words());
      if (now === drawn) return;
      const pen = livePen(canvas.current, { width, height: lines * lineHeight });
      if (pen === null) return;
      drawn = now;
      pen.font = `${SIZE.body * times}px ${FONT.number}, sans-serif`;
      pen.fillStyle = muted;
      pen.clearRect(0, 0, width, lines * lineHeight);
      const shown = wrapped(now, width, (piece) => figuresWidth(pen, piece));
      const baseline = baselineIn(pen, lineHeight);
      shown.forEach((line, k) => drawFigures(pen, line, 0, k * lineHeight + baseline));
      setLines((before) => Math.max(before, shown.length));
    };
    const fit = () => {
      width = canvas.current?.clientWidth ?? 0;
      drawn = '';
      draw();
    };
    fit();
    window.addEventListener('resize', fit);
    const deaf = onChange(draw);
    return () => {
      deaf();
      window.removeEventListener('resize', fit);
    };
  }, [words, onChange, inUnits, muted, times, lines, lineHeight]);
  useEffect(() => {
    const write = () => writeText(text.current as unknown as HTMLElement | null, inUnits(words()));
    write();
    return onSlowChange(write);
  }, [words, onSlowChange, inUnits]);
  return (
    <View style={{ height: lines * lineHeight }}>
      <LiveCanvas ref={canvas} of="live words" height={lines * lineHeight} />
      <Text ref={text} style={HEARD} />
    </View>
  );
}

/** Listened to, and not seen: it stands where it is drawn, in a room of its own that moves nothing else. */
const HEARD = {
  position: 'absolute',
  left: 0,
  top: 0,
  width: '100%',
  height: '100%',
  opacity: 0,
  contain: 'strict',
} as object;
