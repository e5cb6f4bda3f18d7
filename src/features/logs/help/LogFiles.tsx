import { format } from 'date-fns/format';
import { useState } from 'react';
import { View } from 'react-native';
import { ProgressBar } from 'react-native-paper';
import { partFileName, saveBlob } from '@/data/files/download';
import type { ReadLog } from '@/data/logs/logStore';
import { Button } from '@/ui/button/Button';
import { Message } from '@/ui/layout';
import { SPACE } from '@/ui/theme';
import { HelpSheet } from './HelpSheet';
import { useLogFile } from './useLogFile';

/** The log as a file, alone or with what helps to read it, and the way to be rid of it, which is asked twice. */
export function LogFiles({ read, onDelete }: { read: ReadLog; onDelete: () => void }) {
  const [asked, setAsked] = useState(false);
  const [helping, setHelping] = useState(false);
  const { progress, failure, write, cancel } = useLogFile();
  const { entry, log } = read;
  const save = async () => {
    const blob = await write({ log, package: null });
    const part = `log-${format(new Date(entry.startedAt), 'yyyyMMdd-HHmm')}.csv`;
    if (blob !== null) saveBlob(partFileName(entry.calibration, part), blob);
  };
  return (
    <View style={{ gap: SPACE.s }}>
      {failure === null ? null : <Message tone="error">{failure}</Message>}
      {progress === null ? null : (
        <>
          <ProgressBar progress={progress} aria-label="Writing the file" />
          <Button label="Cancel" onPress={cancel} />
        </>
      )}
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
        <Button
          label="Save as CSV"
          icon="download"
          disabled={progress !== null}
          onPress={() => void save()}
        />
        <Button label="Package for help" icon="send-outline" onPress={() => setHelping(true)} />
        {asked ? (
          <>
            <Button label="Delete it for good" icon="delete-outline" onPress={onDelete} />
            <Button label="Keep it" onPress={() => setAsked(false)} />
          </>
        ) : (
          <Button label="Delete this log" icon="delete-outline" onPress={() => setAsked(true)} />
        )}
      </View>
      {helping ? <HelpSheet read={read} onClose={() => setHelping(false)} /> : null}
    </View>
  );
}
