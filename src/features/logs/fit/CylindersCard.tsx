import { useState } from 'react';
import { View } from 'react-native';
import { cylindersSeen, putMap } from '@/core/calibration';
import { cylinderProposal } from '@/core/causeMends';
import { cylinderTrims, type LogFit } from '@/core/log';
import { acceptedMap, type CellRange } from '@/core/map';
import { MAP_DEFINITIONS } from '@/core/program';
import { edit, useDocument } from '@/data/session/session';
import { today } from '@/data/today';
import { Button } from '@/ui/button/Button';
import { Card, Message } from '@/ui/layout';
import { ProposalView } from '@/ui/proposal/ProposalView';
import { Text } from '@/ui/text/Text';

/** Cylinders that lambda sensors of their own read apart, and the trims that would bring them together. */
export function CylindersCard({ fit }: { fit: LogFit }) {
  const document = useDocument();
  const [open, setOpen] = useState(false);
  const cylinders = document.engine.cylinders?.amount ?? 0;
  const trims = cylinderTrims(fit.bySensor, cylindersSeen(document, cylinders), cylinders);
  const proposal = trims === null ? null : cylinderProposal(document, trims, today());
  if (proposal === null) return null;
  const { label } = MAP_DEFINITIONS[proposal.mapId];
  const accept = (range: CellRange | null) => {
    edit(`${label} from a log`, (draft) => putMap(draft, proposal.mapId, acceptedMap(proposal, range)));
    if (range === null) setOpen(false);
  };
  if (open) {
    return (
      <ProposalView
        definition={MAP_DEFINITIONS[proposal.mapId]}
        proposal={proposal}
        onAccept={accept}
        onRefuse={() => setOpen(false)}
      />
    );
  }
  return (
    <Card title="Cylinders apart">
      {proposal.reasons.map(({ text }) => (
        <Text key={text}>{text}</Text>
      ))}
      <Message tone="warning">
        Change the sensors for each other first, and log again: where the difference goes with the sensor it
        is no mixture, and trims would make one.
      </Message>
      <View style={{ flexDirection: 'row' }}>
        <Button label="Look at trims by cylinder" icon="auto-fix" onPress={() => setOpen(true)} />
      </View>
    </Card>
  );
}
