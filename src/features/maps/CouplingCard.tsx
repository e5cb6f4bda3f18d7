import { inSentence } from '@/core/units';
import { View } from 'react-native';
import { followersOf, possibleLeaders } from '@/core/calibration';
import { MAP_DEFINITIONS, type MapId } from '@/core/program';
import { useDocumentLater } from '@/data/session/documentParts';
import { Button } from '@/ui/button/Button';
import { Card, Message } from '@/ui/layout';
import { SPACE } from '@/ui/theme';

/** Whether the breakpoints follow another map's, and which. */
export function CouplingCard({
  mapId,
  leader,
  onFollow,
}: {
  mapId: MapId;
  leader: MapId | null;
  onFollow: (to: MapId | null) => void;
}) {
  const document = useDocumentLater();
  const followers = followersOf(document, mapId);
  const leaders = possibleLeaders(document, mapId);
  if (followers.length > 0) {
    const names = followers.map((id) => inSentence(MAP_DEFINITIONS[id].label)).join(' and ');
    return (
      <Message tone="plain">{`The breakpoints of ${names} follow this map’s: they change together.`}</Message>
    );
  }
  if (leader !== null) {
    return (
      <Card
        title="Coupled axes"
        intro={`The breakpoints follow ${inSentence(MAP_DEFINITIONS[leader].label)}: they change together with it, there.`}
      >
        <View style={{ flexDirection: 'row' }}>
          <Button label="Uncouple" icon="link-variant-off" onPress={() => onFollow(null)} />
        </View>
      </Card>
    );
  }
  if (leaders.length === 0) return null;
  return (
    <Card
      title="Coupled axes"
      intro="A coupled map takes another’s breakpoints now, and follows whenever they change."
    >
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
        {leaders.map((id) => (
          <Button
            key={id}
            label={`Follow ${inSentence(MAP_DEFINITIONS[id].label)}`}
            icon="link-variant"
            onPress={() => onFollow(id)}
          />
        ))}
      </View>
    </Card>
  );
}
