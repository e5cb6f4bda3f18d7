import { useState } from 'react';
import { type Finding, withAcceptance } from '@/core/checks';
import { MAX_REASON } from '@/core/review';
import { today } from '@/data/today';
import { edit, useDocument } from '@/data/session/session';
import { Button } from '@/ui/button/Button';
import { TextBox } from '@/ui/field/TextBox';
import { Sheet } from '@/ui/sheet/Sheet';
import { Text } from '@/ui/text/Text';

interface Props {
  finding: Finding;
  title: string;
  open: boolean;
  onClose: () => void;
}

/** Asks for the reason why something that was found is left as it is. */
export function AcceptSheet({ finding, title, open, onClose }: Props) {
  const document = useDocument();
  const [reason, setReason] = useState('');
  const said = reason.trim();
  const accept = () => {
    const review = withAcceptance(document, finding, said, today());
    edit(`accept: ${title.toLowerCase()}`, (draft) => {
      draft.review = review;
    });
    onClose();
  };
  return (
    <Sheet
      title={title}
      open={open}
      onClose={onClose}
      actions={<Button label="Accept" kind="primary" disabled={said === ''} onPress={accept} />}
    >
      <Text kind="small" colour="muted">
        The reason is kept with the calibration. It holds while what was found stays as it is, and is asked
        for again when that changes.
      </Text>
      <Text kind="strong">Why it is right as it is</Text>
      <TextBox
        label="Why it is right as it is"
        value={reason}
        onChangeText={setReason}
        maxLength={MAX_REASON}
        lines={3}
        autoFocus
      />
    </Sheet>
  );
}
