import { View } from 'react-native';
import { Sheet } from '../sheet/Sheet';
import { Heading, Text } from '../text/Text';
import { SPACE } from '../theme';
import type { Command } from './command';

/** Keys of one part of the screen, for the sheet. */
export interface CommandGroup {
  readonly title: string;
  readonly commands: readonly Pick<Command, 'id' | 'label' | 'keys'>[];
}

/** Every key there is, derived from the commands themselves. */
export function CommandSheet({
  groups,
  open,
  onClose,
}: {
  groups: readonly CommandGroup[];
  open: boolean;
  onClose: () => void;
}) {
  return (
    <Sheet title="Keys" open={open} onClose={onClose}>
      {groups.map((group) => (
        <View key={group.title} style={{ gap: SPACE.xs }}>
          <Heading level={3} kind="strong">
            {group.title}
          </Heading>
          {group.commands
            .filter((command) => command.keys.length > 0)
            .map((command) => (
              <View key={command.id} style={{ flexDirection: 'row', gap: SPACE.m }}>
                <Text style={{ flex: 1 }}>{command.label}</Text>
                <Text kind="number" colour="muted">
                  {command.keys.join(' or ')}
                </Text>
              </View>
            ))}
        </View>
      ))}
    </Sheet>
  );
}
