import { View } from 'react-native';
import { Sheet } from '../sheet/Sheet';
import { Text } from '../text/Text';
import { SPACE } from '../theme';
import { HelpPicture } from './helpPictures/HelpPicture';
import type { FieldHelp } from '@/core/field';

interface Props {
  label: string;
  help: FieldHelp;
  /** The value in every unit, where it has more than one. */
  conversions?: readonly string[];
  open: boolean;
  onClose: () => void;
}

/** What a field or map is, what is usual, what it changes; a picture first where there is one. */
export function HelpSheet({ label, help, conversions = [], open, onClose }: Props) {
  const parts = [
    ['What it is', help.what],
    ['What is usual', help.usual],
    ['What it changes', help.changes],
  ] as const;
  return (
    <Sheet title={label} open={open} onClose={onClose}>
      {help.picture === undefined ? null : <HelpPicture id={help.picture} />}
      {parts.map(([title, text]) => (
        <View key={title} style={{ gap: 2 }}>
          <Text kind="small" colour="muted">
            {title}
          </Text>
          <Text>{text}</Text>
        </View>
      ))}
      {conversions.length === 0 ? null : (
        <View style={{ gap: SPACE.xs }}>
          <Text kind="small" colour="muted">
            The same in other units
          </Text>
          {conversions.map((line) => (
            <Text key={line} verbatim kind="number">
              {line}
            </Text>
          ))}
        </View>
      )}
    </Sheet>
  );
}
