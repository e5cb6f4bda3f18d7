import { useRef, useState, type ReactNode, type Ref, type RefObject } from 'react';
import { type LayoutChangeEvent, ScrollView, useWindowDimensions, View, type ViewStyle } from 'react-native';
import { usePageFocus } from '../focus';
import { SPACE, useRoles } from '../theme';
import { DockPlace } from './dock';
import { useWide } from './useWide';

interface Props {
  children: ReactNode;
  /** What stands beside the content on a wide screen, and below it on a phone. */
  beside?: ReactNode;
  /** What scrolls, for a list that draws only what is in sight. */
  scroller?: RefObject<ScrollView | null>;
}

/** A measure for fields: forms are never stretched further, px. */
const MEASURE = 560;

/** Height of the top bar, px: what stands beside stays in sight below it. */
const TOP_BAR = 56;

/**
 * A page that scrolls: one column on a phone, content and its picture side by side when wide. What is `Docked` in it stays
 * within reach below it.
 */
export function Page({ children, beside, scroller }: Props) {
  const roles = useRoles();
  const [dock, setDock] = useState<Element | null>(null);
  const { height, room, onLayout } = useDockRoom();
  const page = useRef<View>(null);
  usePageFocus(page as unknown as RefObject<HTMLElement>);
  const wide = useWide();
  const padding = { padding: wide ? SPACE.xl : SPACE.l, gap: SPACE.l };
  const column =
    wide && beside !== undefined
      ? { flexGrow: 4, flexShrink: 1, flexBasis: 0, maxWidth: MEASURE, minWidth: 0 }
      : { width: '100%' as const };
  return (
    <View
      ref={page}
      tabIndex={-1}
      style={{ flex: 1, backgroundColor: roles.ground, outlineWidth: 0 } as ViewStyle}
    >
      <ScrollView
        {...(scroller === undefined ? {} : { ref: scroller })}
        style={{ flex: 1, scrollPaddingBottom: height } as ViewStyle}
        contentContainerStyle={{ ...padding, paddingBottom: SPACE.xxl + room }}
      >
        <View style={{ flexDirection: wide ? 'row' : 'column', gap: SPACE.xl, alignItems: 'flex-start' }}>
          <DockPlace value={dock}>
            <View style={[column, { gap: SPACE.l }]}>{children}</View>
            {beside === undefined ? null : <Beside wide={wide}>{beside}</Beside>}
          </DockPlace>
        </View>
      </ScrollView>
      <View
        ref={setDock as unknown as Ref<View>}
        onLayout={onLayout}
        style={{ position: 'absolute', left: 0, right: 0, bottom: 0 }}
      />
    </View>
  );
}

/**
 * How high what is docked stands, and the room the content keeps below itself for it, px. The room stays when what is docked
 * goes, so that nothing moves under a finger that has just touched it.
 */
function useDockRoom() {
  const [{ height, room }, setDock] = useState({ height: 0, room: 0 });
  const onLayout = ({ nativeEvent }: LayoutChangeEvent) => {
    const now = nativeEvent.layout.height;
    setDock((before) => ({ height: now, room: Math.max(before.room, now) }));
  };
  return { height, room, onLayout };
}

/** What stands beside: below the content on a phone; wide it stays in sight while the fields scroll. */
function Beside({ wide, children }: { wide: boolean; children: ReactNode }) {
  const { height } = useWindowDimensions();
  if (!wide) return <View style={{ width: '100%', gap: SPACE.l, minWidth: 0 }}>{children}</View>;
  const sticky = {
    flexGrow: 3,
    flexShrink: 1,
    flexBasis: 0,
    minWidth: 0,
    gap: SPACE.l,
    position: 'sticky',
    top: SPACE.xl,
    maxHeight: height - TOP_BAR - 2 * SPACE.xl,
    overflowY: 'auto',
  } as unknown as ViewStyle;
  return (
    <View role="region" aria-label="Picture and figures" {...({ tabIndex: 0 } as object)} style={sticky}>
      {children}
    </View>
  );
}
