import { useState } from 'react';
import { View } from 'react-native';
import { ProgressBar } from 'react-native-paper';
import { useRouter } from 'expo-router';
import type { Calibration } from '@/core/calibration';
import { wayTo } from '@/core/checks';
import { guesses, spreadWords } from '@/core/whatIf';
import { Button } from '@/ui/button/Button';
import { Icon } from '@/ui/icon/Icon';
import { Card, Message, StateMark } from '@/ui/layout';
import { Heading, Text } from '@/ui/text/Text';
import { CORNER, SPACE, useRoles } from '@/ui/theme';
import type { StartSetup } from '@/workers/dryStartProtocol';
import { POSITIONS, type WhatIf } from '@/workers/startSearchClient';
import { fieldMark } from './fieldWords';
import { decides, deciding, whatIfWords } from './whatIfWords';
import { runWhatIf, stopWhatIf, useWhatIf } from './whatIfStore';

interface Props {
  id: string;
  document: Calibration;
  setup: StartSetup;
}

/** Which of the guesses, if it were wrong, decides whether it starts. */
export function WhatIfCard({ id, document, setup }: Props) {
  const status = useWhatIf((state) => state.status);
  const failure = useWhatIf((state) => state.failure);
  const about = useWhatIf((state) => (state.about?.id === id ? state.about : null));
  const found = useWhatIf((state) => state.found);
  const asked = guesses(document).length;
  const shown = about === null ? [] : found;
  const running = status === 'running' && about !== null;
  const decisive = shown.filter(decides).length;
  const calm = shown.length - decisive;
  const [all, setAll] = useState(false);
  return (
    <Card
      title="What if a guess is wrong"
      intro="Each value that nobody vouches for, wrong by as much as is believed, either way: which of them decides whether it starts."
    >
      {asked === 0 ? (
        <Text>Nothing that a start hangs on is only a guess. Somebody vouches for all of it.</Text>
      ) : null}
      {failure === null || about === null ? null : <Message tone="error">{failure}</Message>}
      {shown.length === 0 || running ? null : (
        <Text kind="strong" role="status">
          {decisive === 0
            ? `None of these ${shown.length} decides it.`
            : `${decisive} of ${shown.length} ${decisive === 1 ? 'decides' : 'decide'} it: measure ${decisive === 1 ? 'that one' : 'those'} first.`}
        </Text>
      )}
      {(all ? deciding(shown) : shown.filter(decides)).map((whatIf) => (
        <Row key={whatIf.guess.path} whatIf={whatIf} id={id} />
      ))}
      {calm === 0 || running ? null : (
        <Button
          label={all ? 'Hide what changes nothing' : `Show the ${calm} that change nothing`}
          onPress={() => setAll(!all)}
        />
      )}
      {!running && about !== null && about.document !== document ? (
        <StateMark tone="warning" label="The calibration has changed since. Try them again." />
      ) : null}
      {running ? (
        <View style={{ gap: SPACE.s }}>
          <View style={{ height: 4 }}>
            <ProgressBar progress={found.length / Math.max(1, asked)} aria-label="Trying the guesses" />
          </View>
          <Button label="Stop trying" icon="stop" onPress={stopWhatIf} />
        </View>
      ) : asked === 0 ? null : (
        <Button
          label={
            shown.length === 0
              ? `Try ${asked === 1 ? 'the guess' : `the ${asked} guesses`}`
              : 'Try them again'
          }
          icon="play"
          onPress={() => void runWhatIf(id, document, setup)}
        />
      )}
    </Card>
  );
}

/** A guess: how the start ends from the least to the most that is believed, what that means, and the way to its field. */
function Row({ whatIf, id }: { whatIf: WhatIf; id: string }) {
  const roles = useRoles();
  const router = useRouter();
  const { guess, ends } = whatIf;
  const isDecisive = decides(whatIf);
  return (
    <View
      role="group"
      aria-label={guess.label}
      style={{
        gap: SPACE.xs,
        borderLeftWidth: isDecisive ? 4 : 1,
        borderColor: isDecisive ? roles.warning : roles.line,
        paddingLeft: SPACE.s,
      }}
    >
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: SPACE.m, alignItems: 'center' }}>
        <Heading level={3} kind="strong">
          {guess.label}
        </Heading>
        <Text kind="small" colour="muted">
          {`${guess.words}, ± ${spreadWords(guess.believable)}`}
        </Text>
      </View>
      <View aria-hidden style={{ flexDirection: 'row', gap: 2 }}>
        {ends.map(({ code, good }, i) => {
          const mark = fieldMark({ code, good, unsure: false });
          return (
            <View
              key={POSITIONS[i]}
              style={{
                flex: 1,
                height: 28,
                alignItems: 'center',
                justifyContent: 'center',
                borderRadius: CORNER.field,
                borderWidth: POSITIONS[i] === 0 ? 2 : 1,
                borderColor: POSITIONS[i] === 0 ? roles.text : roles.line,
                backgroundColor: good ? roles.surface : roles.raised,
              }}
            >
              <Icon name={mark.icon} size={16} color={roles[mark.tone]} />
            </View>
          );
        })}
      </View>
      <Text kind="small">{whatIfWords(whatIf)}</Text>
      {isDecisive ? (
        <View style={{ flexDirection: 'row' }}>
          <Button
            label="Go there"
            accessibilityLabel={`Go to ${guess.label}`}
            onPress={() => router.navigate(`/c/${id}/${wayTo(guess.path)}` as '/')}
          />
        </View>
      ) : null}
    </View>
  );
}
