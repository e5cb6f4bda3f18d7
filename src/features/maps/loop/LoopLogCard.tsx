import { useMemo } from 'react';
import { View } from 'react-native';
import { ActivityIndicator } from 'react-native-paper';
import { type Calibration, compile } from '@/core/calibration';
import { falseReadingAt, usualChoices } from '@/core/generators';
import { mapTaskOf } from '@/core/log';
import { loopWork } from '@/core/logStudies';
import { formatNumber } from '@/core/units';
import { useLook } from '@/ui/look/useLook';
import { keptEdit } from '@/data/session/keptEdit';
import { useDocumentLater } from '@/data/session/documentParts';
import { today } from '@/data/today';
import { Button } from '@/ui/button/Button';
import { Card, Message, Sentences } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { startLoopPlant } from '@/workers/logFitClient';
import { useChosenLog } from '../chosenLog/useChosenLog';
import { putDelay } from './loopEdits';
import { plantWords, workWords } from './loopLogWords';

/** What a log says of the closed loop: how late it reads by steps of fuel, where it stood at its limit, and on what it should not have acted. */
export function LoopLogCard() {
  const document = useDocumentLater();
  const { offers, log, chips } = useChosenLog('Log to look at');
  const compiled = useMemo(() => compile(document), [document]);
  const task = useMemo(() => (compiled.ok ? mapTaskOf(compiled.program) : null), [compiled]);
  const begin = useMemo(
    () => (log === null || task === null ? null : () => startLoopPlant([log], task)),
    [log, task],
  );
  const { answer, failure } = useLook(begin);
  const work = useMemo(() => {
    if (log === null) return null;
    const falseAt = falseReadingAt(document, usualChoices(document), 'pressure');
    return loopWork(log, (speedRpm, manifoldKpa) => falseAt(speedRpm, manifoldKpa) !== null);
  }, [log, document]);
  if (!offers) return null;
  const plant = answer?.plant ?? null;
  const take = () => {
    if (plant?.ok !== true) return;
    const source = { kind: 'measured', date: today(), note: 'From steps of fuel in a log' } as const;
    void keptEdit('Take the delay from a log', (draft) =>
      putDelay(draft as Calibration, { delay: plant }, source),
    );
  };
  return (
    <Card
      title="From a log"
      intro="How late lambda is read, by steps of fuel at a held speed; and how the loop worked, where it acted."
    >
      {chips}
      {failure === null ? null : <Message tone="error">{failure}</Message>}
      {begin !== null && plant === null && failure === null ? (
        <ActivityIndicator accessibilityLabel="Looking for steps of fuel" />
      ) : null}
      {plant === null ? null : <Sentences sentences={plantWords(plant)} />}
      {plant?.ok === true ? (
        <>
          <Text kind="strong">
            {`Delay ${formatNumber(1000 * plant.fixedS, 0)} ms${plant.flows === 'one' ? '' : `, and ${formatNumber(100 * plant.airG, 0)} ms more at 10 g/s`}; lag ${formatNumber(1000 * plant.lagS, 0)} ms.`}
          </Text>
          {plant.flows === 'one' ? (
            <Text>
              With steps at one flow all of the delay is taken for fixed: step the fuel with less and with
              more air, too.
            </Text>
          ) : null}
          <View style={{ flexDirection: 'row' }}>
            <Button label="Take it, with its gains" icon="check" onPress={take} />
          </View>
        </>
      ) : null}
      {work === null ? null : <Sentences sentences={workWords(work)} />}
      {log !== null && work === null ? <Text>In this log the loop never acted.</Text> : null}
    </Card>
  );
}
