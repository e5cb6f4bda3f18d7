import type { ReactNode } from 'react';
import { Modal, Pressable, ScrollView, View } from 'react-native';
import { IconButton } from '../button/IconButton';
import { Behind } from '../layout/Behind';
import { useWide } from '../layout/useWide';
import { Heading } from '../text/Text';
import { CORNER, SPACE, useRoles } from '../theme';

interface Props {
  title: string;
  open: boolean;
  onClose: () => void;
  children: ReactNode;
  /** Buttons at the bottom, always in reach. */
  actions?: ReactNode;
}

/** A sheet over the page: from below on a phone, in the middle when wide. Escape and a press beside it close it. */
export function Sheet({ title, open, onClose, children, actions }: Props) {
  const roles = useRoles();
  const wide = useWide();
  return (
    <Modal visible={open} transparent animationType="none" onRequestClose={onClose} aria-label={title}>
      <View style={{ flex: 1, justifyContent: wide ? 'center' : 'flex-end', alignItems: 'center' }}>
        <Pressable
          tabIndex={-1}
          aria-hidden
          onPress={onClose}
          style={{
            position: 'absolute',
            top: 0,
            right: 0,
            bottom: 0,
            left: 0,
            backgroundColor: 'rgba(10, 6, 3, 0.6)',
          }}
        />
        <View
          style={{
            width: '100%',
            maxWidth: 560,
            maxHeight: '88%',
            backgroundColor: roles.surface,
            borderTopLeftRadius: CORNER.sheet,
            borderTopRightRadius: CORNER.sheet,
            borderBottomLeftRadius: wide ? CORNER.sheet : 0,
            borderBottomRightRadius: wide ? CORNER.sheet : 0,
            borderWidth: 1,
            borderColor: roles.line,
          }}
        >
          <View
            style={{
              flexDirection: 'row',
              alignItems: 'center',
              paddingLeft: SPACE.l,
              paddingRight: SPACE.xs,
              minHeight: 56,
            }}
          >
            <View style={{ flex: 1 }}>
              <Heading level={2}>{title}</Heading>
            </View>
            <IconButton icon="close" label="Close" onPress={onClose} />
          </View>
          <ScrollView contentContainerStyle={{ padding: SPACE.l, paddingTop: 0, gap: SPACE.m }}>
            <Behind>{children}</Behind>
          </ScrollView>
          {actions === undefined ? null : (
            <View
              style={{
                flexDirection: 'row',
                flexWrap: 'wrap',
                justifyContent: 'flex-end',
                gap: SPACE.s,
                padding: SPACE.m,
                borderTopWidth: 1,
                borderColor: roles.line,
              }}
            >
              {actions}
            </View>
          )}
        </View>
      </View>
    </Modal>
  );
}
