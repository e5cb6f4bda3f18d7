import { type ReactNode, type Ref, useEffect, useRef } from 'react';
import { Text as NativeText, type StyleProp, type TextProps, type TextStyle } from 'react-native';
import { type ShownBy, wordsShown } from '@/core/units';
import { FONT, SIZE, useRoles, useSizes, type Roles } from '../theme';
import { useShownBy } from '../units/shownBy';

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
  /** -1 where only the program gives it the focus; the web knows it, React Native's types do not. */
  tabIndex?: -1;
  /** Level of a heading; the web knows it, React Native's types do not. */
  'aria-level'?: number;
  kind?: TextKind;
  colour?: keyof Roles;
  /** Somebody’s own words, or a number in the unit that it was typed in: shown as they stand. */
  verbatim?: boolean;
  style?: StyleProp<TextStyle>;
  ref?: Ref<NativeText>;
  children?: ReactNode;
}

/** A kind at so many times its size. */
function kindAt(kind: TextKind, times: number): TextStyle {
  const usual = KINDS[kind];
  if (times === 1) return usual;
  return (LARGER[kind] ??= {
    ...usual,
    fontSize: Number(usual.fontSize) * times,
    lineHeight: Number(usual.lineHeight) * times,
  });
}

const LARGER: Partial<Record<TextKind, TextStyle>> = {};

/** Text in our type and colours, its measures in the units chosen. */
export function Text({ kind = 'body', colour = 'text', verbatim = false, style, children, ...rest }: Props) {
  const roles = useRoles();
  const by = useShownBy();
  return (
    <NativeText {...rest} style={[kindAt(kind, useSizes().text), { color: roles[colour] }, style]}>
      {verbatim ? children : childrenShown(children, by)}
    </NativeText>
  );
}

/** A number and its unit may come as two pieces: pieces of text are one sentence. */
function childrenShown(children: ReactNode, by: ShownBy): ReactNode {
  if (typeof children === 'string') return wordsShown(children, by);
  if (!Array.isArray(children)) return children;
  const pieces = children as readonly ReactNode[];
  return pieces.every((piece) => typeof piece === 'string' || typeof piece === 'number')
    ? wordsShown(pieces.join(''), by)
    : children;
}

interface HeadingProps {
  level: 1 | 2 | 3;
  children: ReactNode;
  kind?: TextKind;
  /** Lines before the rest is cut off with an ellipsis; screen readers still get all of it. */
  numberOfLines?: number;
  /** Somebody’s own words: shown as they stand. */
  verbatim?: boolean;
  /** Takes the place of what was pressed, which is gone: it has the focus when it comes, and is read out by that. */
  arrives?: boolean;
}

/** A heading with its level for screen readers. */
export function Heading({
  level,
  children,
  kind = 'lead',
  numberOfLines,
  verbatim = false,
  arrives = false,
}: HeadingProps) {
  const own = useRef<NativeText>(null);
  useEffect(() => {
    if (arrives) own.current?.focus();
  }, [arrives]);
  return (
    <Text
      ref={own}
      {...(arrives ? { tabIndex: -1 } : {})}
      kind={kind}
      role="heading"
      aria-level={level}
      verbatim={verbatim}
      {...(numberOfLines === undefined ? {} : { numberOfLines })}
    >
      {children}
    </Text>
  );
}
