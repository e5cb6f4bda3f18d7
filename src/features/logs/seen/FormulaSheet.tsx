import { useDeferredValue, useMemo, useState } from 'react';
import { View } from 'react-native';
import { CHANNEL_IDS } from '@/core/channel';
import type { Log } from '@/core/log';
import {
  channelName,
  checkFormula,
  type ComputedChannel,
  FUNCTION_IDS,
  FUNCTIONS,
  LONGEST_FORMULA,
  namedColumns,
  OPERATORS,
  ownNames,
  plainName,
  withComputed,
} from '@/core/logFormula';
import { extremesOf, momentsOf, statisticsIn } from '@/core/logView';
import { formatNumber } from '@/core/units';
import { COMPUTED_NAME } from '@/data/formulas/computedChannels';
import { parseExpression } from '@/data/formulas/parseExpression';
import { Button } from '@/ui/button/Button';
import { Chips } from '@/ui/button/Chips';
import { ChannelSearch } from '@/ui/channel/ChannelSearch';
import { TextBox } from '@/ui/field';
import { Sheet } from '@/ui/sheet/Sheet';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';

interface Props {
  /** With the channels by formula that there are. */
  log: Log;
  /** The one that is changed; null for a new one. */
  channel: ComputedChannel | null;
  /** Names of those there are. */
  taken: readonly string[];
  onKeep: (channel: ComputedChannel) => void;
  onClose: () => void;
}

const DECIMALS = [0, 1, 2, 3].map((decimals) => ({ id: String(decimals), label: String(decimals) }));

