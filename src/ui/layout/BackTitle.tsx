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
  aside,
}: {
  title: string;
  backLabel: string;
  /** On a wide screen too: where nothing beside it leads back. */
  always?: boolean;
  onBack: () => void;
  aside?: ReactNode;
}) {
  const wide = useWide();
  return (
    <View style={{ flexDirection: 'row', alignItems: 'center' }}>
      {wide && !always ? null : <IconButton icon="arrow-left" label={backLabel} onPress={onBack} />}
      <View style={{ flex: 1 }}>
        <Heading level={2} kind="title">
          {title}
        </Heading>
      </View>
      {aside}
    </View>
  );
}
