import { compile } from '@/core/calibration';
import {
  AT,
  type ChannelId,
  channelQuantity,
  CHANNELS,
  type CorrectionChannel,
  frameOf,
  PHASE,
  read,
} from '@/core/channel';
import type { Grid } from '@/core/numeric';
import type { EcuProgram } from '@/core/program';
import { View } from 'react-native';
import { useDocument } from '@/data/session/session';
import { Chips } from '@/ui/button/Chips';
import { NumberBox, type NumberBoxInfo } from '@/ui/field';
import { Card } from '@/ui/layout';
import { SPACE } from '@/ui/theme';
import { useOperatingPoint } from './operatingPoint';

interface PointField {
  readonly channel: ChannelId;
  /** A lower limit of its own: nothing can be computed below it. */
  readonly min?: number;
  /** Whether this program looks at it in this phase; always when left out. */
  readonly when?: (program: EcuProgram | null, running: boolean) => boolean;
}

const byThrottle = (program: EcuProgram | null) =>
  program?.load.strategy === 'throttle' || program?.load.strategy === 'throttlePressure';

const FIELDS: readonly PointField[] = [
  { channel: 'speed', min: 30 },
  { channel: 'manifoldPressure', min: 5 },
  {
    channel: 'throttle',
    when: (program) => byThrottle(program) || program?.overrun != null || looksAt(program, 'throttle'),
  },
  {
    channel: 'airFlow',
    when: (program) => program?.load.strategy === 'airMass' || looksAt(program, 'airFlow'),
  },
  { channel: 'coolant' },
  { channel: 'air' },
  { channel: 'fuelPressure', when: (program) => program?.injector.regulator === 'measured' },
  { channel: 'battery' },
  { channel: 'sinceStart', when: (_, running) => running },
  { channel: 'throttleRate', when: (program, running) => running && program?.tables.acceleration != null },
  {
    channel: 'turns',
    when: (program, running) =>
      (!running && program?.tables.crankingTaper != null) || looksAt(program, 'turns'),
  },
  { channel: 'ethanol', when: (program) => program?.blend != null || looksAt(program, 'ethanol') },
  {
    channel: 'gear',
    when: (program, running) =>
      running &&
      (trims(program?.tables.fuelGear) || trims(program?.tables.sparkGear) || looksAt(program, 'gear')),
  },
];

/** True when one of the builder’s corrections looks at a channel. */
function looksAt(program: EcuProgram | null, channel: CorrectionChannel): boolean {
  return (program?.corrections ?? []).some(
    ({ x, y, activation }) => x === channel || y === channel || activation?.channel === channel,
  );
}

/** True for a trim that is not neutral everywhere. */
function trims(grid: Grid | undefined): boolean {
  return grid?.values.some((value) => value !== 0) ?? false;
}

function boxOf({ channel, min }: PointField): NumberBoxInfo {
  const { label, min: lowest, max } = CHANNELS[channel];
  return { label, ...channelQuantity(channel), min: min ?? lowest, max };
}

/** The operating point to work through. */
export function PointFields() {
  const { point, change } = useOperatingPoint();
  const result = compile(useDocument());
  const program = result.ok ? result.program : null;
  const frame = frameOf(point);
  const running = read(frame, AT.phase) === PHASE.running;
  const valueOf = (channel: ChannelId) => {
    const value = read(frame, AT[channel]);
    return Number.isNaN(value) ? (program?.injector.railGaugeKpa ?? 0) : value;
  };
  return (
    <Card title="Operating point">
      <Chips
        label="Phase"
        options={[
          { id: 'cranking', label: 'Cranking' },
          { id: 'running', label: 'Running' },
        ]}
        value={running ? 'running' : 'cranking'}
        onChange={(phase) => change({ phase: PHASE[phase] })}
      />
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.m }}>
        {FIELDS.filter(({ when }) => when === undefined || when(program, running)).map((field) => (
          <View key={field.channel} style={{ flexGrow: 1, flexBasis: 150, maxWidth: 240 }}>
            <NumberBox
              info={boxOf(field)}
              value={valueOf(field.channel)}
              onChange={(value) => change({ [field.channel]: value })}
            />
          </View>
        ))}
      </View>
    </Card>
  );
}
