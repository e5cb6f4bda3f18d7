import type { ReactElement, ReactNode } from 'react';
import { View } from 'react-native';
import { fieldInfo, type FieldPath, isSetAside } from '@/core/calibration';
import { useDocumentPart, useLater } from '@/data/session/documentParts';
import { useWide } from '@/ui/layout';
import { SPACE } from '@/ui/theme';
import { At } from './At';

interface Props {
  paths: readonly FieldPath[];
  /** How a field is drawn. */
  children: (path: FieldPath) => ReactNode;
  /** Fields that take a line of their own whatever they are. */
  alone?: readonly FieldPath[];
  /** What takes a line of its own above a field; with a key, by which it stays the same above one field and another. */
  above?: Above;
}

/** What stands above which field; each element with a key of its own. */
export type Above = Readonly<Partial<Record<FieldPath, ReactElement>>>;

/** Narrowest that a number with its unit is still read in, px. */
const LEAST = 200;

/** Of the fields that a choice brings so many come with it: Enter goes on to the first. The others come behind the paint. */
const AT_ONCE = 1;

function shownOf(
  paths: readonly FieldPath[],
  aside: readonly string[],
  asideBefore: readonly string[],
): FieldPath[] {
  const shown = paths.filter((path) => !aside.includes(path));
  const brought = shown.filter((path) => asideBefore.includes(path)).slice(AT_ONCE);
  return shown.filter((path) => !brought.includes(path));
}

/** Fields under each other; wide, short ones stand two to a row. */
export function FieldGrid({ paths, children, alone = [], above = {} }: Props) {
  const wide = useWide();
  // A plain value: drawn again where others are set aside, not by every edit.
  const aside = useDocumentPart((document) => paths.filter((path) => isSetAside(document, path)).join(' '));
  const shown = shownOf(paths, aside.split(' '), useLater(aside).split(' '));
  if (!wide) {
    return shown.flatMap((path) => [
      above[path],
      <At key={path} place={path}>
        {children(path)}
      </At>,
    ]);
  }
  const isShort = (path: FieldPath) => fieldInfo(path)?.kind === 'quantity' && !alone.includes(path);
  return (
    <View style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: SPACE.l, rowGap: SPACE.m }}>
      {shown.flatMap((path) => [
        above[path] === undefined ? null : (
          <View key={`above ${above[path].key}`} style={{ width: '100%' }}>
            {above[path]}
          </View>
        ),
        <At
          key={path}
          place={path}
          style={
            isShort(path)
              ? { flexGrow: 1, flexShrink: 1, flexBasis: '40%', minWidth: LEAST }
              : { width: '100%' }
          }
        >
          {children(path)}
        </At>,
      ])}
    </View>
  );
}
