import { forwardRef, useState } from 'react';
import { TextInput, type TextInputProps } from 'react-native';
import { focusNextField } from '../focus';
import { CORNER, FONT, SIZE, SPACE, useSizes, useRoles } from '../theme';

interface Props {
  label: string;
  value: string;
  onChangeText: (text: string) => void;
  /** Called when the builder leaves the box or presses Enter, which goes on to the next field. */
  onDone?: () => void;
  onFocus?: () => void;
  /** Called for Enter instead. */
  onSubmit?: () => void;
  /** Called for Escape. */
  onCancel?: () => void;
  invalid?: boolean;
  describedBy?: string;
  numeric?: boolean;
  placeholder?: string;
  autoFocus?: boolean;
  maxLength?: number;
  /** More than one line of text; Enter then begins a new one. */
  lines?: number;
}

/** The box one types into: name, error link and keyboard in one place. */
export const TextBox = forwardRef<TextInput, Props>(function TextBox(
  {
    label,
    value,
    onChangeText,
    onDone,
    onFocus,
    onSubmit,
    onCancel,
    invalid = false,
    describedBy,
    numeric = false,
    placeholder,
    autoFocus,
    maxLength,
    lines = 1,
  },
  ref,
) {
  const roles = useRoles();
  const { target, text } = useSizes();
  const [focused, setFocused] = useState(false);
  const web = {
    'aria-invalid': invalid,
    ...(describedBy === undefined ? {} : { 'aria-describedby': describedBy }),
  } as TextInputProps;
  return (
    <TextInput
      ref={ref}
      aria-label={label}
      {...web}
      value={value}
      autoFocus={autoFocus ?? false}
      maxLength={maxLength ?? 120}
      placeholder={placeholder ?? ''}
      placeholderTextColor={roles.muted}
      inputMode={numeric ? 'decimal' : 'text'}
      autoCorrect={false}
      autoComplete="off"
      onChangeText={onChangeText}
      onFocus={() => {
        setFocused(true);
        onFocus?.();
      }}
      onBlur={() => {
        setFocused(false);
        onDone?.();
      }}
      onSubmitEditing={(event) => {
        if (onSubmit !== undefined) return onSubmit();
        onDone?.();
        focusNextField(event.target as unknown as HTMLElement);
      }}
      {...(lines > 1 ? { multiline: true, numberOfLines: lines } : {})}
      blurOnSubmit={false}
      onKeyPress={(event) => {
        if (event.nativeEvent.key === 'Escape') onCancel?.();
      }}
      style={{
        minHeight: target,
        minWidth: 0,
        flexGrow: 1,
        flexShrink: 1,
        paddingHorizontal: SPACE.m,
        paddingVertical: lines > 1 ? SPACE.s : 0,
        borderRadius: CORNER.field,
        borderWidth: 1,
        borderColor: invalid ? roles.error : focused ? roles.accent : roles.line,
        backgroundColor: roles.ground,
        color: roles.text,
        fontFamily: numeric ? FONT.number : FONT.text,
        fontSize: SIZE.lead * text,
        fontVariant: ['tabular-nums'],
      }}
    />
  );
});
