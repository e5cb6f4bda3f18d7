import { downloadCalibration } from '@/data/files/download';
import { retrySave } from '@/data/session/autosave';
import { forgetUnsaved, useUnsaved } from '@/data/session/unsaved';
import { Button } from '@/ui/button/Button';
import { Message } from '@/ui/layout';

/** Changes that are not stored, each with the ways out. */
export function UnsavedMessages({ onOpen }: { onOpen: (id: string) => void }) {
  const unsaved = Object.values(useUnsaved());
  return (
    <>
      {unsaved.map(({ id, document, reason }) => (
        <Message
          key={id}
          tone="error"
          actions={
            <>
              <Button label="Open it" kind="primary" onPress={() => onOpen(id)} />
              <Button label="Try saving again" icon="sync" onPress={() => retrySave(id)} />
              <Button
                label="Export as a file"
                icon="download"
                onPress={() => downloadCalibration(document)}
              />
              <Button label="Drop the change" kind="plain" onPress={() => forgetUnsaved(id)} />
            </>
          }
        >
          {reason === 'storage'
            ? `The last change to “${document.name}” is not stored. It is kept while this tab is open. Free some space in the browser and try again, or export a file.`
            : `“${document.name}” was deleted in another tab, and the last change here is not stored. Restore it below and try again, or export a file.`}
        </Message>
      ))}
    </>
  );
}
