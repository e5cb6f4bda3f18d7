import { useMemo } from 'react';
import { View } from 'react-native';
import type { Answer, Step } from '@/core/procedures';
import { Message } from '@/ui/layout';
import { Heading, Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';
import { ReadoutTile } from '../readouts/ReadoutTile';
import { MEASURE } from './measure';
import { StandInHears } from './StandInHears';
import { TakesView } from './TakesView';
import type { Tried } from './useSearch';
import { WorkControl } from './WorkControl';

interface Props {
  step: Step;
  place: number;
  tried: Tried;
  unlocked: boolean;
  /** Whether it comes after another step, not with the page. */
  arrives: boolean;
  onAnswer: (answer: Answer) => void;
}

/** One step a page: what to do, what is seen, what is expected. */
export function StepPage({ step, place, tried, unlocked, arrives, onAnswer }: Props) {
  const { title, words, shows, expects, work } = step;
  const readouts = useMemo(() => shows.map((channel) => ({ channel, low: null, high: null })), [shows]);
  return (
    <View style={{ gap: SPACE.l, width: '100%', maxWidth: MEASURE }}>
      <View style={{ gap: SPACE.xs }}>
        <Text kind="small" colour="muted">
          {`Step ${place + 1}`}
        </Text>
        <Heading level={3} kind="display" arrives={arrives}>
          {title}
        </Heading>
        {words.map((text) => (
          <Text key={text}>{text}</Text>
        ))}
      </View>
      {readouts.length === 0 ? null : (
        <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
          {readouts.map((readout, place) => (
            <ReadoutTile key={readout.channel} readout={readout} live place={place} />
          ))}
        </View>
      )}
      {expects === null ? null : (
        <Text>
          <Text kind="strong">Expected: </Text>
          {expects}
        </Text>
      )}
      {work === null ? null : unlocked ? (
        <>
          <WorkControl work={work} />
          <StandInHears />
        </>
      ) : (
        <Message tone="warning">
          Unlock the engine computer on the bench: this step acts on the engine.
        </Message>
      )}
      <TakesView step={step} tried={tried} unlocked={unlocked} onAnswer={onAnswer} />
    </View>
  );
}
