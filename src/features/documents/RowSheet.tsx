import type { CalibrationEntry } from '@/data/store/record';
import { Button } from '@/ui/button/Button';
import { Sheet } from '@/ui/sheet/Sheet';

interface Props {
  entry: CalibrationEntry;
  onClose: () => void;
  onRename: () => void;
  onDuplicate: () => void;
  onDelete: () => void;
}

/** What can be done to one calibration of the list. */
export function RowSheet({ entry, onClose, onRename, onDuplicate, onDelete }: Props) {
  const choose = (action: () => void) => () => {
    onClose();
    action();
  };
  return (
    <Sheet title={entry.name} open onClose={onClose}>
      <Button label="Rename" icon="pencil-outline" onPress={choose(onRename)} />
      <Button label="Duplicate" icon="content-copy" onPress={choose(onDuplicate)} />
      <Button label="Delete" icon="delete-outline" onPress={choose(onDelete)} />
    </Sheet>
  );
}
