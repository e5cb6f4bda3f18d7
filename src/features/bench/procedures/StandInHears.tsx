import { View } from 'react-native';
import { useDocument } from '@/data/session/session';
import { Text } from '@/ui/text/Text';
import { SPACE, useRoles } from '@/ui/theme';
import { heardWords } from '../heardWords';
import { useStandIn } from '../standInStore';

const SILENT: readonly string[] = [];

/** What somebody beside the stand-in hears and sees while a step works something; at an engine of metal there is none of it. */
export function StandInHears() {
  const roles = useRoles();
  const document = useDocument();
  const there = useStandIn(({ seen }) => seen !== null);
  const heard = useStandIn(({ seen }) => seen?.heard ?? SILENT);
  if (!there) return null;
  const words = heardWords(document, heard);
  return (
    <View
      role="status"
      aria-label="Heard at the stand-in"
      style={{
        padding: SPACE.s,
        backgroundColor: roles.ground,
        borderWidth: 1,
        borderStyle: 'dashed',
        borderColor: roles.steel,
      }}
    >
      <Text colour="steel">
        {words === '' ? 'Stand-in: nothing is heard.' : `Stand-in, heard or seen: ${words}`}
      </Text>
    </View>
  );
}
