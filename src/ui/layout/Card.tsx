import type { ReactNode } from 'react';
import { View } from 'react-native';
import { Heading, Text } from '../text/Text';
import { CORNER, SPACE, useRoles } from '../theme';

interface Props {
  title?: string;
  /** A line under the title. */
  intro?: string;
  /** Stands at the right of the title. */
  aside?: ReactNode;
  children: ReactNode;
}

/** A titled group on its own ground. */
export function Card({ title, intro, aside, children }: Props) {
  const roles = useRoles();
  return (
    <View
      style={{
        backgroundColor: roles.surface,
        borderWidth: 1,
        borderColor: roles.line,
        borderRadius: CORNER.field,
        padding: SPACE.l,
        gap: SPACE.m,
      }}
    >
      {title === undefined ? null : (
        <View style={{ flexDirection: 'row', alignItems: 'center', gap: SPACE.s }}>
          <View style={{ flex: 1, gap: 2 }}>
            <Heading level={2}>{title}</Heading>
            {intro === undefined ? null : (
              <Text kind="small" colour="muted">
                {intro}
              </Text>
            )}
          </View>
          {aside}
        </View>
      )}
      {children}
    </View>
  );
}