/** A channel computed from others: its formula, checked while it is typed, its unit, and what it gives of this log. */
export function FormulaSheet({ log, channel, taken, onKeep, onClose }: Props) {
  const [name, setName] = useState(channel?.name ?? '');
  const [text, setText] = useState(channel?.text ?? '');
  const [unit, setUnit] = useState(channel?.unit ?? '');
  const [decimals, setDecimals] = useState(String(channel?.decimals ?? 2));
  const wanted = useMemo<ComputedChannel>(
    () => ({
      name: name.trim(),
      text: text.trim(),
      unit: unit.trim() === '' ? null : unit.trim(),
      decimals: Number(decimals),
    }),
    [name, text, unit, decimals],
  );
  // It does not read itself, nor what comes behind it.
  const source = useMemo(() => (channel === null ? log : withoutFrom(log, channel.name)), [log, channel]);
  const said = useChecked(source, useDeferredValue(wanted));
  const nameProblem = problemOfName(wanted.name, source, channel?.name ?? null, taken);
  const insert = (more: string) =>
    setText((before) => (before === '' || /[\s(]$/.test(before) ? `${before}${more}` : `${before} ${more}`));
  return (
    <Sheet
      title={channel === null ? 'A channel by formula' : channel.name}
      open
      onClose={onClose}
      actions={
        <Button
          label="Keep it"
          kind="primary"
          disabled={!said.isGood || nameProblem !== null}
          onPress={() => onKeep(wanted)}
        />
      }
    >
      <View style={{ gap: SPACE.xs }}>
        <Text kind="strong">Name</Text>
        <View style={{ flexDirection: 'row' }}>
          <TextBox
            label="Name"
            value={name}
            placeholder="Boost over the barometer"
            maxLength={COMPUTED_NAME.name}
            onChangeText={setName}
          />
        </View>
        {nameProblem === null || name === '' ? null : <Text kind="small">{nameProblem}</Text>}
      </View>
      <View style={{ gap: SPACE.xs }}>
        <Text kind="strong">Formula</Text>
        <View style={{ flexDirection: 'row' }}>
          <TextBox
            label="Formula"
            value={text}
            lines={3}
            maxLength={LONGEST_FORMULA}
            placeholder={`${channelName('lambdaOne')} / ${channelName('lambdaTarget')}`}
            invalid={text !== '' && !said.isGood}
            onChangeText={setText}
          />
        </View>
        <View role="status" aria-label="What it gives">
          <Text kind="small" colour={said.isGood ? 'muted' : 'text'}>
            {said.words}
          </Text>
        </View>
      </View>
      <ChannelSearch among={CHANNEL_IDS} verb="Read" onFound={(id) => insert(channelName(id))} />
      <OwnColumns log={source} onFound={insert} />
      <View style={{ gap: SPACE.xs }}>
        <Text kind="strong">Unit</Text>
        <View style={{ flexDirection: 'row' }}>
          <TextBox
            label="Unit"
            value={unit}
            placeholder={said.unit === '' ? 'A plain number' : said.unit}
            maxLength={COMPUTED_NAME.unit}
            onChangeText={setUnit}
          />
        </View>
      </View>
      <View style={{ gap: SPACE.xs }}>
        <Text kind="strong">Decimals</Text>
        <Chips label="Decimals" options={DECIMALS} value={decimals} onChange={setDecimals} />
      </View>
      <View style={{ gap: SPACE.xs }}>
        <Text kind="strong">What may stand in it</Text>
        <Text
          kind="small"
          colour="muted"
        >{`Numbers with a point, brackets, ${Object.keys(OPERATORS).join('  ')}`}</Text>
        {FUNCTION_IDS.map((id) => (
          <Text
            key={id}
            kind="small"
            colour="muted"
          >{`${FUNCTIONS[id].written}: ${FUNCTIONS[id].help}`}</Text>
        ))}
      </View>
    </Sheet>
  );
}

/** A log without a computed channel and those behind it. */
function withoutFrom(log: Log, name: string): Log {
  const own = log.own ?? [];
  const at = own.findLastIndex((column) => column.name === name);
  return at < 0 ? log : { ...log, own: own.slice(0, at) };
}

function problemOfName(
  name: string,
  source: Log,
  before: string | null,
  taken: readonly string[],
): string | null {
  if (name === '') return 'Give it a name.';
  const plain = plainName(name);
  const others = taken.filter((one) => one !== before).map(plainName);
  return Object.hasOwn(namedColumns(source), plain) || others.includes(plain)
    ? 'Another is called so. Give it a name of its own.'
    : null;
}

interface Checked {
  readonly isGood: boolean;
  readonly words: string;
  readonly unit: string;
}

/** What a formula gives of a log, or what is wrong with it. */
function useChecked(log: Log, channel: ComputedChannel): Checked {
  return useMemo(() => {
    const found = checkFormula(channel, namedColumns(log), parseExpression);
    if ('problem' in found) return { isGood: false, words: found.problem, unit: '' };
    const { unit, missing } = found;
    const tail = unit === '' ? '' : ` ${unit}`;
    if (missing.length > 0) {
      return { isGood: true, words: `This log has no ${missing.join(', ')}: here it stays empty.`, unit };
    }
    const values = withComputed(log, [channel], parseExpression).own?.at(-1)?.values ?? new Float32Array();
    const { samples, low, high, mean } = statisticsIn(
      momentsOf(log.timeS, extremesOf(values)),
      0,
      log.timeS.length - 1,
    );
    const number = (value: number) => formatNumber(value, channel.decimals);
    return {
      isGood: true,
      words:
        samples === 0
          ? 'It is a formula, and unknown all through this log.'
          : `Over this log ${number(low)} to ${number(high)}${tail}, ${number(mean)}${tail} on average.`,
      unit,
    };
  }, [log, channel]);
}

/** Columns that are no channels, by their names in formulas. */
function OwnColumns({ log, onFound }: { log: Log; onFound: (name: string) => void }) {
  const own = log.own ?? [];
  if (own.length === 0) return null;
  const names = ownNames(own);
  return (
    <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
      {names.map((name, i) => (
        <Button
          key={name}
          icon="plus"
          label={own[i]?.name ?? name}
          accessibilityLabel={`Read ${own[i]?.name ?? name}`}
          onPress={() => onFound(name)}
        />
      ))}
    </View>
  );
}
