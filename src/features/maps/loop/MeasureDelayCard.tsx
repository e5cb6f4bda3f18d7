import { useGlobalSearchParams } from 'expo-router';
import { View } from 'react-native';
import { ProgressBar } from 'react-native-paper';
import type { Calibration } from '@/core/calibration';
import { formatNumber } from '@/core/units';
import { keptEdit } from '@/data/session/keptEdit';
import { useDocumentLater } from '@/data/session/documentParts';
import { today } from '@/data/today';
import { Button } from '@/ui/button/Button';
import { Card, Message } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';
import { putDelay } from './loopEdits';
import { dropStepTrial, runStepTrial, useStepTrial } from './loopTrialStore';
import { stepWords } from './loopWords';

/** Delay and lag measured in the car in simulation: fuel is stepped, and the sensors are watched. */
export function MeasureDelayCard() {
  const document = useDocumentLater();
  const { id } = useGlobalSearchParams<{ id: string }>();
  const status = useStepTrial((state) => state.status);
  const progress = useStepTrial((state) => state.progress);
  const failure = useStepTrial((state) => state.failure);
  const trial = useStepTrial((state) => (state.about?.id === id ? state.trial : null));
  if (status === 'running') {
    return (
      <Card title="Measure it">
        <Text role="status">The engine is held on a brake, and fuel is stepped up and down.</Text>
        <View style={{ height: 4 }}>
          <ProgressBar progress={progress} aria-label="Measuring how late lambda is read" />
        </View>
        <View style={{ flexDirection: 'row' }}>
          <Button label="Stop measuring" icon="stop" onPress={dropStepTrial} />
        </View>
      </Card>
    );
  }
  const take = () => {
    if (trial === null) return;
    const source = { kind: 'computed', date: today(), note: 'From steps of fuel in simulation' } as const;
    void keptEdit('Take the delay that was measured', (draft) =>
      putDelay(draft as Calibration, trial, source),
    );
    dropStepTrial();
  };
  return (
    <Card
      title="Measure it"
      intro="In simulation: the engine is held at three speeds, fuel is stepped by a tenth, and the sensors are watched."
    >
      {failure === null ? null : <Message tone="error">{failure}</Message>}
      {trial === null ? null : (
        <View style={{ gap: SPACE.s }} role="status">
          {stepWords(trial).map((words) => (
            <Text key={words}>{words}</Text>
          ))}
          <Text kind="strong">
            {`Delay ${formatNumber(1000 * trial.delay.fixedS, 0)} ms, and ${formatNumber(100 * trial.delay.airG, 0)} ms more at 10 g/s; lag ${formatNumber(1000 * trial.delay.lagS, 0)} ms.`}
          </Text>
        </View>
      )}
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
        {trial === null ? null : (
          <Button label="Take it, with its gains" kind="primary" icon="check" onPress={take} />
        )}
        <Button
          label={trial === null ? 'Step the fuel' : 'Measure again'}
          icon="pulse"
          onPress={() => void runStepTrial(id, document)}
        />
      </View>
    </Card>
  );
}
