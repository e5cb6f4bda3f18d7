import { View } from 'react-native';
import { ProgressBar } from 'react-native-paper';
import type { Calibration } from '@/core/calibration';
import type { Source } from '@/core/field';
import { keptEdit } from '@/data/session/keptEdit';
import { today } from '@/data/today';
import { Button } from '@/ui/button/Button';
import { Card, Message, StateMark } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';
import type { DriveSetup, TransientCure } from '@/workers/driveProtocol';
import { putFilm, putRate } from './transientEdits';
import { dropTransients, runTransients, useTransients } from './transientStore';
import { filmWords, rateWords, worstWords } from './transientWords';

interface Props {
  id: string;
  document: Calibration;
  setup: DriveSetup;
}

/** What would keep the mixture nearer to its target while the throttle moves, found by driving with it; nothing changes until it is taken. */
export function TransientCard({ id, document, setup }: Props) {
  const status = useTransients((state) => state.status);
  const progress = useTransients((state) => state.progress);
  const failure = useTransients((state) => state.failure);
  const about = useTransients((state) => (state.about?.id === id ? state.about : null));
  const cure = useTransients((state) => (state.about?.id === id ? state.cure : null));
  if (status === 'running' && about !== null) {
    return (
      <Card title="What would make it smaller">
        <Text role="status">The same stabs and openings are driven with other enrichment.</Text>
        <View style={{ height: 4 }}>
          <ProgressBar progress={progress} aria-label="Looking for a smaller excursion" />
        </View>
        <Button label="Stop looking" icon="stop" onPress={dropTransients} />
      </Card>
    );
  }
  const take = (label: string, put: (draft: Calibration, cure: TransientCure, source: Source) => void) => {
    if (cure === null) return;
    const source = { kind: 'computed', date: today(), note: 'From the car’s answer in simulation' } as const;
    void keptEdit(label, (draft) => put(draft as Calibration, cure, source));
    dropTransients();
  };
  return (
    <Card
      title="What would make it smaller"
      intro="Enrichment by throttle rate, and fuel that follows the film on the walls, tried in this car from too little to too much."
    >
      {failure === null || about === null ? null : <Message tone="error">{failure}</Message>}
      {cure === null ? null : (
        <View style={{ gap: SPACE.m }}>
          <Text kind="strong">{`As it is: ${worstWords(cure.now)} at most.`}</Text>
          <Found title="By throttle rate" words={rateWords(cure)} worst={worstWords(cure.rate.worst)} />
          <Found title="By the film" words={filmWords(cure)} worst={worstWords(cure.film.worst)} />
          <Text kind="small" colour="muted">
            {`Found at this temperature with ${cure.tried} drives. What a simulation cannot know: how your ports and sprays truly wet the wall.`}
          </Text>
          {about?.document === document ? (
            <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
              <Button
                label="Take the film"
                kind="primary"
                icon="check"
                onPress={() => take('Have fuel follow the film', putFilm)}
              />
              <Button
                label="Take the rate"
                icon="check"
                onPress={() => take('Take the enrichment that was found', putRate)}
              />
            </View>
          ) : (
            <StateMark tone="warning" label="The calibration has changed since. Look again." />
          )}
        </View>
      )}
      <Button
        label={cure === null ? 'Look for less' : 'Look again'}
        icon="auto-fix"
        onPress={() => void runTransients(id, document, setup)}
      />
    </Card>
  );
}

function Found({ title, words, worst }: { title: string; words: string; worst: string }) {
  return (
    <View>
      <View style={{ flexDirection: 'row', justifyContent: 'space-between', flexWrap: 'wrap', gap: SPACE.s }}>
        <Text kind="strong">{title}</Text>
        <Text kind="number">{worst}</Text>
      </View>
      <Text colour="muted">{words}</Text>
    </View>
  );
}
