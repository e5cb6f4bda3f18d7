import { format } from 'date-fns/format';
import { useGlobalSearchParams, useRouter } from 'expo-router';
import { View } from 'react-native';
import { ActivityIndicator } from 'react-native-paper';
import type { LogEntry } from '@/data/logs/logRecord';
import { heldLog } from '@/data/logs/heldLogs';
import { useLogs } from '@/data/logs/queries';
import { useRecording } from '@/data/logs/recorder';
import { Button } from '@/ui/button/Button';
import { LinkRow, Message, Page, StateMark } from '@/ui/layout';
import { Heading, Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';
import { logLine } from './entryWords';

/** The logs of this calibration, newest first. */
export function LogsScreen() {
  const router = useRouter();
  const { id } = useGlobalSearchParams<{ id: string }>();
  const logs = useLogs(id);
  const recordingId = useRecording((state) => state.entry?.id ?? null);
  return (
    <Page>
      <Heading level={2} kind="title">
        Logs
      </Heading>
      <View style={{ alignItems: 'flex-start' }}>
        <Button
          label="Open a file"
          icon="file-import-outline"
          onPress={() => router.navigate(`/c/${id}/logs/open`)}
        />
      </View>
      {logs.isPending ? <ActivityIndicator accessibilityLabel="Looking for logs" /> : null}
      {logs.isError ? (
        <Message tone="error" actions={<Button label="Try again" onPress={() => void logs.refetch()} />}>
          {`The logs could not be listed: ${logs.error.message}`}
        </Message>
      ) : null}
      {logs.data?.length === 0 ? (
        <View style={{ gap: SPACE.m, alignItems: 'flex-start' }}>
          <Text>
            No log yet. Connect on the bench, press Record and drive: hold speeds and loads for some seconds
            each.
          </Text>
          <Button label="To the bench" icon="speedometer" onPress={() => router.navigate(`/c/${id}/bench`)} />
        </View>
      ) : null}
      <View style={{ gap: SPACE.s }}>
        {logs.data?.map((entry) => (
          <LinkRow
            key={entry.id}
            label={format(new Date(entry.startedAt), 'd MMM yyyy, HH:mm:ss')}
            detail={logLine(entry)}
            state={
              <LogState
                entry={entry}
                recording={entry.id === recordingId}
                held={heldLog(entry.id) !== null}
              />
            }
            onPress={() => router.navigate(`/c/${id}/logs/${entry.id}`)}
          />
        ))}
      </View>
    </Page>
  );
}

function LogState({ entry, recording, held }: { entry: LogEntry; recording: boolean; held: boolean }) {
  if (held) return <StateMark tone="warning" label="Not kept: gone with the page" />;
  if (recording) return <StateMark tone="warning" icon="record" label="Being recorded" />;
  if (entry.ended === 'stopped') return <StateMark tone="good" label="Whole" />;
  return (
    <StateMark
      tone="warning"
      label={entry.ended === 'lost' ? 'Ended by a lost link' : 'Not ended: the page was closed'}
    />
  );
}
