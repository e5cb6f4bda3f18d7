import { useQueryClient } from '@tanstack/react-query';
import { fieldInfo, type FieldPath, SECTION_IDS, splitPath } from '@/core/calibration';
import { downloadCalibration, saveTextFile } from '@/data/files/download';
import { useRouter } from 'expo-router';
import { View } from 'react-native';
import { retrySave } from '@/data/session/autosave';
import { dismissNotice, openSession, useSession } from '@/data/session/session';
import { repository } from '@/data/store/browserRepository';
import { queryKeys } from '@/data/store/listQueries';
import { Button } from '@/ui/button/Button';
import { Message } from '@/ui/layout';
import { SPACE } from '@/ui/theme';

/** What the builder must know about the open calibration: another tab's changes, a failed save. */
export function Notices() {
  const notice = useSession((session) => session.notice);
  const failed = useSession((session) => session.saveState === 'failed');
  const id = useSession((session) => session.id);
  const client = useQueryClient();
  const router = useRouter();
  if (notice === null && !failed) return null;

  const loadNewer = async (id: string) => {
    const opened = await repository.read(id);
    if (opened === null) return;
    client.setQueryData(queryKeys.calibration(id), opened);
    openSession(id, opened.record.revision, opened.record.document);
  };
  const restore = async (id: string) => {
    await repository.restore(id);
    dismissNotice();
    retrySave(id);
  };
  const exported = () => {
    const document = useSession.getState().history?.document;
    if (document !== undefined) downloadCalibration(document);
  };

  return (
    <View style={{ padding: SPACE.m, gap: SPACE.s }}>
      {failed && id !== null && notice?.kind !== 'deleted' ? (
        <Message
          tone="error"
          actions={
            <>
              <Button label="Try saving again" icon="sync" onPress={() => retrySave(id)} />
              <Button label="Export as a file" icon="download" onPress={exported} />
            </>
          }
        >
          The last change could not be stored. It is kept here while this tab is open. Free some space in the
          browser and try again, or export a file.
        </Message>
      ) : null}
      {notice?.kind === 'deleted' ? (
        <Message
          tone="error"
          actions={
            <>
              <Button
                label="Restore it"
                kind="primary"
                icon="delete-restore"
                onPress={() => void restore(notice.id)}
              />
              <Button label="Export as a file" icon="download" onPress={exported} />
            </>
          }
        >
          {`This calibration was deleted in another tab. ${failed ? 'What was changed here since is not stored, and kept while this tab is open.' : 'It lies in the bin; nothing changed here would be stored.'} Restore it to go on with it.`}
        </Message>
      ) : null}
      {notice?.kind === 'recovered' ? (
        <Message
          tone="error"
          actions={
            <>
              <Button
                label="Save what is damaged"
                icon="download"
                onPress={() => saveTextFile('damaged-calibration.json', notice.damaged)}
              />
              <Button label="Go on" kind="plain" onPress={dismissNotice} />
            </>
          }
        >
          What was stored last of this calibration is damaged. The version before it is open: one change may
          be missing. Look it over before you go on.
        </Message>
      ) : null}
      {notice?.kind === 'typed' ? (
        <Message tone="warning" actions={<Button label="Understood" kind="plain" onPress={dismissNotice} />}>
          {`Typed before the page was loaded anew, and not taken yet: ${notice.places.map(placeLabel).join(', ')}. The text stands in its place; enter it there, or press Escape to drop it.`}
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

/** Places that are no fields, by the first word of their path. */
const PLACES: Readonly<Record<string, string>> = {
  note: 'the note',
  outputs: 'an output',
  pins: 'a wire',
};

/** A place in words: a field's label, or what it is part of. */
function placeLabel(path: string): string {
  const { section } = splitPath(path as FieldPath);
  if (SECTION_IDS.includes(section)) return fieldInfo(path as FieldPath)?.label ?? path;
  return PLACES[path.split('.')[0] ?? ''] ?? path;
}
