import { Button as PaperButton } from 'react-native-paper';
import type { StyleProp, ViewStyle } from 'react-native';
import type { IconName } from '../icon/Icon';
import { CORNER, FONT, SIZE, SPACE, useSizes } from '../theme';

import { useWordsShown } from '../units/shownBy';

interface Props {
  /** What happens: "Run dry start". */
  label: string;
  onPress: () => void;
  /** One primary action a screen. */
  kind?: 'primary' | 'secondary' | 'plain';
  icon?: IconName;
  disabled?: boolean;
  accessibilityLabel?: string;
  style?: StyleProp<ViewStyle>;
}

const MODES = { primary: 'contained', secondary: 'outlined', plain: 'text' } as const;

/** A button that says what happens. */
export function Button({
  label,
  onPress,
  kind = 'secondary',
  icon,
  disabled,
  accessibilityLabel,
  style,
}: Props) {
  const inUnits = useWordsShown();
  const { target, text } = useSizes();
  return (
    <PaperButton
      mode={MODES[kind]}
      onPress={onPress}
      disabled={disabled}
      style={[{ borderRadius: CORNER.field, maxWidth: '100%' }, style]}
      contentStyle={{ minHeight: target }}
      labelStyle={{
        // A long label, or large letters, take a second line.
        ...({ whiteSpace: 'normal' } as object),
        flexShrink: 1,
        fontFamily: FONT.strong,
        fontSize: SIZE.body * text,
        letterSpacing: 0,
        marginLeft: icon === undefined ? SPACE.l : SPACE.xl,
        marginRight: SPACE.l,
      }}
      {...(icon === undefined ? {} : { icon })}
      {...(accessibilityLabel === undefined ? {} : { accessibilityLabel: inUnits(accessibilityLabel) })}
    >
      {inUnits(label)}
    </PaperButton>
  );
}
