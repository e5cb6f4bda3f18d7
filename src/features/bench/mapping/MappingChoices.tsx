import { baseValue, type Calibration } from '@/core/calibration';
import { MAPPING_AIMS, MAPPING_SENSORS, type MappingSensor } from '@/core/log';
import { formatNumber } from '@/core/units';
import { Chips } from '@/ui/button/Chips';
import { Card } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { mapBy, useMapping } from './mappingStore';
import { sensorName } from './sensorName';
import type { Mappable } from './useMappingTask';

/** Shares of the highest speed that are mapped. */
const SHARES = [0.4, 0.6, 0.8, 1] as const;

/** How right, how long, by which sensor, and how far. */
export function MappingChoices({ document, mappable }: { document: Calibration; mappable: Mappable }) {
  const { aim, sensors, toRpm } = useMapping();
  const maxRpm = baseValue(document, 'engine.maxSpeed') ?? 7000;
  const { fitted, topRpm } = mappable;
  const by = sensors.length > 1 ? 'both' : (sensors[0] ?? 'both');
  const change = (part: Partial<typeof aim>) => useMapping.setState({ aim: { ...aim, ...part } });
  return (
    <Card title="What is wanted">
      <Text kind="small" colour="muted">
        Right within
      </Text>
      <Chips
        label="Right within"
        options={MAPPING_AIMS.tolerance.map((share) => ({
          id: String(share),
          label: `${formatNumber(100 * share, 1)} %`,
        }))}
        value={String(aim.tolerance)}
        onChange={(id) => change({ tolerance: Number(id) })}
      />
      <Text kind="small" colour="muted">
        Each cell held for
      </Text>
      <Chips
        label="Each cell held for"
        options={MAPPING_AIMS.holdS.map((seconds) => ({ id: String(seconds), label: `${seconds} s` }))}
        value={String(aim.holdS)}
        onChange={(id) => change({ holdS: Number(id) })}
      />
      <Text kind="small" colour="muted">
        Up to
      </Text>
      <Chips
        label="Up to"
        options={SHARES.map((share) => ({
          id: String(share),
          label: `${formatNumber(share * maxRpm, 0)} rev/min`,
        }))}
        value={SHARES.map(String).find((share) => Math.abs(Number(share) * maxRpm - topRpm) < 1) ?? null}
        onChange={(id) => useMapping.setState({ toRpm: Number(id) * maxRpm })}
      />
      {fitted.length < 2 ? null : (
        <>
          <Text kind="small" colour="muted">
            By
          </Text>
          <Chips
            label="By"
            options={[
              { id: 'both', label: 'Both sensors' },
              ...MAPPING_SENSORS.map((id) => ({ id, label: sensorName(document, id) })),
            ]}
            value={by}
            onChange={(id) => mapBy(id === 'both' ? MAPPING_SENSORS : [id as MappingSensor])}
          />
        </>
      )}
      {toRpm === null ? null : (
        <Text kind="small" colour="muted">
          Another speed changes only where you are sent.
        </Text>
      )}
    </Card>
  );
}
