import { useState } from 'react';
import { unlockEcu, useEcu } from '@/data/ecu/ecuSession';
import { Button } from '@/ui/button/Button';
import { TextBox } from '@/ui/field';
import { Message } from '@/ui/layout';
import { Sheet } from '@/ui/sheet/Sheet';
import { Text } from '@/ui/text/Text';
import { Labelled } from './ConnectSheet';

/** Asks for the lock code; stays open, with why, where it is not the one. */
export function UnlockSheet({ onClose }: { onClose: () => void }) {
  const [code, setCode] = useState('');
  const failure = useEcu((ecu) => ecu.failure);
  const unlock = async () => {
    if (await unlockEcu(code.trim())) onClose();
  };
  return (
    <Sheet
      title="Unlock the engine computer"
      open
      onClose={onClose}
      actions={
        <Button label="Unlock" kind="primary" disabled={code.trim() === ''} onPress={() => void unlock()} />
      }
    >
      <Text kind="small" colour="muted">
        It can be read. With its lock code it takes what is sent, from here and nobody else.
      </Text>
      {failure === null ? null : <Message tone="error">{failure.message}</Message>}
      <Labelled label="Lock code">
        <TextBox
          label="Lock code"
          value={code}
          onChangeText={setCode}
          maxLength={64}
          autoFocus
          onSubmit={() => void unlock()}
        />
      </Labelled>
    </Sheet>
  );
}
