import { useMemo, useState } from 'react';
import { View } from 'react-native';
import type { Calibration } from '@/core/calibration';
import { putRemedy } from '@/core/checks';
import { differences } from '@/core/compare';
import { type Mend, mendOf } from '@/core/causeMends';
import type { RankedCause } from '@/core/logCauses';
import { useHoldCalibration } from '@/data/logs/queries';
import { edit, useDocument } from '@/data/session/session';
import { today } from '@/data/today';
import { Button } from '@/ui/button/Button';
import { Message } from '@/ui/layout';
import { Sheet } from '@/ui/sheet/Sheet';
import { Text } from '@/ui/text/Text';

interface Props {
  cause: RankedCause;
  logIds: readonly string[];
}

/** What would mend a cause, as a proposal; or what to look at first. */
export function MendButton({ cause, logIds }: Props) {
  const document = useDocument();
  const [open, setOpen] = useState(false);
  const mend = useMemo(() => mendOf(document, cause), [document, cause]);
  if (mend === null) return null;
  return (
    <>
      <Text kind="small" colour="muted">
        {mend.why}
      </Text>
      {mend.remedy === null ? null : (
        <View style={{ flexDirection: 'row' }}>
          <Button label="Mend it in the calibration" icon="auto-fix" onPress={() => setOpen(true)} />
        </View>
      )}
      {open && mend.remedy !== null ? (
        <MendSheet remedy={mend.remedy} logIds={logIds} onClose={() => setOpen(false)} />
      ) : null}
    </>
  );
}

interface SheetProps {
  remedy: NonNullable<Mend['remedy']>;
  logIds: readonly string[];
  onClose: () => void;
}

/** What is put in, from what to what; nothing is changed until it is accepted. */
function MendSheet({ remedy, logIds, onClose }: SheetProps) {
  const document = useDocument();
  const hold = useHoldCalibration();
  const changes = useMemo(() => {
    const copy = JSON.parse(JSON.stringify(document)) as Calibration;
    putRemedy(copy, remedy, { kind: 'computed', date: '2000-01-01' });
    return differences(document, copy);
  }, [document, remedy]);
  const accept = async () => {
    // What the logs were driven with must be known before it is changed: they are read by it from then on.
    await hold.mutateAsync({ ids: logIds, document });
    const source = { kind: 'computed', date: today(), note: 'From a log' } as const;
    edit(remedy.label, (draft) => putRemedy(draft as Calibration, remedy, source));
    onClose();
  };
  return (
    <Sheet
      title="Mend the cause"
      open
      onClose={onClose}
      actions={
        <Button
          label="Accept"
          kind="primary"
          disabled={hold.isPending}
          onPress={() => void accept().catch(() => undefined)}
        />
      }
    >
      <Text kind="strong">{remedy.label}</Text>
      {changes.map(({ place, label, own, other, detail }) => (
        <View key={place}>
          <Text>{label}</Text>
          <Text kind="number">
            {detail ?? (own === null ? `New: ${other ?? ''}` : `${own} → ${other ?? 'taken out'}`)}
          </Text>
        </View>
      ))}
      {hold.isError ? (
        <Message tone="error">
          {`What the log was driven with could not be stored, so nothing was changed: ${hold.error.message}. Free some space and try again.`}
        </Message>
      ) : null}
      <Text kind="small" colour="muted">
        The log is then read anew, and the correction of the map is what is left. It is marked as computed,
        and one undo takes it back.
      </Text>
    </Sheet>
  );
}
