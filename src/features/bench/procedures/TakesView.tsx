import { useState } from 'react';
import { View } from 'react-native';
import { ProgressBar } from 'react-native-paper';
import { AT, type ChannelId, read, WORK_CODE } from '@/core/channel';
import type { Answer, Step, Takes } from '@/core/procedures';
import { formatNumber, toBase, unitOf } from '@/core/units';
import { toldFrame } from '@/data/ecu/liveFrame';
import { useSlowFrame } from '@/data/ecu/useLive';
import { Button } from '@/ui/button/Button';
import { NumberBox } from '@/ui/field';
import { Message } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';
import { INSTRUMENTS, type InstrumentId } from '@/workers/benchProtocol';
import { useStandIn } from '../standInStore';
import { SearchView } from './SearchView';
import { SimulatedStartView } from './SimulatedStartView';
import { useCapture } from './useCapture';
import type { Tried } from './useSearch';

const CHOICES = { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s } as const;
/** More choices than this stand two in a row: all of them in reach. */
const MOST_IN_A_COLUMN = 4;

type NumberAnswer = Extract<Answer, { kind: 'number' }>;

/** What channels say now. */
function seenBeside(ids: readonly ChannelId[]): NonNullable<NumberAnswer['beside']> {
  const frame = toldFrame();
  return Object.fromEntries(ids.map((id) => [id, read(frame, AT[id])]));
}

interface Props {
  step: Step;
  tried: Tried;
  unlocked: boolean;
  onAnswer: (answer: Answer) => void;
}

/** What a step takes: a press, a choice, a number, or a look at channels. */
export function TakesView({ step, tried, unlocked, onAnswer }: Props) {
  const { takes } = step;
  switch (takes.kind) {
    case 'go':
      return <Button label={takes.label} kind="primary" onPress={() => onAnswer({ kind: 'gone' })} />;
    case 'choice':
      return (
        <View role="group" aria-label="What is it?" style={CHOICES}>
          {takes.options.map(({ id, label }) => (
            <Button
              key={id}
              label={label}
              style={{ flexGrow: 1, flexBasis: takes.options.length > MOST_IN_A_COLUMN ? '45%' : '100%' }}
              onPress={() => onAnswer({ kind: 'choice', id })}
            />
          ))}
        </View>
      );
    case 'number':
      return <TypeNumber takes={takes} onAnswer={onAnswer} />;
    case 'capture':
    case 'trace':
      return <Capturing takes={takes} onAnswer={onAnswer} />;
    case 'search':
      return <SearchView takes={takes} tried={tried} unlocked={unlocked} onAnswer={onAnswer} />;
    case 'dryStart':
      return <SimulatedStartView takes={takes} onAnswer={onAnswer} />;
  }
}

function TypeNumber({
  takes,
  onAnswer,
}: {
  takes: Extract<Takes, { kind: 'number' }>;
  onAnswer: Props['onAnswer'];
}) {
  const [{ value, beside }, setRead] = useState<Pick<NumberAnswer, 'value' | 'beside'>>({ value: null });
  const acts = read(useSlowFrame(), AT.workState) === WORK_CODE.working;
  // What stands beside it is what was there when it was read, not when it is handed on.
  const setValue = (typed: number) => setRead({ value: typed, beside: seenBeside(takes.beside ?? []) });
  const give = (number: number | null) => onAnswer({ kind: 'number', value: number, beside: beside ?? {} });
  if (takes.whileWorked && !acts && value === null) {
    return <Text colour="muted">It is read while it acts: begin it first.</Text>;
  }
  return (
    <View style={{ gap: SPACE.s }}>
      <NumberBox info={takes} value={value} onChange={setValue} />
      <TakeOver takes={takes} onTake={setValue} />
      <Button
        label="Go on"
        kind="primary"
        disabled={value === null}
        onPress={() => (value === null ? undefined : give(value))}
      />
      {takes.without === undefined ? null : (
        <>
          <Button label="Leave it out" onPress={() => give(null)} />
          <Text kind="small" colour="muted">
            {takes.without}
          </Text>
        </>
      )}
    </View>
  );
}

/** What an instrument at the stand-in shows, taken over instead of typed; at an engine of metal there is none of it. */
function TakeOver({
  takes,
  onTake,
}: {
  takes: Extract<Takes, { kind: 'number' }>;
  onTake: (value: number) => void;
}) {
  const { instrument } = takes;
  const id = instrument?.id as InstrumentId | undefined;
  const shown = useStandIn(({ seen }) =>
    seen === null || id === undefined ? null : (seen.readings[id][instrument?.place ?? 0] ?? null),
  );
  if (id === undefined || shown === null || Number.isNaN(shown)) return null;
  const { error } = INSTRUMENTS[id];
  const unit = unitOf(takes.quantity, takes.unit).label;
  const base = toBase(takes.quantity, { amount: shown, unit: takes.unit });
  const reading = `${formatNumber(shown, takes.decimals)} ${unit} ± ${error}`;
  return <Button label={`Stand-in: take over ${reading}`} icon="gauge" onPress={() => onTake(base)} />;
}

function Capturing({
  takes,
  onAnswer,
}: {
  takes: Extract<Takes, { kind: 'capture' | 'trace' }>;
  onAnswer: Props['onAnswer'];
}) {
  const { share, seen, fault, begin, done } = useCapture(takes, onAnswer);
  const endsByHand = takes.kind === 'trace' && share !== null;
  return (
    <View style={{ gap: SPACE.s }}>
      {fault === null ? null : <Message tone="warning">{fault}</Message>}
      <Button
        label={endsByHand ? 'Done' : takes.kind === 'trace' ? `Begin, ${takes.forS} s at most` : 'Capture'}
        kind="primary"
        icon={endsByHand ? 'check' : 'crosshairs'}
        disabled={share !== null && !endsByHand}
        onPress={endsByHand ? done : begin}
      />
      {share === null ? null : <ProgressBar progress={share} aria-label="Captured" />}
      {share === null || seen === null || takes.kind !== 'trace' ? null : (
        <Text>{`${takes.seen?.label ?? ''} ${formatNumber(100 * seen, 0)} % was seen.`}</Text>
      )}
    </View>
  );
}
