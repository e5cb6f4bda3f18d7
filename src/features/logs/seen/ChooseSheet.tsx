import { useState } from 'react';
import { View } from 'react-native';
import type { Log } from '@/core/log';
import type { ComputedChannel } from '@/core/logFormula';
import { useComputedChannels } from '@/data/formulas/computedChannels';
import { Button } from '@/ui/button/Button';
import { IconButton } from '@/ui/button/IconButton';
import { ChannelSearch } from '@/ui/channel/ChannelSearch';
import { Message } from '@/ui/layout';
import { Sheet } from '@/ui/sheet/Sheet';
import { isChannel, type TraceId, traceLabel, tracesIn } from '@/ui/strip';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';
import { FormulaSheet } from './FormulaSheet';
import { MOST_LANES } from './traceSets';

interface Props {
  /** With the channels by formula. */
  log: Log;
  /** As it was recorded or read. */
  kept: Log;
  ids: readonly TraceId[];
  onIds: (ids: readonly TraceId[]) => void;
  onClose: () => void;
}

/** Which traces are drawn, and in which order; and the channels that the builder computes. */
export function ChooseSheet({ log, kept, ids, onIds, onClose }: Props) {
  const { channels, problem, keep, remove } = useComputedChannels();
  const [formula, setFormula] = useState<ComputedChannel | 'new' | null>(null);
  const there = tracesIn(log).filter((id) => !ids.includes(id));
  const others = there.filter((id) => !isChannel(id));
  const fromSource = tracesIn(kept);
  const isFull = ids.length >= MOST_LANES;
  if (formula !== null) {
    const changed = formula === 'new' ? null : formula;
    return (
      <FormulaSheet
        log={log}
        channel={changed}
        taken={channels.map(({ name }) => name)}
        onKeep={(channel) => {
          keep(channel, changed?.name ?? null);
          setFormula(null);
        }}
        onClose={() => setFormula(null)}
      />
    );
  }
  return (
    <Sheet title="Traces" open onClose={onClose}>
      {ids.map((id) => (
        <View key={id} style={{ flexDirection: 'row', alignItems: 'center' }}>
          <View style={{ flex: 1 }}>
            <Text>{traceLabel(log, id) ?? 'A trace that is not there any more'}</Text>
          </View>
          <IconButton
            icon="close"
            label={`Take away ${traceLabel(log, id) ?? 'it'}`}
            onPress={() => onIds(ids.filter((one) => one !== id))}
          />
        </View>
      ))}
      {isFull ? (
        <Text kind="small" colour="muted">{`No more than ${MOST_LANES} are read at once.`}</Text>
      ) : (
        <>
          <ChannelSearch among={there.filter(isChannel)} onFound={(id) => onIds([...ids, id])} />
          <Others
            title="Columns of its source"
            log={log}
            ids={others.filter((id) => fromSource.includes(id))}
            onAdd={(id) => onIds([...ids, id])}
          />
        </>
      )}
      <View style={{ gap: SPACE.xs }}>
        {problem === null ? null : <Message tone="error">{problem}</Message>}
        {channels.length === 0 ? null : <Text kind="strong">By formula</Text>}
        {channels.map((channel) => (
          <View key={channel.name} style={{ flexDirection: 'row', alignItems: 'center' }}>
            <View style={{ flex: 1 }}>
              <Text verbatim>{channel.name}</Text>
              <Text kind="small" colour="muted">
                {channel.text}
              </Text>
            </View>
            <AddComputed
              id={isFull ? undefined : computedId(log, others, channel)}
              name={channel.name}
              onAdd={(id) => onIds([...ids, id])}
            />
            <IconButton
              icon="pencil-outline"
              label={`Change ${channel.name}`}
              onPress={() => setFormula(channel)}
            />
            <IconButton icon="close" label={`Delete ${channel.name}`} onPress={() => remove(channel.name)} />
          </View>
        ))}
        <View style={{ flexDirection: 'row' }}>
          <Button label="A channel by formula" icon="plus" onPress={() => setFormula('new')} />
        </View>
      </View>
    </Sheet>
  );
}

/** The trace of a channel by formula; undefined where it is drawn already, or cannot be had of this log. */
function computedId(log: Log, others: readonly TraceId[], { name }: ComputedChannel): TraceId | undefined {
  return others.findLast((id) => traceLabel(log, id) === name);
}

function AddComputed({
  id,
  name,
  onAdd,
}: {
  id: TraceId | undefined;
  name: string;
  onAdd: (id: TraceId) => void;
}) {
  return id === undefined ? null : <IconButton icon="plus" label={`Add ${name}`} onPress={() => onAdd(id)} />;
}

interface OthersProps {
  title: string;
  log: Log;
  ids: readonly TraceId[];
  onAdd: (id: TraceId) => void;
}

/** What is no channel of the engine computer, a press each. */
function Others({ title, log, ids, onAdd }: OthersProps) {
  if (ids.length === 0) return null;
  return (
    <View style={{ gap: SPACE.s }}>
      <Text kind="strong">{title}</Text>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
        {ids.map((id) => (
          <Button
            key={id}
            icon="plus"
            label={traceLabel(log, id) ?? id}
            accessibilityLabel={`Add ${traceLabel(log, id) ?? id}`}
            onPress={() => onAdd(id)}
          />
        ))}
      </View>
    </View>
  );
}
