import { View } from 'react-native';
import { baseValue, type Calibration } from '@/core/calibration';
import { KNOCK_NOISE_PLACES, KNOCK_RETARD_PLACES, read } from '@/core/channel';
import { formatNumber } from '@/core/units';
import { useLiveFrame } from '@/data/ecu/useLive';
import { Card } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { SPACE, useRoles } from '@/ui/theme';

/** Width of a cylinder’s tile. */
const TILE = 72;

/** Noise held and spark pulled of each cylinder, as the engine computer says them now. */
export function KnockLive({ document }: { document: Calibration }) {
  const frame = useLiveFrame();
  const roles = useRoles();
  const cylinders = baseValue(document, 'engine.cylinders') ?? 0;
  return (
    <Card
      title="By cylinder, now"
      intro="Noise in its window, held for a moment, and what its spark is pulled by."
    >
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
        {Array.from({ length: cylinders }, (_, i) => {
          const volts = read(frame, KNOCK_NOISE_PLACES[i] ?? 0);
          const deg = read(frame, KNOCK_RETARD_PLACES[i] ?? 0);
          return (
            <View
              key={i}
              style={{ minWidth: TILE, borderLeftWidth: 2, borderColor: roles.line, paddingLeft: SPACE.s }}
            >
              <Text kind="small" colour="muted">{`Cylinder ${i + 1}`}</Text>
              <Text kind="number">{Number.isFinite(volts) ? `${formatNumber(volts, 2)} V` : '–'}</Text>
              <Text kind="number" {...(deg > 0 ? { colour: 'error' as const } : {})}>
                {`${formatNumber(deg > 0 ? -deg : 0, 1)}°`}
              </Text>
            </View>
          );
        })}
      </View>
    </Card>
  );
}
