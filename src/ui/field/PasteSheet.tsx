import { inSentence } from '@/core/units';
import { useState } from 'react';
import { Button } from '../button/Button';
import { Sheet } from '../sheet/Sheet';
import { Text } from '../text/Text';
import { TextBox } from './TextBox';

interface Props {
  label: string;
  columns: readonly string[];
  open: boolean;
  onClose: () => void;
  onPaste: (text: string) => void;
}

/** Where rows of a spreadsheet are pasted on a phone, and looked over before they are taken. */
export function PasteSheet({ label, columns, open, onClose, onPaste }: Props) {
  const [text, setText] = useState('');
  const take = () => {
    onPaste(text);
    setText('');
    onClose();
  };
  return (
    <Sheet
      title={`Paste ${inSentence(label)}`}
      open={open}
      onClose={onClose}
      actions={<Button label="Take these rows" kind="primary" disabled={text.trim() === ''} onPress={take} />}
    >
      <Text kind="small" colour="muted">
        {`Rows of a spreadsheet: ${columns.join(', ')}. Decimal point or comma. They replace the rows from the first on.`}
      </Text>
      <TextBox
        label="Rows from a spreadsheet"
        placeholder="Paste the rows here"
        value={text}
        lines={8}
        maxLength={8000}
        onChangeText={setText}
      />
    </Sheet>
  );
}
