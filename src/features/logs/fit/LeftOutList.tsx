import { useState } from 'react';
import { Pressable, View } from 'react-native';
import { LEFT_OUT, type LeftOutReason, type LeftOutSpan, type Log, type LogFit } from '@/core/log';
import type { LogBand } from '@/core/logEvents';
import { formatNumber } from '@/core/units';
import { Chips } from '@/ui/button/Chips';
import { Icon } from '@/ui/icon/Icon';
import { Text } from '@/ui/text/Text';
import { SPACE, useRoles } from '@/ui/theme';
import { StretchStrip } from '../seen/StretchStrip';
import { leftOutRows } from './logWords';
import { REASON_TRACES } from './reasonTraces';

interface Props {
  fit: LogFit;
  /** The log on the screen, the first of those that were read. */
  log: Log;
  bands: readonly LogBand[];
  tracesHref: string;
}

/** What was left out, by reason; the one that is touched opens to the traces that show it. */
export function LeftOutList({ fit, log, bands, tracesHref }: Props) {
  const [open, setOpen] = useState<LeftOutReason | null>(null);
  const rows = leftOutRows(fit);
  const spansOf = (reason: LeftOutReason) => fit.leftOutAt[0]?.filter((span) => span.reason === reason) ?? [];
  if (rows.length === 0) {
    return (
      <Text kind="small" colour="muted">
        Nothing was left out.
      </Text>
    );
  }
  return (
    <View style={{ gap: SPACE.xs }}>
      <Text kind="small" colour="muted">
        Left out
      </Text>
      <View role="list" aria-label="Left out">
        {rows.map(({ reason, text }) => {
          const spans = spansOf(reason);
          const isOpen = open === reason;
          return (
            <View key={reason} role="listitem">
              {spans.length === 0 ? (
                <Text kind="small">{text}</Text>
              ) : (
                <Row text={text} open={isOpen} onPress={() => setOpen(isOpen ? null : reason)} />
              )}
              {isOpen ? <Stretches {...{ reason, spans, log, bands, tracesHref }} /> : null}
            </View>
          );
        })}
      </View>
    </View>
  );
}

function Row({ text, open, onPress }: { text: string; open: boolean; onPress: () => void }) {
  const roles = useRoles();
  return (
    <Pressable
      role="button"
      aria-expanded={open}
      onPress={onPress}
      style={{ flexDirection: 'row', gap: SPACE.s, minHeight: 44, alignItems: 'center' }}
    >
      <View style={{ flex: 1 }}>
        <Text kind="small">{text}</Text>
      </View>
      <Icon name={open ? 'chevron-up' : 'chevron-down'} size={20} color={roles.muted} />
    </Pressable>
  );
}

/** The longest stretches that were left out for a reason, one of them drawn. */
function Stretches({
  reason,
  spans,
  log,
  bands,
  tracesHref,
}: { reason: LeftOutReason; spans: readonly LeftOutSpan[] } & Omit<Props, 'fit'>) {
  const [at, setAt] = useState('0');
  const span = spans[Number(at)] ?? spans[0];
  if (span === undefined) return null;
  const label = (one: LeftOutSpan) => `${formatNumber(one.fromS, 1)} s`;
  return (
    <View style={{ gap: SPACE.s }}>
      {spans.length < 2 ? null : (
        <Chips
          label={`Longest stretches ${LEFT_OUT[reason]}`}
          options={spans.map((one, i) => ({ id: String(i), label: label(one) }))}
          value={at}
          onChange={setAt}
        />
      )}
      <StretchStrip
        label={`Traces of what was left out at ${label(span)}`}
        log={log}
        fromS={span.fromS}
        toS={span.toS}
        traces={REASON_TRACES[reason]}
        bands={bands}
        tracesHref={`${tracesHref}?at=${span.fromS}&to=${span.toS}`}
      />
    </View>
  );
}
