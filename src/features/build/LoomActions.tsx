import { View } from 'react-native';
import { type Calibration, pinFunctions } from '@/core/calibration';
import { loomList } from '@/core/pins/schema';
import { partFileName, saveTextFile } from '@/data/files/download';
import { loomCsv, loomPage } from '@/data/files/loomFiles';
import { printPage } from '@/data/files/paper';
import { Button } from '@/ui/button/Button';
import { Card } from '@/ui/layout';
import { SPACE } from '@/ui/theme';

/** The loom list as a file for a spreadsheet, and on paper. */
export function LoomActions({ document }: { document: Calibration }) {
  const { ecu, assignments } = document.pins;
  if (ecu === null) return null;
  const lines = loomList(ecu, assignments, pinFunctions(document));
  return (
    <Card title="Loom list" intro="Pin, kind, function and note, in the order of the connectors.">
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
        <Button
          label="Save as CSV"
          icon="download"
          onPress={() => saveTextFile(partFileName(document.name, 'loom.csv'), loomCsv(lines), 'text/csv')}
        />
        <Button
          label="Print"
          icon="printer-outline"
          onPress={() => printPage(loomPage(document.name, ecu.name, lines))}
        />
      </View>
    </Card>
  );
}
