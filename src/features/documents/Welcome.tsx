import { View } from 'react-native';
import { Icon } from '@/ui/icon/Icon';
import { Heading, Text } from '@/ui/text/Text';
import { SPACE, useRoles } from '@/ui/theme';

/** The name, and in one line what it is. */
export function Welcome() {
  const roles = useRoles();
  return (
    <View style={{ gap: SPACE.s, paddingTop: SPACE.l }}>
      <View style={{ flexDirection: 'row', alignItems: 'center', gap: SPACE.s }}>
        <Icon name="fire" size={34} color={roles.accent} />
        <Heading level={1} kind="display">
          Lumbre
        </Heading>
      </View>
      <Text kind="lead" colour="muted">
        Set up a race engine’s computer from data sheets, and watch it start in simulation before it starts in
        metal.
      </Text>
    </View>
  );
}
