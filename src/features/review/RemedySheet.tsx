import { useMemo } from 'react';
import { View } from 'react-native';
import type { Calibration } from '@/core/calibration';
import {
  type Finding,
  findingWords,
  placeLabel,
  putRemedy,
  type Remedy,
  remedyChanges,
  remedySource,
} from '@/core/checks';
import { edit, useDocument } from '@/data/session/session';
import { useShownUnits } from '@/data/shownUnits';
import { today } from '@/data/today';
import { Button } from '@/ui/button/Button';
import { Sheet } from '@/ui/sheet/Sheet';
import { Text } from '@/ui/text/Text';
import { remedyWords } from './remedyWords';

interface Props {
  finding: Finding;
  remedy: Remedy;
  title: string;
  onClose: () => void;
}

/** A remedy as a proposal: what it changes, from what to what; nothing is changed until it is accepted. */
export function RemedySheet({ finding, remedy, title, onClose }: Props) {
  const document = useDocument();
  const [units] = useShownUnits();
  const changes = useMemo(() => remedyChanges(document, finding, remedy), [document, finding, remedy]);
  const accept = () => {
    edit(remedy.label, (draft) => putRemedy(draft as Calibration, remedy, remedySource(finding, today())));
    onClose();
  };
  return (
    <Sheet
      title={title}
      open
      onClose={onClose}
      actions={<Button label="Accept" kind="primary" onPress={accept} />}
    >
      <Text kind="strong">{remedy.label}</Text>
      {changes.map((change) => (
        <View key={change.place}>
          <Text>{placeLabel(document, change.place)}</Text>
          <Text kind="number">{remedyWords(change, remedy)}</Text>
        </View>
      ))}
      <Text kind="small" colour="muted">
        {`Because: ${findingWords(finding, units)}`}
      </Text>
      <Text kind="small" colour="muted">
        It is marked as computed, and can be undone like any edit.
      </Text>
    </Sheet>
  );
}
