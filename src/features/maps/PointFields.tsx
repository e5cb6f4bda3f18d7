import { View } from 'react-native';
import type { OperatingPoint } from '@/core/fuel';
import { Chips } from '@/ui/button/Chips';
import { NumberBox, type NumberBoxInfo } from '@/ui/field';
import { Card } from '@/ui/layout';
import { SPACE } from '@/ui/theme';
import { useOperatingPoint } from './operatingPoint';

type PointKey = Exclude<keyof OperatingPoint, 'phase'>;

const FIELDS: readonly (NumberBoxInfo & {
  readonly key: PointKey;
  readonly when?: OperatingPoint['phase'];
})[] = [
  { key: 'speedRpm', label: 'Speed', quantity: 'rotationalSpeed', unit: 'rev/min', min: 30, max: 20000 },
  {
    key: 'manifoldKpa',
    label: 'Manifold pressure',
    quantity: 'pressureAbsolute',
    unit: 'kPaAbs',
    min: 5,
    max: 450,
  },
  { key: 'coolantC', label: 'Coolant', quantity: 'temperature', unit: 'degC', min: -50, max: 150 },
  { key: 'airC', label: 'Air', quantity: 'temperature', unit: 'degC', min: -50, max: 150 },
  { key: 'batteryV', label: 'Battery', quantity: 'voltage', unit: 'V', min: 5, max: 20 },
  {
    key: 'sinceStartS',
    label: 'Since start',
    quantity: 'seconds',
    unit: 's',
    min: 0,
    max: 3600,
    when: 'running',
  },
];

/** The operating point to work through. */
export function PointFields() {
  const { point, change } = useOperatingPoint();
  return (
    <Card title="Operating point">
      <Chips
        label="Phase"
        options={[
          { id: 'cranking', label: 'Cranking' },
          { id: 'running', label: 'Running' },
        ]}
        value={point.phase}
        onChange={(phase) => change({ phase })}
      />
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.m }}>
        {FIELDS.filter((field) => field.when === undefined || field.when === point.phase).map((field) => (
          <View key={field.key} style={{ flexGrow: 1, flexBasis: 150, maxWidth: 240 }}>
            <NumberBox
              info={field}
              value={point[field.key]}
              onChange={(value) => change({ [field.key]: value })}
            />
          </View>
        ))}
      </View>
    </Card>
  );
}
