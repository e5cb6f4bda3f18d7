import { View } from 'react-native';
import { fieldInfo, MAP_DEFINITIONS, type FieldPath, type MapId } from '@/core/calibration';
import { Button } from '@/ui/button/Button';
import { Card } from '@/ui/layout';
import { Text } from '@/ui/text/Text';

interface Props {
  mapId: MapId;
  /** Fields the proposal still needs. */
  missing: readonly FieldPath[];
  onPropose: () => void;
  onField: (section: 'engine' | 'injectors') => void;
}

/** A map that does not exist yet, and the way to it. */
export function EmptyMap({ mapId, missing, onPropose, onField }: Props) {
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
          <Text>{`To propose it, Lumbre needs ${missing.map((path) => (fieldInfo(path)?.label ?? path).toLowerCase()).join(', ')}.`}</Text>
          <View style={{ flexDirection: 'row' }}>
            <Button
              label="Go to Engine"
              icon="arrow-right"
              kind="primary"
              onPress={() => onField('engine')}
            />
          </View>
        </>
      )}
    </Card>
  );
}
