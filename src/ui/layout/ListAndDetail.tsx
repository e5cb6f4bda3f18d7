import type { ReactNode } from 'react';
import { ScrollView, View } from 'react-native';
import { SPACE, useRoles } from '../theme';
import { useWide } from './useWide';

/** Width of the list beside the detail, px. */
const LIST_WIDTH = 320;

/** List and detail side by side when wide; only the detail (which may be the list's own page) on a phone. */
export function ListAndDetail({
  label,
  list,
  children,
}: {
  label: string;
  list: ReactNode;
  children: ReactNode;
}) {
  const roles = useRoles();
  const wide = useWide();
  return (
    <View style={{ flex: 1, flexDirection: 'row', minHeight: 0 }}>
      {wide ? (
        <View
          role="complementary"
          aria-label={label}
          style={{ width: LIST_WIDTH, borderRightWidth: 1, borderColor: roles.line }}
        >
          <ScrollView contentContainerStyle={{ padding: SPACE.m, gap: SPACE.xs }}>{list}</ScrollView>
        </View>
      ) : null}
      <View style={{ flex: 1, minWidth: 0 }}>{children}</View>
    </View>
  );
}
