import { useGlobalSearchParams, useRouter } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import { useDocument } from '@/data/session/session';
import { useLinkState } from '@/data/ecu/useLinkState';
import { type FaultId, FAULTS } from '@/workers/benchProtocol';
import { Button } from '@/ui/button/Button';
import { Chips } from '@/ui/button/Chips';
import { BackTitle, Card, Docked, LinkRow, Message, Page, Sentences, useWide } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';
import { useNetwork } from '../networkStore';
import { MEASURE } from '../procedures/measure';
import { RecordToggle } from '../recording/RecordControls';
import { StandInButton } from '../StandInButton';
import { connectTraining, useStandIn } from '../standInStore';
import { summed, type Tally, useTally, withAnswer } from './tally';
import { answer, TRAINED, type TrainingEngine, useTraining } from './trainingStore';

/** Engines with one thing wrong, to be found from what they send. */
export function TrainingScreen() {
  const { id } = useGlobalSearchParams<{ id: string }>();
  const router = useRouter();
  const document = useDocument();
  const wide = useWide();
  const { engine } = useTraining();
  const [tally, keepTally] = useTally();
  const failure = useStandIn((standIn) => standIn.failure);
  const { differences } = useLinkState(id, document);
  const [coming, setComing] = useState(false);
  const bring = async () => {
    setComing(true);
    useNetwork.setState({ address: null });
    await connectTraining(id, document);
    setComing(false);
  };
  const live = differences !== null;
  const unstored = engine === null && live && differences.unstored.length > 0;
  const worked = engine !== null && live && !coming;
  return (
    <Page>
      <BackTitle
        title="What is wrong with this engine?"
        backLabel="To the bench"
        onBack={() => router.navigate(`/c/${id}/bench`)}
        aside={<RecordToggle id={id} calibration={document.name} live={live} />}
      />
      <View style={{ gap: SPACE.l, width: '100%', maxWidth: MEASURE }}>
        <Text>
          A stand-in of this calibration comes warm, its map right for its engine, and one thing is wrong with
          it. Start it and drive it with the stand-in’s controls, look at what it sends, then say what it is.
        </Text>
        <Score tally={tally} onAnew={() => keepTally({})} />
        {failure === null ? null : <Message tone="error">{failure}</Message>}
        <View role="status" aria-label="This engine">
          {coming ? <Text>It is being built…</Text> : worked ? <Told engine={engine} /> : null}
        </View>
        {worked ? (
          <>
            <Card title={`Engine ${engine.number}`}>
              <LinkRow
                label="Counters, and what it may be"
                detail="What was missed or cut, and what all readings say together."
                onPress={() => router.navigate(`/c/${id}/bench/counters`)}
              />
              <LinkRow
                label="Bench"
                detail="Readings, what is wrong now, and the procedures."
                onPress={() => router.navigate(`/c/${id}/bench`)}
              />
            </Card>
            {engine.answer !== null ? null : (
              <Answering
                onAnswer={(given) => {
                  const fault = answer(given);
                  if (fault !== null) keepTally(withAnswer(tally, fault, given === fault));
                }}
              />
            )}
          </>
        ) : null}
        {unstored ? (
          <Message tone="warning">
            What was changed runs in the engine computer that is linked, and is not stored in it: store or
            drop it on the bench first.
          </Message>
        ) : null}
        {engine === null || engine.answer !== null || !live ? (
          <Button
            label={engine === null ? 'Bring an engine' : 'Bring the next engine'}
            kind="primary"
            disabled={coming || unstored}
            onPress={() => void bring()}
          />
        ) : null}
        {worked && wide ? <StandInButton /> : null}
      </View>
      {worked && !wide ? (
        <Docked label="Hands">
          <StandInButton />
        </Docked>
      ) : null}
    </Page>
  );
}

/** What was found on all engines so far, and what was not found the last time. */
function Score({ tally, onAnew }: { tally: Tally; onAnew: () => void }) {
  const { answered, right, missed } = summed(tally);
  if (answered === 0) return null;
  const open = missed.map((id) => FAULTS[id].label).join(', ');
  return (
    <View style={{ flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', gap: SPACE.m }}>
      <View style={{ flex: 1 }}>
        <Text kind="small" colour="muted">{`${right} of ${answered} right.`}</Text>
        {open === '' ? null : (
          <Text kind="small" colour="muted">{`Not found when they came last: ${open}.`}</Text>
        )}
      </View>
      <Button label="Count anew" onPress={onAnew} />
    </View>
  );
}

/** That it is here; once it is answered, what was right. */
function Told({ engine: { number, fault, answer: given } }: { engine: TrainingEngine }) {
  const { label } = FAULTS[fault];
  if (given === null) return <Text>{`Engine ${number} is here, its key on.`}</Text>;
  if (given === fault) return <Sentences sentences={[{ tone: 'good', text: `Right: ${label}.` }]} />;
  const said = given === 'shown' ? '' : ` You said: ${FAULTS[given].label}.`;
  return (
    <Sentences
      sentences={[{ tone: given === 'shown' ? 'plain' : 'warning', text: `It was: ${label}.${said}` }]}
    />
  );
}

/** Every fault it may have. */
function Answering({ onAnswer }: { onAnswer: (given: FaultId | 'shown') => void }) {
  const [chosen, setChosen] = useState<FaultId | null>(null);
  return (
    <Card title="What is it?">
      <Chips
        label="What is it?"
        options={TRAINED.map((id) => ({ id, label: FAULTS[id].label }))}
        value={chosen}
        onChange={setChosen}
      />
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
        <Button
          label="That is it"
          kind="primary"
          disabled={chosen === null}
          onPress={() => {
            if (chosen !== null) onAnswer(chosen);
            setChosen(null);
          }}
        />
        <Button label="Show me" onPress={() => onAnswer('shown')} />
      </View>
    </Card>
  );
}
