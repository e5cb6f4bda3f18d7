import { View } from 'react-native';
import { IconButton } from '../button/IconButton';
import { Heading } from '../text/Text';
import { useWide } from './useWide';
import type { ReactNode } from 'react';

/** Title of a detail; on a phone with the way back to its list. */
export function BackTitle({
  title,
  backLabel,
  always = false,
  onBack,
  level = 2,
  aside,
}: {
  title: string;
  backLabel: string;
  /** On a wide screen too: where nothing beside it leads back. */
  always?: boolean;
  onBack: () => void;
  /** 1 where there is no bar with a name above it. */
  level?: 1 | 2;
  aside?: ReactNode;
}) {
  const wide = useWide();
  return (
    <View style={{ flexDirection: 'row', alignItems: 'center' }}>
      {wide && !always ? null : <IconButton icon="arrow-left" label={backLabel} onPress={onBack} />}
      <View style={{ flex: 1 }}>
        <Heading level={level} kind="title">
          {title}
        </Heading>
      </View>
      {aside}
    </View>
  );
}
