import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useRef, useState, type RefObject } from 'react';
import { View, type ScrollView, type ViewStyle } from 'react-native';
import type { CalibrationEntry } from '@/data/store/record';
import { SPACE } from '@/ui/theme';
import { CalibrationRow } from './CalibrationRow';

interface Props {
  entries: readonly CalibrationEntry[];
  scroller: RefObject<ScrollView | null>;
  onOpen: (entry: CalibrationEntry) => void;
  onMore: (entry: CalibrationEntry) => void;
}

/** Height of a row with a name of one line, px; each is measured once it is drawn. */
const USUAL_ROW = 110;

/** The calibrations, of which only those in sight are drawn: a season has hundreds. */
export function CalibrationList({ entries, scroller, onOpen, onMore }: Props) {
  const list = useRef<View>(null);
  const [offset, setOffset] = useState(0);
  const scrolled = () =>
    (scroller.current as unknown as { getScrollableNode(): HTMLElement } | null)?.getScrollableNode() ?? null;
  // eslint-disable-next-line react-hooks/incompatible-library -- nothing of it is handed to a memoised component
  const virtualizer = useVirtualizer({
    count: entries.length,
    getScrollElement: scrolled,
    estimateSize: () => USUAL_ROW,
    getItemKey: (i) => entries[i]?.id ?? i,
    gap: SPACE.s,
    overscan: 6,
    scrollMargin: offset,
    // A scroll view’s own scrollTo takes other arguments than an element’s.
    scrollToFn: (to, { adjustments = 0 }, { scrollElement }) => {
      if (scrollElement !== null) scrollElement.scrollTop = to + adjustments;
    },
  });
  // eslint-disable-next-line react-hooks/exhaustive-deps -- what stands above comes and goes: it is measured each time
  useEffect(() => {
    const [own, page] = [list.current as unknown as HTMLElement | null, scrolled()];
    if (own === null || page === null) return;
    const top = Math.round(
      own.getBoundingClientRect().top - page.getBoundingClientRect().top + page.scrollTop,
    );
    setOffset((before) => (before === top ? before : top));
  });
  return (
    <View ref={list} role="list" style={{ height: virtualizer.getTotalSize() }}>
      {virtualizer.getVirtualItems().map(({ key, index, start }) => {
        const entry = entries[index];
        if (entry === undefined) return null;
        const place = {
          position: 'absolute',
          left: 0,
          right: 0,
          top: start - offset,
        } as const satisfies ViewStyle;
        const web = { dataSet: { index }, 'aria-setsize': entries.length, 'aria-posinset': index + 1 };
        return (
          <View
            key={key}
            ref={(row) => virtualizer.measureElement(row as unknown as HTMLElement | null)}
            role="listitem"
            {...(web as object)}
            style={place}
          >
            <CalibrationRow entry={entry} onOpen={() => onOpen(entry)} onMore={() => onMore(entry)} />
          </View>
        );
      })}
    </View>
  );
}
