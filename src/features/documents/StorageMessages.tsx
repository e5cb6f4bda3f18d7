import { Suspense } from 'react';
import { useUnsaved } from '@/data/session/unsaved';
import { tabsAreKnown } from '@/data/store/tabs';
import { laterPart } from '@/ui/later/laterPart';
import { Message } from '@/ui/layout';

const UnsavedMessages = laterPart(async () => (await import('./UnsavedMessages')).UnsavedMessages);

/** What must be known of storage before anything is opened: changes that are not stored, tabs that cannot be told apart. */
export function StorageMessages({ onOpen }: { onOpen: (id: string) => void }) {
  const anyUnsaved = useUnsaved((unsaved) => Object.keys(unsaved).length > 0);
  return (
    <>
      {tabsAreKnown() ? null : (
        <Message tone="warning">
          This browser does not tell Lumbre’s tabs of each other. Work in one tab only: two could overwrite
          each other.
        </Message>
      )}
      {anyUnsaved ? (
        <Suspense fallback={<Message tone="error">The last change to a calibration is not stored.</Message>}>
          <UnsavedMessages onOpen={onOpen} />
        </Suspense>
      ) : null}
    </>
  );
}
