import type { ReactNode } from 'react';
import { ScrollView, View } from 'react-native';
import { SPACE, useRoles } from '../theme';
import { useWide } from './useWide';

interface Props {
  children: ReactNode;
  /** What stands beside the content on a wide screen, and below it on a phone. */
  beside?: ReactNode;
  /** The primary action, kept within reach above the bottom bar. */
  action?: ReactNode;
}

/** A measure for fields: forms are never stretched further, px. */
const MEASURE = 560;

/** A page that scrolls: one column on a phone, content and its picture side by side when wide. */
export function Page({ children, beside, action }: Props) {
  const roles = useRoles();
  const wide = useWide();
  const padding = { padding: wide ? SPACE.xl : SPACE.l, gap: SPACE.l };
  const column =
    wide && beside !== undefined
      ? { flexGrow: 4, flexShrink: 1, flexBasis: 0, maxWidth: MEASURE, minWidth: 0 }
      : { width: '100%' as const };
  return (
    <View style={{ flex: 1, backgroundColor: roles.ground }}>
      <ScrollView style={{ flex: 1 }} contentContainerStyle={{ ...padding, paddingBottom: SPACE.xxl }}>
        <View style={{ flexDirection: wide ? 'row' : 'column', gap: SPACE.xl, alignItems: 'flex-start' }}>
          <View style={[column, { gap: SPACE.l }]}>{children}</View>
          {beside === undefined ? null : (
            <View
              style={{
                ...(wide ? { flexGrow: 3, flexShrink: 1, flexBasis: 0 } : {}),
                width: wide ? undefined : '100%',
                gap: SPACE.l,
                minWidth: 0,
              }}
            >
              {beside}
            </View>
          )}
        </View>
      </ScrollView>
      {action === undefined ? null : (
        <View
          style={{
            padding: SPACE.m,
            borderTopWidth: 1,
            borderColor: roles.line,
            backgroundColor: roles.surface,
          }}
        >
          {action}
        </View>
      )}
    </View>
  );
}
