import { compile } from '@/core/calibration';
import { frameOf } from '@/core/channel';
import { injectionAt } from '@/core/ecu';
import type { MapData, MapDefinition } from '@/core/map';
import { formatNumber } from '@/core/units';
import { useGlobalSearchParams, useRouter } from 'expo-router';
import { useDeferredValue } from 'react';
import { View } from 'react-native';
import { useDocument } from '@/data/session/session';
import { Button } from '@/ui/button/Button';
import type { Selection } from '@/ui/grid';
import { Card } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';
import { partAt, useOperatingPoint } from './operatingPoint';

interface Props {
  definition: MapDefinition;
  /** In base units. */
  map: MapData;
  selection: Selection;
}

/** What the engine computer would do in the chosen cell, and the way to every step of it. */
export function MapWorkings({ definition, map, selection }: Props) {
  // It follows a moment later, so that a cell under the finger changes at once.
  const document = useDeferredValue(useDocument());
  const router = useRouter();
  const { id } = useGlobalSearchParams<{ id: string }>();
  const { point, change } = useOperatingPoint();
  const part = partAt(definition, map.x[selection.corner.column] ?? 0, map.y[selection.corner.row] ?? 0);
  const result = compile(document);
  if (!result.ok) {
    return (
      <Card title="Worked through">
        <Text colour="muted">
          What this cell comes to is shown here once the engine, its injectors and the base maps are complete.
        </Text>
      </Card>
    );
  }
  const at = injectionAt(result.program, frameOf({ ...point, ...part }));
  const figures = [
    ['Fuel', formatNumber(at.fuelMg, 2), 'mg'],
    ['Opening', formatNumber(at.openingMs, 3), 'ms'],
    ['of it dead time', formatNumber(at.deadMs, 3), 'ms'],
    ['Duty', formatNumber(at.dutyPercent, 1), '%'],
    ['Spark', formatNumber(at.sparkDeg, 1), '° BTDC'],
  ] as const;
  return (
    <Card
      title="Worked through"
      intro="At the chosen cell; everything else as the operating point of Workings has it."
    >
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.l }}>
        {figures.map(([label, value, unit]) => (
          <View key={label}>
            <Text kind="small" colour="muted">
              {label}
            </Text>
            <Text kind="number">{`${value} ${unit}`}</Text>
          </View>
        ))}
      </View>
      {at.cut ? (
        <Text kind="small" colour="warning">
          With the pedal released the overrun cut acts here: no fuel.
        </Text>
      ) : null}
      <View style={{ flexDirection: 'row' }}>
        <Button
          label="Work this cell through"
          icon="calculator-variant-outline"
          kind="plain"
          onPress={() => {
            change(part);
            router.navigate(`/c/${id}/maps/workings`);
          }}
        />
      </View>
    </Card>
  );
}
