import { inSentence } from '@/core/units';
import { View } from 'react-native';
import { fieldInfo, type FieldPath } from '@/core/calibration';
import { MAP_DEFINITIONS, type MapId } from '@/core/program';
import { Button } from '@/ui/button/Button';
import { Card } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { MissingWays } from './MissingWays';

interface Props {
  mapId: MapId;
  /** Fields the proposal still needs. */
  missing: readonly FieldPath[];
  onPropose: () => void;
  /** Goes to a place of the calibration: "build/engine". */
  onGo: (place: string) => void;
}

/** A map that does not exist yet, and the way to it. */
export function EmptyMap({ mapId, missing, onPropose, onGo }: Props) {
  const { help } = MAP_DEFINITIONS[mapId];
  return (
    <Card title="No map yet">
      <Text>{help.what}</Text>
      <Text colour="muted">{help.usual}</Text>
      {missing.length === 0 ? (
        <View style={{ flexDirection: 'row' }}>
          <Button
            label="Propose from the engine’s description"
            kind="primary"
            icon="auto-fix"
            onPress={onPropose}
          />
        </View>
      ) : (
        <>
          <Text>{`To propose it, Lumbre needs ${missing.map((path) => inSentence(fieldInfo(path)?.label ?? path)).join(', ')}.`}</Text>
          <MissingWays fields={missing} onGo={onGo} />
        </>
      )}
    </Card>
  );
}
