import { useRouter } from 'expo-router';
import { useMemo, useState } from 'react';
import { Pressable, View } from 'react-native';
import { ActivityIndicator } from 'react-native-paper';
import type { Log } from '@/core/log';
import { EVENT_KINDS, type LogEvent } from '@/core/logEvents';
import type { SeenLog } from '@/workers/logFitProtocol';
import { formatNumber, inSentence } from '@/core/units';
import { Button } from '@/ui/button/Button';
import { Icon } from '@/ui/icon/Icon';
import { Card, Message } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { SPACE, useRoles } from '@/ui/theme';
import { StretchStrip } from './StretchStrip';

interface Props {
  log: Log;
  found: SeenLog | null;
  /** Why it could not be looked for. */
  failure: string | null;
  /** Where all traces are, and where it is compared with another. */
  tracesHref: string;
  compareHref: string;
}

/** So many are listed until all are asked for. */
const FIRST = 7;

/** What happened, a sentence each; the one that is touched opens to the traces that show it. */
export function HappenedCard({ log, found, failure, tracesHref, compareHref }: Props) {
  const router = useRouter();
  const [open, setOpen] = useState<LogEvent | null>(null);
  const [all, setAll] = useState(false);
  const events = useMemo(() => found?.events ?? [], [found]);
  const shown = all ? events : mostTelling(events);
  return (
    <Card title="What happened">
      {failure === null ? null : <Message tone="error">{failure}</Message>}
      {found === null && failure === null ? (
        <ActivityIndicator accessibilityLabel="Looking for what happened" />
      ) : null}
      {found !== null && events.length === 0 ? (
        <Text>Nothing that is looked for: no start, no limit, nothing wrong.</Text>
      ) : null}
      <View role="list" aria-label="What happened" style={{ gap: SPACE.xs }}>
        {shown.map((event) => {
          const isOpen = open === event;
          return (
            <View key={`${event.kind}${event.fromS}${event.text}`} role="listitem">
              <EventRow event={event} open={isOpen} onPress={() => setOpen(isOpen ? null : event)} />
              {isOpen ? (
                <StretchStrip
                  label={`Traces of ${inSentence(EVENT_KINDS[event.kind].label)} at ${formatNumber(event.fromS, 1)} s`}
                  log={log}
                  fromS={event.fromS}
                  toS={event.toS}
                  traces={event.traces}
                  bands={found?.bands ?? []}
                  tracesHref={`${tracesHref}?at=${event.fromS}&to=${event.toS}&of=${event.kind}`}
                />
              ) : null}
            </View>
          );
        })}
      </View>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
        {shown.length < events.length ? (
          <Button label={`All ${events.length}`} onPress={() => setAll(true)} />
        ) : null}
        <Button
          label="All traces"
          icon="chart-timeline-variant"
          onPress={() => router.navigate(tracesHref as '/')}
        />
        <Button label="Compare" icon="compare" onPress={() => router.navigate(compareHref as '/')} />
      </View>
      {found === null || found.notLooked.length === 0 ? null : (
        <Text kind="small" colour="muted">
          {`Not looked for, since it was not logged: ${found.notLooked.map((id) => inSentence(EVENT_KINDS[id].label)).join(', ')}.`}
        </Text>
      )}
    </Card>
  );
}

/** The first few, what somebody should look at before what belongs to a drive; in the order they came. */
function mostTelling(events: readonly LogEvent[]): readonly LogEvent[] {
  const ranked = [...events].sort((one, other) => rank(one) - rank(other)).slice(0, FIRST);
  return events.filter((event) => ranked.includes(event));
}

const rank = ({ tone }: LogEvent) => (tone === 'warning' ? 0 : 1);

function EventRow({ event, open, onPress }: { event: LogEvent; open: boolean; onPress: () => void }) {
  const roles = useRoles();
  const warns = event.tone === 'warning';
  return (
    <Pressable
      role="button"
      aria-expanded={open}
      onPress={onPress}
      style={{
        flexDirection: 'row',
        gap: SPACE.s,
        minHeight: 44,
        paddingVertical: SPACE.xs,
        alignItems: 'flex-start',
      }}
    >
      <Icon
        name={warns ? 'alert-outline' : 'circle-outline'}
        size={20}
        color={warns ? roles.warning : roles.muted}
      />
      <View style={{ flex: 1 }}>
        <Text kind="small" colour="muted">{`${formatNumber(event.fromS, 1)} s`}</Text>
        <Text>{event.text}</Text>
      </View>
      <Icon name={open ? 'chevron-up' : 'chevron-down'} size={20} color={roles.muted} />
    </Pressable>
  );
}
