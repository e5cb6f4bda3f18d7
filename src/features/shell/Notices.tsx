import { useQueryClient } from '@tanstack/react-query';
import { useRouter } from 'expo-router';
import { View } from 'react-native';
import { retrySave } from '@/data/session/autosave';
import { dismissNotice, openSession, useSession } from '@/data/session/session';
import { repository } from '@/data/store/browserRepository';
import { queryKeys } from '@/data/store/queries';
import { Button } from '@/ui/button/Button';
import { Message } from '@/ui/layout';
import { SPACE } from '@/ui/theme';

/** What the builder must know about the open calibration: another tab's changes, a failed save. */
export function Notices() {
  const notice = useSession((session) => session.notice);
  const failed = useSession((session) => session.saveState === 'failed');
  const client = useQueryClient();
  const router = useRouter();
  if (notice === null && !failed) return null;

  const loadNewer = async (id: string) => {
    const record = await repository.read(id);
    if (record === null) return;
    client.setQueryData(queryKeys.calibration(id), record);
    openSession(record.id, record.revision, record.document);
  };

  return (
    <View style={{ padding: SPACE.m, gap: SPACE.s }}>
      {failed ? (
        <Message tone="error" actions={<Button label="Try saving again" onPress={retrySave} />}>
          The last change could not be stored. It is still here. Free some space in the browser and try again,
          or export a file.
        </Message>
      ) : null}
      {notice?.kind === 'newer' ? (
        <Message
          tone="warning"
          actions={
            <>
              <Button
                label="Load the newer version"
                kind="primary"
                onPress={() => void loadNewer(notice.id)}
              />
              <Button label="Not now" kind="plain" onPress={dismissNotice} />
            </>
          }
        >
          This calibration was changed in another tab. If you go on here, your changes are kept as a copy.
        </Message>
      ) : null}
      {notice?.kind === 'forked' ? (
        <Message
          tone="warning"
          actions={
            <>
              <Button
                label="Open the other version"
                onPress={() => router.replace(`/c/${notice.originalId}/build`)}
              />
              <Button label="Go on with the copy" kind="plain" onPress={dismissNotice} />
            </>
          }
        >
          {`Another tab changed this calibration first. Your changes are safe in a copy, “${notice.copyName}”, which is open now.`}
        </Message>
      ) : null}
    </View>
  );
}
