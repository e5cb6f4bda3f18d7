import { View } from 'react-native';
import { AT, type ChannelId, CHANNELS, channelQuantity, read } from '@/core/channel';
import { formatNumber, unitOf } from '@/core/units';
import { useLiveFrame } from '@/data/ecu/useLive';
import { FigureTile } from '@/ui/layout';
import { SPACE } from '@/ui/theme';

/** The four numbers that are read from a step away. */
const FOUR = ['speed', 'lambdaOne', 'manifoldPressure', 'coolant'] as const satisfies readonly ChannelId[];
/** Lambda further from its target than this is marked, a share. */
const OFF = 0.05;

/** Speed, mixture with its target, pressure and coolant, as they are now. */
export function LiveNumbers({ live }: { live: boolean }) {
  const frame = useLiveFrame();
  const target = read(frame, AT.lambdaTarget);
  const lambda = read(frame, AT.lambdaOne);
  const off =
    live && Number.isFinite(lambda) && Number.isFinite(target) && Math.abs(lambda / target - 1) > OFF;
  return (
    <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
      {FOUR.map((id) => {
        const { label, decimals } = CHANNELS[id];
        const { quantity, unit } = channelQuantity(id);
        const value = live ? read(frame, AT[id]) : NaN;
        return (
          <FigureTile
            key={id}
            label={id === 'lambdaOne' ? 'Lambda' : label}
            value={Number.isFinite(value) ? formatNumber(value, decimals) : '–'}
            unit={unitOf(quantity, unit).label}
            detail={detailOf(id, live, target, read(frame, AT.throttle))}
            tone={id === 'lambdaOne' && off ? 'warning' : 'plain'}
          />
        );
      })}
    </View>
  );
}

function detailOf(id: ChannelId, live: boolean, target: number, throttle: number): string | undefined {
  if (!live) return undefined;
  if (id === 'lambdaOne') return Number.isFinite(target) ? `target ${formatNumber(target, 2)}` : undefined;
  return id === 'manifoldPressure' ? `throttle ${formatNumber(throttle, 0)} %` : undefined;
}
