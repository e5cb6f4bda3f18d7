import { View } from 'react-native';
import { DRIVE_IDS, type DriveId, DRIVES } from '@/workers/driveProtocol';
import { Chips } from '@/ui/button/Chips';
import { NumberBox } from '@/ui/field';
import { Card } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';
import { changeDrive, useDrive } from './driveStore';

/** What a drive has to begin with; nothing for most. */
function beginsOf(drive: DriveId): { readonly coolantC?: number; readonly airC?: number } {
  const info = DRIVES[drive];
  return 'begins' in info ? info.begins : {};
}

/** Which drive, and how warm engine and air are when it begins. */
export function DriveSetupCard() {
  const setup = useDrive((state) => state.setup);
  return (
    <Card title="The drive">
      <Chips
        label="Drive"
        options={DRIVE_IDS.map((id) => ({ id, label: DRIVES[id].label }))}
        value={setup.drive}
        onChange={(drive) => changeDrive({ drive, ...beginsOf(drive) })}
      />
      <Text colour="muted">{DRIVES[setup.drive].detail}</Text>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.m }}>
        <View style={{ flexGrow: 1, flexBasis: 150 }}>
          <NumberBox
            info={{
              label: 'Coolant at the start',
              quantity: 'temperature',
              unit: 'degC',
              min: -40,
              max: 110,
            }}
            value={setup.coolantC}
            onChange={(coolantC) => changeDrive({ coolantC })}
          />
        </View>
        <View style={{ flexGrow: 1, flexBasis: 150 }}>
          <NumberBox
            info={{ label: 'Air outside', quantity: 'temperature', unit: 'degC', min: -40, max: 50 }}
            value={setup.airC}
            onChange={(airC) => changeDrive({ airC })}
          />
        </View>
      </View>
    </Card>
  );
}
