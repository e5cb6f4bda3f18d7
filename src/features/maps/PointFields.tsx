import { View } from 'react-native';
import { engineModel } from '@/core/calibration';
import type { CorrectionChannel } from '@/core/correction';
import type { EngineModel, OperatingPoint } from '@/core/fuel';
import type { Grid } from '@/core/map';
import { useDocument } from '@/data/session/session';
import { Chips } from '@/ui/button/Chips';
import { NumberBox, type NumberBoxInfo } from '@/ui/field';
import { Card } from '@/ui/layout';
import { SPACE } from '@/ui/theme';
import { useOperatingPoint } from './operatingPoint';

type PointKey = Exclude<keyof OperatingPoint, 'phase' | 'cylinder'>;

interface PointField extends NumberBoxInfo {
  readonly key: PointKey;
  /** Whether this engine model looks at it in this phase; always when left out. */
  readonly when?: (model: EngineModel | null, phase: OperatingPoint['phase']) => boolean;
}

const byThrottle = (model: EngineModel | null) =>
  model?.strategy === 'throttle' || model?.strategy === 'throttlePressure';

const FIELDS: readonly PointField[] = [
  { key: 'speedRpm', label: 'Speed', quantity: 'rotationalSpeed', unit: 'rev/min', min: 30, max: 20000 },
  {
    key: 'manifoldKpa',
    label: 'Manifold pressure',
    quantity: 'pressureAbsolute',
    unit: 'kPaAbs',
    min: 5,
    max: 450,
  },
  {
    key: 'throttlePercent',
    label: 'Throttle',
    quantity: 'percentage',
    unit: '%',
    min: 0,
    max: 100,
    when: (model) => byThrottle(model) || model?.overrun != null || looksAt(model, 'throttle'),
  },
  {
    key: 'airFlowGPerS',
    label: 'Air-mass meter',
    quantity: 'airFlow',
    unit: 'g/s',
    min: 0,
    max: 2000,
    when: (model) => model?.strategy === 'airMass' || looksAt(model, 'airFlow'),
  },
  { key: 'coolantC', label: 'Coolant', quantity: 'temperature', unit: 'degC', min: -50, max: 150 },
  { key: 'airC', label: 'Air', quantity: 'temperature', unit: 'degC', min: -50, max: 150 },
  {
    key: 'railGaugeKpa',
    label: 'Rail pressure, measured',
    quantity: 'pressureGauge',
    unit: 'kPaGauge',
    min: 0,
    max: 1500,
    when: (model) => model?.injector.regulator === 'measured',
  },
  { key: 'batteryV', label: 'Battery', quantity: 'voltage', unit: 'V', min: 5, max: 20 },
  {
    key: 'sinceStartS',
    label: 'Since start',
    quantity: 'seconds',
    unit: 's',
    min: 0,
    max: 3600,
    when: (_, phase) => phase === 'running',
  },
  {
    key: 'throttleRatePercentPerS',
    label: 'Throttle opens by',
    quantity: 'throttleRate',
    unit: '%/s',
    min: 0,
    max: 2000,
    when: (model, phase) => phase === 'running' && model?.maps.acceleration != null,
  },
  {
    key: 'turns',
    label: 'Turns so far',
    quantity: 'count',
    unit: '1',
    min: 0,
    max: 200,
    when: (model, phase) =>
      (phase === 'cranking' && model?.maps.crankingTaper != null) || looksAt(model, 'turns'),
  },
  {
    key: 'ethanolPercent',
    label: 'Ethanol in the fuel',
    quantity: 'percentage',
    unit: '%',
    min: 0,
    max: 100,
    when: (model) => model?.blend != null || looksAt(model, 'ethanol'),
  },
  {
    key: 'gear',
    label: 'Gear',
    quantity: 'count',
    unit: '1',
    min: 0,
    max: 10,
    when: (model, phase) =>
      phase === 'running' &&
      (trims(model?.maps.fuelGear) || trims(model?.maps.sparkGear) || looksAt(model, 'gear')),
  },
];

/** True when one of the builder’s corrections looks at a channel. */
function looksAt(model: EngineModel | null, channel: CorrectionChannel): boolean {
  return (model?.corrections ?? []).some(
    ({ x, y, activation }) => x === channel || y === channel || activation?.channel === channel,
  );
}

/** True for a trim that is not neutral everywhere. */
function trims(grid: Grid | null | undefined): boolean {
  return grid?.values.some((value) => value !== 0) ?? false;
}

/** The operating point to work through. */
export function PointFields() {
  const { point, change } = useOperatingPoint();
  const result = engineModel(useDocument());
  const model = result.ok ? result.model : null;
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
        {FIELDS.filter(({ when }) => when === undefined || when(model, point.phase)).map((field) => (
          <View key={field.key} style={{ flexGrow: 1, flexBasis: 150, maxWidth: 240 }}>
            <NumberBox
              info={field}
              value={point[field.key] ?? model?.injector.railGaugeKpa ?? 0}
              onChange={(value) => change({ [field.key]: value })}
            />
          </View>
        ))}
      </View>
    </Card>
  );
}
