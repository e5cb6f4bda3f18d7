import { useState } from 'react';
import { View } from 'react-native';
import { ProgressBar } from 'react-native-paper';
import { partFileName, saveBlob } from '@/data/files/download';
import { helpTexts } from '@/data/files/helpPackage';
import { LOG_NAME } from '@/data/files/packageNames';
import { logStore } from '@/data/logs/recorder';
import type { ReadLog } from '@/data/logs/logStore';
import { useDocument } from '@/data/session/session';
import { useShownUnits } from '@/data/shownUnits';
import { Button } from '@/ui/button/Button';
import { Chips } from '@/ui/button/Chips';
import { TextBox } from '@/ui/field';
import { Message } from '@/ui/layout';
import { Sheet } from '@/ui/sheet/Sheet';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';
import { useLogFile } from './useLogFile';

/** What may be kept back, and what that is. */
const PARTS = [
  {
    id: 'names',
    label: 'Names',
    what: 'what the calibration and the engine computer are called, and who signed',
  },
  { id: 'notes', label: 'Notes', what: 'yours, those of marks, and those beside values' },
  { id: 'hours', label: 'Time of day', what: 'the date stays' },
] as const;
type Part = (typeof PARTS)[number]['id'];

const MOST_QUESTION = 2000;

/** One file for somebody who is to help: the log, its marks, and what the engine computer held. Asks what leaves. */
export function HelpSheet({ read, onClose }: { read: ReadLog; onClose: () => void }) {
  const shown = useDocument();
  const [units] = useShownUnits();
  const [question, setQuestion] = useState('');
  const [left, setLeft] = useState<Record<Part, boolean>>({ names: false, notes: false, hours: false });
  const { progress, failure, write, cancel } = useLogFile();
  const { entry, log } = read;
  const make = async () => {
    const held = await logStore.held(entry.id);
    const texts = helpTexts({ entry, held, shown, units, question: question.trim(), left });
    const blob = await write({ log, package: { logName: LOG_NAME, texts, madeMs: Date.now() } });
    if (blob === null) return;
    saveBlob(`${left.names ? 'log' : partFileName(entry.calibration, 'log')}-for-help.lumbre.zip`, blob);
    onClose();
  };
  return (
    <Sheet title="Package for help" open onClose={onClose}>
      <Text>
        One file with the log, its marks, and the calibration that was in the engine computer, to be read by
        anybody and opened in Lumbre. It leaves this browser only when you send it.
      </Text>
      <View style={{ flexDirection: 'row' }}>
        <TextBox
          label="What you ask"
          placeholder="What is wrong, and what you tried"
          value={question}
          lines={4}
          maxLength={MOST_QUESTION}
          onChangeText={setQuestion}
        />
      </View>
      {PARTS.map(({ id, label, what }) => (
        <View key={id} style={{ gap: SPACE.xs }}>
          <Text kind="strong">{label}</Text>
          <Text kind="small" colour="muted">
            {what}
          </Text>
          <Chips
            label={label}
            options={[
              { id: 'in', label: 'Go with it' },
              { id: 'out', label: 'Left out' },
            ]}
            value={left[id] ? 'out' : 'in'}
            onChange={(choice) => setLeft({ ...left, [id]: choice === 'out' })}
          />
        </View>
      ))}
      <Text kind="small" colour="muted">
        Altitude and all other numbers stay: fuel depends on them.
      </Text>
      {failure === null ? null : <Message tone="error">{failure}</Message>}
      {progress === null ? (
        <Button label="Make the package" kind="primary" icon="download" onPress={() => void make()} />
      ) : (
        <>
          <ProgressBar progress={progress} aria-label="Writing the package" />
          <Button label="Cancel" onPress={cancel} />
        </>
      )}
    </Sheet>
  );
}
