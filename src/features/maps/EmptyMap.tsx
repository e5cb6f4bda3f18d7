import { View } from 'react-native';
import { fieldInfo, type FieldPath } from '@/core/calibration';
import { MAP_DEFINITIONS, type MapId } from '@/core/program';
import { Button } from '@/ui/button/Button';
import { Card } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';

interface Props {
  mapId: MapId;
  /** Fields the proposal still needs. */
  missing: readonly FieldPath[];
  onPropose: () => void;
  /** Goes to a place of the calibration: "build/engine". */
  onGo: (place: string) => void;
}

/** Where missing fields are entered; those of a map’s own settings stand below it. */
const GOALS = [
  { section: 'engine', label: 'Go to Engine', place: 'build/engine' },
  { section: 'injectors', label: 'Go to Injectors', place: 'build/injectors' },
  { section: 'idle', label: 'Go to Idle target speed', place: 'maps/idleSpeed' },
] as const;

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
          <Text>{`To propose it, Lumbre needs ${missing.map((path) => (fieldInfo(path)?.label ?? path).toLowerCase()).join(', ')}.`}</Text>
          <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
            {GOALS.filter(({ section }) => missing.some((path) => path.startsWith(`${section}.`))).map(
              ({ section, label, place }) => (
                <Button
                  key={section}
                  label={label}
                  icon="arrow-right"
                  kind="primary"
                  onPress={() => onGo(place)}
                />
              ),
            )}
          </View>
        </>
      )}
    </Card>
  );
}
