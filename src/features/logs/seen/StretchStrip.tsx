import { useRouter } from 'expo-router';
import { useMemo } from 'react';
import { View } from 'react-native';
import type { ChannelId } from '@/core/channel';
import type { Log } from '@/core/log';
import type { LogBand } from '@/core/logEvents';
import { Button } from '@/ui/button/Button';
import { useWide } from '@/ui/layout';
import { lanesOf, LogStrip, stripStore } from '@/ui/strip';
import { SPACE } from '@/ui/theme';
import { useShownBy } from '@/ui/units/shownBy';

/** About a stretch so much more is shown, s. */
const ABOUT_S = 3;
const LANES = { phone: 3, wide: 4 } as const;

interface Props {
  label: string;
  log: Log;
  fromS: number;
  toS: number;
  /** What shows it, the most telling first. */
  traces: readonly ChannelId[];
  bands: readonly LogBand[];
  /** Where all traces are, about this stretch. */
  tracesHref: string;
}

/** A stretch of a log with the traces that show it. */
export function StretchStrip({ label, log, fromS, toS, traces, bands, tracesHref }: Props) {
  const wide = useWide();
  const by = useShownBy();
  const router = useRouter();
  const strip = useMemo(() => {
    const { timeS } = log;
    const whole = { fromS: timeS[0] ?? 0, toS: timeS[timeS.length - 1] ?? 1 };
    const window = {
      fromS: Math.max(whole.fromS, fromS - ABOUT_S),
      toS: Math.min(whole.toS, toS + ABOUT_S),
    };
    return stripStore(whole, { window, cursorS: fromS });
  }, [log, fromS, toS]);
  const lanes = useMemo(
    () => lanesOf(log, traces.slice(0, wide ? LANES.wide : LANES.phone), { by }),
    [log, traces, wide, by],
  );
  return (
    <View style={{ gap: SPACE.s, paddingBottom: SPACE.m }}>
      <LogStrip
        label={label}
        strip={strip}
        lanes={lanes}
        bands={bands}
        overview={false}
        laneHeight={wide ? 72 : 84}
      />
      <View style={{ flexDirection: 'row' }}>
        <Button
          label="In all traces"
          icon="magnify-plus-outline"
          onPress={() => router.navigate(tracesHref as '/')}
        />
      </View>
    </View>
  );
}
