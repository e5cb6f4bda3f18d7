import { Pressable } from 'react-native';
import { Icon, type IconName } from '../icon/Icon';
import { CORNER, SIZES, useSizes, useRoles } from '../theme';

interface Props {
  icon: IconName;
  /** Read out, and shown when the pointer rests: an icon alone says too little. */
  label: string;
  onPress: () => void;
  disabled?: boolean;
  /** For buttons that stay pressed. */
  pressed?: boolean;
  /** Among others in a bar: at the car it is higher, and not wider. */
  inBar?: boolean;
  /** Beside a label, where it must not shout. */
  quiet?: boolean;
}

/** A square button with an icon and a name. */
export function IconButton({
  icon,
  label,
  onPress,
  disabled = false,
  pressed,
  quiet = false,
  inBar = false,
}: Props) {
  const roles = useRoles();
  const { target, text } = useSizes();
  const colour = disabled ? roles.line : pressed === true ? roles.accent : quiet ? roles.muted : roles.text;
  return (
    <Pressable
      role="button"
      aria-label={label}
      aria-disabled={disabled}
      {...(pressed === undefined ? {} : { 'aria-pressed': pressed })}
      disabled={disabled}
      onPress={onPress}
      style={({ pressed: down }) => ({
        width: inBar ? SIZES.usual.target : target,
        height: target,
        alignItems: 'center',
        justifyContent: 'center',
        borderRadius: CORNER.field,
        backgroundColor: down ? roles.raised : 'transparent',
      })}
    >
      <Icon name={icon} size={(quiet ? 18 : 22) * text} color={colour} />
    </Pressable>
  );
}
