import type { ReactNode, Ref } from 'react';
import { Text as NativeText, type StyleProp, type TextProps, type TextStyle } from 'react-native';
import { FONT, SIZE, useRoles, type Roles } from '../theme';

/** What the text is: sets size, weight and family. */
export type TextKind = 'small' | 'body' | 'strong' | 'lead' | 'title' | 'display' | 'number' | 'figure';

const KINDS: Readonly<Record<TextKind, TextStyle>> = {
  small: { fontFamily: FONT.text, fontSize: SIZE.small, lineHeight: 18 },
  body: { fontFamily: FONT.text, fontSize: SIZE.body, lineHeight: 21 },
  strong: { fontFamily: FONT.strong, fontSize: SIZE.body, lineHeight: 21 },
  lead: { fontFamily: FONT.strong, fontSize: SIZE.lead, lineHeight: 23 },
  title: { fontFamily: FONT.strong, fontSize: SIZE.title, lineHeight: 28 },
  display: { fontFamily: FONT.strong, fontSize: SIZE.display, lineHeight: 36 },
  /** A number in running text or a list. */
  number: { fontFamily: FONT.number, fontSize: SIZE.body, lineHeight: 21, fontVariant: ['tabular-nums'] },
  /** A number that is the point of its line. */
  figure: { fontFamily: FONT.number, fontSize: SIZE.title, lineHeight: 28, fontVariant: ['tabular-nums'] },
};

interface Props extends Pick<TextProps, 'role' | 'numberOfLines' | 'id' | 'aria-live'> {
  /** Level of a heading; the web knows it, React Native's types do not. */
  'aria-level'?: number;
  kind?: TextKind;
  colour?: keyof Roles;
  style?: StyleProp<TextStyle>;
  ref?: Ref<NativeText>;
  children?: ReactNode;
}

/** Text in our type and colours. */
export function Text({ kind = 'body', colour = 'text', style, children, ...rest }: Props) {
  const roles = useRoles();
  return (
    <NativeText {...rest} style={[KINDS[kind], { color: roles[colour] }, style]}>
      {children}
    </NativeText>
  );
}

interface HeadingProps {
  level: 1 | 2 | 3;
  children: ReactNode;
  kind?: TextKind;
  /** Lines before the rest is cut off with an ellipsis; screen readers still get all of it. */
  numberOfLines?: number;
}

/** A heading with its level for screen readers. */
export function Heading({ level, children, kind = 'lead', numberOfLines }: HeadingProps) {
  return (
    <Text
      kind={kind}
      role="heading"
      aria-level={level}
      {...(numberOfLines === undefined ? {} : { numberOfLines })}
    >
      {children}
    </Text>
  );
}
