import { useGlobalSearchParams, useRouter } from 'expo-router';
import { type ReactNode, useEffect } from 'react';
import { View } from 'react-native';
import { type ChannelId, CHANNELS, type Frame } from '@/core/channel';
import {
  betweenWords,
  countedBetween,
  countedSentences,
  type CounterReading,
  COUNTERS,
  countersAt,
} from '@/core/counters';
import { onEverySample } from '@/data/ecu/liveFrame';
import { useLinkState } from '@/data/ecu/useLinkState';
import { useSlowFrame } from '@/data/ecu/useLive';
import { useDocument } from '@/data/session/session';
import { Button } from '@/ui/button/Button';
import { BackTitle, Card, Docked, Message, Page, Sentences, useWide } from '@/ui/layout';
import { Heading, Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';
import { MEASURE } from '../procedures/measure';
import { RecordToggle } from '../recording/RecordControls';
import { StandInButton } from '../StandInButton';
import { useStandIn } from '../standInStore';
import { CounterRow } from './CounterRow';
import { LiveCause } from './LiveCause';
import { holdLook, lookAnew } from '../looking/lookStore';
import { type CounterStep, forgetMarks, mark, noteSteps, useCounters } from '../looking/countersStore';

/** Without a mark lines show so much of the past, s. */
const SHOWN_S = 60;
/** Nothing was counted when the key was turned on. */
const KEY_ON: CounterReading = { timeS: 0, turns: 0, isFirst: true, counts: {} };
const NO_STEPS: readonly CounterStep[] = [];

/** Counters that only count up, and what came between two moments, in words. */
export function CountersScreen() {
  const { id } = useGlobalSearchParams<{ id: string }>();
  const router = useRouter();
  const document = useDocument();
  const { state, differences } = useLinkState(id, document);
  const hasStandIn = useStandIn(({ seen }) => seen !== null);
  const live = differences !== null;
  const frame = useSlowFrame();
  const { before, after } = useCounters();
  useSteps();
  const toBench = () => router.navigate(`/c/${id}/bench`);
  const isBetween = before !== null && after === null;
  const dock = (
    <View style={{ flexDirection: 'row', gap: SPACE.s }}>
      <View style={{ flex: 1 }}>
        <Button
          label={isBetween ? 'Mark: after' : 'Mark: before'}
          kind="primary"
          icon="flag-outline"
          disabled={!live}
          onPress={() => {
            mark(countersAt(frame));
            if (isBetween) holdLook();
            else lookAnew();
          }}
        />
      </View>
      {hasStandIn ? <StandInButton /> : null}
    </View>
  );
  return (
    <Page>
      <BackTitle
        title="Counters"
        backLabel="To the bench"
        onBack={toBench}
        aside={<RecordToggle id={id} calibration={document.name} live={live} />}
      />
      {live || after !== null ? (
        <Compared before={before} after={after} frame={frame} />
      ) : (
        <View style={{ gap: SPACE.l, width: '100%', maxWidth: MEASURE }}>
          <Message tone="warning">
            {state === 'lost'
              ? 'The link was lost. What was marked is kept; counters go on once the link is there again.'
              : 'Connect to the engine computer on the bench first.'}
          </Message>
          <Button label="To the bench" kind="primary" onPress={toBench} />
        </View>
      )}
      <Marks shown={live || state === 'lost' || hasStandIn}>{dock}</Marks>
    </Page>
  );
}

/** Within reach on a phone; nothing is marked before there has been a link. */
function Marks({ shown, children }: { shown: boolean; children: ReactNode }) {
  const wide = useWide();
  if (!shown) return null;
  if (!wide) return <Docked label="Marks">{children}</Docked>;
  return <View style={{ width: '100%', maxWidth: MEASURE }}>{children}</View>;
}

/** Notes every step of every counter while the page is there. */
function useSteps(): void {
  useEffect(() => onEverySample((frame) => noteSteps(countersAt(frame))), []);
}

interface ComparedProps {
  before: CounterReading | null;
  after: CounterReading | null;
  frame: Frame;
}

/** What came since the mark, or between both, or since key on. */
function Compared({ before, after, frame }: ComparedProps) {
  const steps = useCounters((counters) => counters.steps);
  const now = after ?? countersAt(frame);
  const from = before ?? KEY_ON;
  const between = countedBetween(from, now);
  const span = { fromS: before === null ? now.timeS - SHOWN_S : from.timeS, toS: now.timeS };
  // What may hold an engine back is a long list: of it, what did.
  const shown = COUNTERS.filter(
    ({ channel, tone }) => channel in now.counts && (tone === 'fault' || (now.counts[channel] ?? 0) > 0),
  );
  const counted = (channel: ChannelId) => between.counted.find((one) => one.counter.channel === channel);
  const since =
    after !== null ? 'Between the marks' : before === null ? 'Since the key was turned on' : 'Since the mark';
  return (
    <View style={{ gap: SPACE.l, width: '100%', maxWidth: MEASURE }}>
      <View style={{ gap: SPACE.xs }}>
        <Text kind="small" colour="muted">
          {since}
        </Text>
        <View role="status" aria-label="What was counted">
          <Heading level={3} kind="display">
            {before === null ? sinceKeyOn(betweenWords(between)) : betweenWords(between)}
          </Heading>
        </View>
      </View>
      <Sentences label="What that means" sentences={countedSentences(between)} />
      {before === null ? null : (
        <Button
          label="Forget the marks"
          onPress={() => {
            forgetMarks();
            lookAnew();
          }}
        />
      )}
      <LiveCause />
      <Card title="Each counter">
        <View role="list" aria-label="Each counter">
          {shown.map((counter) => {
            const one = counted(counter.channel);
            return (
              <CounterRow
                key={counter.channel}
                counter={counter}
                label={CHANNELS[counter.channel].label}
                count={one?.count ?? 0}
                isNormal={one?.isNormal ?? false}
                steps={steps[counter.channel] ?? NO_STEPS}
                span={span}
              />
            );
          })}
        </View>
      </Card>
    </View>
  );
}

/** Nobody knows how long the key has been on: only what came is said. */
function sinceKeyOn(words: string): string {
  return words.replace(/ in [\d.]+ s/, '');
}
