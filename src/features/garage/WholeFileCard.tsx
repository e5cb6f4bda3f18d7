import * as DocumentPicker from 'expo-document-picker';
import { View } from 'react-native';
import { ProgressBar } from 'react-native-paper';
import { useWholeFile, type WholeWork } from '@/data/garage/queries';
import { Button } from '@/ui/button/Button';
import { Card, Message } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';
import { takenWords } from './garageWords';

/** Everything as one file, to another phone or to be kept, and back. */
export function WholeFileCard() {
  const { work, write, take, end } = useWholeFile();
  const isBusy = work.kind === 'writing' || work.kind === 'taking';
  const pick = async () => {
    const picked = await DocumentPicker.getDocumentAsync({
      type: ['application/zip', '.zip'],
      base64: false,
    });
    const file = picked.assets?.[0]?.file;
    if (!picked.canceled && file !== undefined) await take(file);
  };
  return (
    <Card
      title="Everything as one file"
      intro="Every calibration with its versions, logs and marks, and your injectors and channels: for another phone, or to be kept. What is on the other phone stays: nothing is written over."
    >
      {isBusy ? (
        <View style={{ gap: SPACE.s }}>
          <Text>{work.kind === 'writing' ? 'Writing the file' : 'Taking the file'}</Text>
          <View style={{ height: 4 }}>
            <ProgressBar
              {...(work.progress === null || work.progress.of === 0
                ? { indeterminate: true }
                : { progress: work.progress.done / work.progress.of })}
              aria-label={work.kind === 'writing' ? 'How much is written' : 'How much is taken'}
            />
          </View>
          <View style={{ flexDirection: 'row' }}>
            <Button label="Cancel" icon="close" onPress={end} />
          </View>
        </View>
      ) : (
        <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
          <Button label="Export everything" icon="download-outline" onPress={() => void write()} />
          <Button label="Take a file" icon="file-import-outline" onPress={() => void pick()} />
        </View>
      )}
      <Outcome work={work} />
    </Card>
  );
}

function Outcome({ work }: { work: WholeWork }) {
  if (work.kind === 'failed') return <Message tone="error">{work.message}</Message>;
  if (work.kind === 'ended')
    return (
      <Message tone="plain">
        Cancelled. What was done by then is whole; what is left comes when it is begun again.
      </Message>
    );
  if (work.kind === 'written')
    return <Message tone="good">{`${work.name}, ${megabytes(work.bytes)}, went to your downloads.`}</Message>;
  if (work.kind !== 'taken') return null;
  return (
    <View role="status" aria-label="What became of the file" style={{ gap: SPACE.xs }}>
      <Text kind="strong" verbatim>
        {work.name}
      </Text>
      {takenWords(work.taken).map((words) => (
        <Text key={words}>{words}</Text>
      ))}
    </View>
  );
}

const MEGABYTE = 1024 * 1024;
const megabytes = (bytes: number) =>
  bytes < MEGABYTE / 10 ? `${Math.ceil(bytes / 1024)} kB` : `${(bytes / MEGABYTE).toFixed(1)} MB`;
