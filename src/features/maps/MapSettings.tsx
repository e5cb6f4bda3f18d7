import { fieldInfo, type FieldPath, isSetAside, type MapKey } from '@/core/calibration';
import { saidAbout } from '@/core/checks';
import { useDocument } from '@/data/session/session';
import { useQuantityField, useSourcedField, useTableField } from '@/data/session/useField';
import { ChoiceField, QuantityField, TableField } from '@/ui/field';
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

/** Fields of the open document by their paths, without those that other choices leave without use. */
export function DocumentFields({ fields }: { fields: readonly FieldPath[] }) {
  const document = useDocument();
  return fields
    .filter((path) => !isSetAside(document, path))
    .map((path) => {
      const kind = fieldInfo(path)?.kind;
      if (kind === 'quantity') return <Quantity key={path} path={path} />;
      if (kind === 'table') return <Table key={path} path={path} />;
      return <Choice key={path} path={path} />;
    });
}

function Quantity({ path }: { path: FieldPath }) {
  return <QuantityField {...useQuantityField(path)} {...saidAbout(useDocument(), path)} />;
}

function Table({ path }: { path: FieldPath }) {
  return <TableField {...useTableField(path)} {...saidAbout(useDocument(), path)} />;
}

/** A choice of the open document. */
function Choice({ path }: { path: FieldPath }) {
  const info = fieldInfo(path);
  const said = saidAbout(useDocument(), path);
  const { value, onCommit, onSource } = useSourcedField<string>(path);
  if (info?.kind !== 'choice') throw new RangeError(`${path} is not a choice`);
  return <ChoiceField info={info} value={value} onCommit={onCommit} onSource={onSource} {...said} />;
}
