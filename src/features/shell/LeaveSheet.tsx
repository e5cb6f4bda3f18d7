import { downloadCalibration } from '@/data/files/download';
import { retrySave } from '@/data/session/autosave';
import { useSession } from '@/data/session/session';
import { Button } from '@/ui/button/Button';
import { Sheet } from '@/ui/sheet/Sheet';
import { Text } from '@/ui/text/Text';

interface Props {
  open: boolean;
  onClose: () => void;
  onLeave: () => void;
}

/** Asks before a calibration is left whose last change is not stored. */
export function LeaveSheet({ open, onClose, onLeave }: Props) {
  const id = useSession((session) => session.id);
  const document = useSession((session) => session.history?.document);
  if (id === null || document === undefined) return null;
  return (
    <Sheet
      title="Not stored"
      open={open}
      onClose={onClose}
      actions={
        <>
          <Button label="Leave it unstored" kind="plain" onPress={onLeave} />
          <Button label="Stay" kind="primary" onPress={onClose} />
        </>
      }
    >
      <Text>
        {`The last change to “${document.name}” could not be stored. If you leave, it is kept in memory while this tab is open, and the list shows it. Closing the tab loses it.`}
      </Text>
      <Button label="Try saving again" icon="sync" onPress={() => retrySave(id)} />
      <Button label="Export as a file" icon="download" onPress={() => downloadCalibration(document)} />
    </Sheet>
  );
}
