import { cylindersSeen, putMap } from '@/core/calibration';
import { cylinderProposal } from '@/core/causeMends';
import { cylinderTrims, type LogFit } from '@/core/log';
import { acceptedMap } from '@/core/map';
import { MAP_DEFINITIONS } from '@/core/program';
import { edit, useDocument } from '@/data/session/session';
import { today } from '@/data/today';
import { Message } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { StudyCard } from './StudyCard';

/** Cylinders that lambda sensors of their own read apart, and the trims that would bring them together. */
export function CylindersCard({ fit }: { fit: LogFit }) {
  const document = useDocument();
  const cylinders = document.engine.cylinders?.amount ?? 0;
  const trims = cylinderTrims(fit.bySensor, cylindersSeen(document, cylinders), cylinders);
  const proposal = trims === null ? null : cylinderProposal(document, trims, today());
  if (proposal === null) return null;
  const { mapId, reasons } = proposal;
  const definition = MAP_DEFINITIONS[mapId];
  return (
    <StudyCard
      title="Cylinders apart"
      proposes={[
        {
          definition,
          proposal,
          label: 'Look at trims by cylinder',
          onAccept: (range) =>
            edit(`${definition.label} from a log`, (draft) =>
              putMap(draft, mapId, acceptedMap(proposal, range)),
            ),
        },
      ]}
    >
      {reasons.map(({ text }) => (
        <Text key={text}>{text}</Text>
      ))}
      <Message tone="warning">
        Change the sensors for each other first, and log again: where the difference goes with the sensor it
        is no mixture, and trims would make one.
      </Message>
    </StudyCard>
  );
}
