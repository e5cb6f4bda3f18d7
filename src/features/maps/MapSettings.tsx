import { DocumentFields } from '../fields/fields';
import type { FieldPath, MapKey } from '@/core/calibration';
import { Card } from '@/ui/layout';

interface Settings {
  readonly title: string;
  readonly fields: readonly FieldPath[];
}

const IDLE: Settings = {
  title: 'Idle',
  fields: ['idle.air', 'idle.valveFlow', 'idle.hotSpeed', 'idle.throttleWorth'],
};
const ACCELERATION: Settings = {
  title: 'When it acts',
  fields: ['acceleration.threshold', 'acceleration.decay'],
};

/** Settings that stand with a map because they only matter to it. */
const SETTINGS: Partial<Record<MapKey, Settings>> = {
  cranking: { title: 'When cranking ends', fields: ['startUp.runningSpeed'] },
  idleAir: IDLE,
  idleSpeed: IDLE,
  acceleration: ACCELERATION,
  accelerationCold: ACCELERATION,
};

/** The numbers that belong to a map beside its cells; nothing for most. */
export function MapSettings({ mapKey }: { mapKey: MapKey }) {
  const settings = SETTINGS[mapKey];
  if (settings === undefined) return null;
  return (
    <Card title={settings.title}>
      <DocumentFields fields={settings.fields} />
    </Card>
  );
}
