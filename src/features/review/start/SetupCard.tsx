import { View } from 'react-native';
import { Chips } from '@/ui/button/Chips';
import { NumberBox } from '@/ui/field';
import { Card } from '@/ui/layout';
import { SPACE } from '@/ui/theme';
import { changeSetup, useDryStart } from './dryStartStore';

const TEMPERATURES = ['-20', '0', '20', '80'] as const;

/** How cold it is and how good the battery. */
export function SetupCard() {
  const setup = useDryStart((state) => state.setup);
  return (
    <Card title="Conditions">
      <Chips
        label="Coolant temperature"
        options={TEMPERATURES.map((id) => ({ id, label: `${id.replace('-', '−')} °C` }))}
        value={TEMPERATURES.find((id) => Number(id) === setup.coolantC) ?? null}
        onChange={(id) => changeSetup({ coolantC: Number(id) })}
      />
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.m }}>
        <View style={{ flexGrow: 1, flexBasis: 150 }}>
          <NumberBox
            info={{ label: 'Coolant', quantity: 'temperature', unit: 'degC', min: -40, max: 110 }}
            value={setup.coolantC}
            onChange={(coolantC) => changeSetup({ coolantC })}
          />
        </View>
        <View style={{ flexGrow: 1, flexBasis: 150 }}>
          <NumberBox
            info={{ label: 'Battery at rest', quantity: 'voltage', unit: 'V', min: 8, max: 15 }}
            value={setup.batteryV}
            onChange={(batteryV) => changeSetup({ batteryV })}
          />
        </View>
      </View>
    </Card>
  );
}
