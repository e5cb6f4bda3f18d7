import { useContext, type ReactNode } from 'react';
import { View } from 'react-native';
import { createPortal } from 'react-dom';
import { SPACE, useRoles } from '../theme';
import { DockPlace } from './dock';

/**
 * What stays within reach at the bottom of its page, above the navigation, however far the page is scrolled. Outside a page
 * it stands where it is.
 */
export function Docked({ label, children }: { label: string; children: ReactNode }) {
  const roles = useRoles();
  const place = useContext(DockPlace);
  if (place === undefined) return children;
  if (place === null) return null;
  return createPortal(
    <View
      role="group"
      aria-label={label}
      style={{
        paddingHorizontal: SPACE.m,
        paddingVertical: SPACE.s,
        borderTopWidth: 1,
        borderColor: roles.line,
        backgroundColor: roles.surface,
      }}
    >
      {children}
    </View>,
    place,
  );
}
