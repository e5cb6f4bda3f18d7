import { compile, mapAt, type MapKey } from '@/core/calibration';
import { frameOf } from '@/core/channel';
import { injectionAt } from '@/core/ecu';
import type { MapDefinition } from '@/core/map';
import { formatNumber } from '@/core/units';
import { useGlobalSearchParams, useRouter } from 'expo-router';
import { memo } from 'react';
import { View } from 'react-native';
import { useDocumentLater } from '@/data/session/documentParts';
import { Button } from '@/ui/button/Button';
import { Card } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';
import { partAt, useOperatingPoint } from './operatingPoint';
import { type MapEditing, useSelectionLater } from './useMapEditing';

interface Props {
  mapKey: MapKey;
  definition: MapDefinition;
  editing: MapEditing;
}

/** What the engine computer would do in the chosen cell, and the way to every step of it. */
export const MapWorkings = memo(function MapWorkings({ mapKey, definition, editing }: Props) {
  const document = useDocumentLater();
  const selection = useSelectionLater(editing);
  const router = useRouter();
  const { id } = useGlobalSearchParams<{ id: string }>();
  const { point, change } = useOperatingPoint();
  const map = mapAt(document, mapKey);
  const { column, row } = selection.corner;
  const part = partAt(definition, map?.x[column] ?? 0, map?.y[row] ?? 0);
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
});
