import { Pressable, View } from 'react-native';
import { Icon } from '../icon/Icon';
import { Text } from '../text/Text';
import { SPACE, useSizes, useRoles } from '../theme';
import { useWordsShown } from '../units/shownBy';
import { radioKeys } from './radioKeys';

interface Props {
  label: string;
  /** A line under the label. */
  hint?: string;
  chosen: boolean;
  onChoose: () => void;
}

/** One of several possibilities, a row each; stands in a radio group. */
export function RadioRow({ label, hint, chosen, onChoose }: Props) {
  const roles = useRoles();
  const { target } = useSizes();
  const inUnits = useWordsShown();
  return (
    <Pressable
      role="radio"
      aria-checked={chosen}
      aria-label={inUnits(label)}
      {...radioKeys(onChoose)}
      onPress={onChoose}
      style={{
        minHeight: hint === undefined ? target : target + 8,
        flexDirection: 'row',
        alignItems: 'center',
        gap: SPACE.m,
      }}
    >
      <Icon
        name={chosen ? 'check-circle-outline' : 'circle-outline'}
        color={chosen ? roles.accent : roles.muted}
      />
      <View style={{ flex: 1 }}>
        <Text kind={hint === undefined ? 'body' : 'strong'}>{label}</Text>
        {hint === undefined ? null : (
          <Text kind="small" colour="muted">
            {hint}
          </Text>
        )}
      </View>
    </Pressable>
  );
}
