import { useMemo } from 'react';
import { View } from 'react-native';
import type { Calibration } from '@/core/calibration';
import { differences } from '@/core/compare';
import { buildReport } from '@/data/files/buildReport';
import { downloadCalibration } from '@/data/files/download';
import { downloadPackage } from '@/data/files/packageFile';
import { printPage } from '@/data/files/paper';
import { EXPORTED, noteExport } from '@/data/session/keptEdit';
import { useShownUnits } from '@/data/shownUnits';
import type { Snapshot } from '@/data/store/record';
import { Button } from '@/ui/button/Button';
import { Card, Message } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';

/** So many places changed since the last file are worth another one. */
const MANY = 10;

interface Props {
  document: Calibration;
  /** Snapshots, newest first: one was kept with each file. */
  states: readonly Snapshot[];
  /** Another state was kept. */
  onKept: () => void;
}

/** The calibration as files: by itself, as a package with its report, and on paper. */
export function FilesCard({ document, states, onKept }: Props) {
  const [units] = useShownUnits();
  const last = states.find(({ name }) => name === EXPORTED);
  const changed = useMemo(
    () => (last === undefined ? null : differences(last.document, document).length),
    [last, document],
  );
  const leave = (hand: () => void) => {
    hand();
    void noteExport().then(onKept);
  };
  return (
    <Card title="Files" intro="What leaves this browser cannot be lost with it.">
      {changed === null || last === undefined ? (
        <Text kind="small" colour="muted">
          No file of it was made here yet.
        </Text>
      ) : changed >= MANY ? (
        <Message tone="warning">
          {`${changed} places were changed since the last file, of ${last.takenAt.slice(0, 10)}. Export it again.`}
        </Message>
      ) : (
        <Text kind="small" colour="muted">
          {changed === 0
            ? `The file of ${last.takenAt.slice(0, 10)} is as it is now.`
            : `${changed === 1 ? '1 place was' : `${changed} places were`} changed since the file of ${last.takenAt.slice(0, 10)}.`}
        </Text>
      )}
      <View style={{ gap: SPACE.s }}>
        <Button
          label="Export as a file"
          kind="primary"
          icon="download"
          onPress={() => leave(() => downloadCalibration(document))}
        />
        <Button
          label="Export a package"
          icon="download"
          onPress={() => leave(() => downloadPackage(document, units))}
        />
        <Button
          label="Print the report"
          icon="printer-outline"
          onPress={() => printPage(buildReport(document, units))}
        />
      </View>
      <Text kind="small" colour="muted">
        The package is a ZIP with the calibration, its report, its note and every map as CSV. Lumbre opens it
        too.
      </Text>
    </Card>
  );
}
