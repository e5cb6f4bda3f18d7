import { View } from 'react-native';
import type { FieldPath } from '@/core/calibration';
import { Button } from '@/ui/button/Button';
import { SPACE } from '@/ui/theme';

/** Where missing fields are entered; those of a map’s own settings stand below it. */
const GOALS = [
  { section: 'engine', label: 'Go to Engine', place: 'build/engine' },
  { section: 'injectors', label: 'Go to Injectors', place: 'build/injectors' },
  { section: 'idle', label: 'Go to Idle target speed', place: 'maps/idleSpeed' },
] as const;

/** The ways to fields that a proposal still needs. */
export function MissingWays({
  fields,
  onGo,
}: {
  fields: readonly FieldPath[];
  /** Goes to a place of the calibration: "build/engine". */
  onGo: (place: string) => void;
}) {
  return (
    <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
      {GOALS.filter(({ section }) => fields.some((path) => path.startsWith(`${section}.`))).map(
        ({ section, label, place }) => (
          <Button key={section} label={label} icon="arrow-right" kind="primary" onPress={() => onGo(place)} />
        ),
      )}
    </View>
  );
}
