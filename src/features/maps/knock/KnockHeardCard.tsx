import { useMemo } from 'react';
import { View } from 'react-native';
import { type Calibration, compile } from '@/core/calibration';
import { type KnockHeard, knockHeard } from '@/core/logStudies';
import { keptEdit } from '@/data/session/keptEdit';
import { useDocumentLater } from '@/data/session/documentParts';
import { today } from '@/data/today';
import { Button } from '@/ui/button/Button';
import { Card, Message, Sentences } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { heardSentences, loudCylinders, loudWords } from './heardWords';
import { putFactors } from './knockEdits';
import { useChosenLog } from '../chosenLog/useChosenLog';

/** What the threshold would have heard in a log that it was not made from: likely knocks and doubtful ones, and how loud cylinders are. */
export function KnockHeardCard() {
  const document = useDocumentLater();
  const { offers, log, chips } = useChosenLog('Log to try it on');
  const compiled = useMemo(() => compile(document), [document]);
  const program = compiled.ok ? compiled.program : null;
  const heard = useMemo(
    () =>
      log === null || program === null || program.knock === null
        ? null
        : knockHeard(log, program.knock, program.barometricKpa),
    [log, program],
  );
  if (program === null || program.knock === null || !offers) return null;
  return (
    <Card
      title="Try it on another log"
      intro="What this threshold would have heard: a drive that surely does not knock should hear nothing."
    >
      {chips}
      {log !== null && heard === null ? (
        <Message tone="warning">
          This log has no knock noise. Record one with a knock sensor fitted and wired.
        </Message>
      ) : null}
      {heard === null ? null : <Heard heard={heard} />}
    </Card>
  );
}

function Heard({ heard }: { heard: KnockHeard }) {
  const loud = loudCylinders(heard);
  const take = () => {
    const source = { kind: 'measured', date: today(), note: 'Noise by cylinder, from a log' } as const;
    void keptEdit('Take knock thresholds by cylinder', (draft) =>
      putFactors(draft as Calibration, heard.byCylinder, source),
    );
  };
  return (
    <>
      <Sentences sentences={heardSentences(heard)} />
      {loud.length === 0 ? null : (
        <>
          <Text>{loudWords(loud)}</Text>
          <View style={{ flexDirection: 'row' }}>
            <Button label="Take thresholds by cylinder" icon="check" onPress={take} />
          </View>
        </>
      )}
    </>
  );
}
