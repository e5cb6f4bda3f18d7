import { useMemo, useState } from 'react';
import { View } from 'react-native';
import type { Calibration } from '@/core/calibration';
import { putRemedy, type Remedy } from '@/core/checks';
import { differences } from '@/core/compare';
import { type Outcome, type Procedure, verdictOf } from '@/core/procedures';
import { edit, useDocument } from '@/data/session/session';
import { today } from '@/data/today';
import { Button } from '@/ui/button/Button';
import { Card, Message, Sentences } from '@/ui/layout';
import { Heading, Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';
import { MEASURE } from './measure';
import { VERDICT_WORDS } from './verdictWords';

interface Props {
  procedure: Procedure;
  outcome: Outcome;
  onAgain: () => void;
  onDone: () => void;
}

/** How it ended: what was found, with its reason, and what it would change. */
export function OutcomePage({ procedure, outcome, onAgain, onDone }: Props) {
  const [accepted, setAccepted] = useState(false);
  const verdict = verdictOf(outcome);
  return (
    <View style={{ gap: SPACE.l, width: '100%', maxWidth: MEASURE }}>
      <View role="status" aria-label="Outcome" style={{ gap: SPACE.m }}>
        <Heading level={3} kind="title" arrives>
          {outcome.found.length === 0 ? 'Nothing was measured' : VERDICT_WORDS[verdict]}
        </Heading>
        <Sentences sentences={outcome.found} />
      </View>
      <View role="status" aria-label="Proposal">
        {accepted ? (
          <Message tone="good">
            It is in the calibration, marked as measured. Send it from the bench: until then the engine
            computer runs what it had.
          </Message>
        ) : null}
      </View>
      {outcome.remedy === null || accepted ? null : (
        <Proposal procedure={procedure} remedy={outcome.remedy} onAccept={() => setAccepted(true)} />
      )}
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
        <Button label="Do it again" icon="restore" onPress={onAgain} />
        <Button label="To the bench" kind={accepted ? 'primary' : 'secondary'} onPress={onDone} />
      </View>
    </View>
  );
}

/** What was measured as a proposal: one press, and one undo. */
function Proposal({
  procedure,
  remedy,
  onAccept,
}: {
  procedure: Procedure;
  remedy: Remedy;
  onAccept: () => void;
}) {
  const document = useDocument();
  const source = { kind: 'measured', date: today(), note: procedure.title } as const;
  const changes = useMemo(() => {
    const copy = JSON.parse(JSON.stringify(document)) as Calibration;
    putRemedy(copy, remedy, { kind: 'measured', date: '2000-01-01' });
    return differences(document, copy);
  }, [document, remedy]);
  const accept = () => {
    edit(remedy.label, (draft) => putRemedy(draft as Calibration, remedy, source));
    onAccept();
  };
  return (
    <Card title={remedy.label}>
      {changes.map(({ place, label, own, other, detail }) => (
        <View key={place}>
          <Text>{label}</Text>
          <Text kind="number">
            {detail ?? (own === null ? `New: ${other ?? ''}` : `${own} → ${other ?? 'taken out'}`)}
          </Text>
        </View>
      ))}
      <Text kind="small" colour="muted">
        It is marked as measured, and one undo takes all of it back.
      </Text>
      <Button label="Accept" kind="primary" onPress={accept} />
    </Card>
  );
}
