import { useGlobalSearchParams } from 'expo-router';
import { type ReactNode, useEffect, useRef, useState } from 'react';
import { View, type ViewStyle } from 'react-native';
import type { Place } from '@/core/checks';
import { SPACE, useRoles } from '@/ui/theme';

interface Props {
  place: Place;
  style?: ViewStyle;
  children: ReactNode;
}

/**
 * A place of the document on its page. Who is led to it ("…?at=injectors.flow") finds it in sight, with the keyboard, and
 * outlined until they go on.
 */
export function At({ place, style, children }: Props) {
  const roles = useRoles();
  const box = useRef<View>(null);
  const { at } = useGlobalSearchParams<{ at?: string }>();
  const isMeant = at === place;
  const [isLit, setLit] = useState(false);
  useEffect(() => {
    if (!isMeant) return;
    const element = box.current as unknown as HTMLElement;
    element.scrollIntoView({ block: 'center' });
    element.focus({ preventScroll: true });
  }, [isMeant]);
  return (
    <View
      ref={box}
      tabIndex={-1}
      onFocus={({ target, currentTarget }) => setLit(target === currentTarget)}
      onBlur={() => setLit(false)}
      style={[
        { gap: SPACE.m, outlineWidth: 0 },
        style,
        isLit
          ? { outlineWidth: 2, outlineStyle: 'solid', outlineColor: roles.accent, outlineOffset: SPACE.s - 2 }
          : null,
      ]}
    >
      {children}
    </View>
  );
}
