import { View } from 'react-native';
import { type Calibration, thermistorOf } from '@/core/calibration';
import { SENSOR_INFO } from '@/core/sensors/schema';
import { inSentence } from '@/core/units';
import { edit, useDocument } from '@/data/session/session';
import { Button } from '@/ui/button/Button';

/** What a thermistor’s curve hangs on; its faults and what stands in are its own. */
const CURVE = ['form', 'resistances', 'voltages', 'nominal', 'beta', 'pullUp'] as const;

/** Takes the curve of the other temperature sensor over: often both are of one make. Nothing while that one has none. */
export function OtherCurve({ sensor }: { sensor: 'coolant' | 'air' }) {
  const document = useDocument();
  const other = sensor === 'air' ? 'coolant' : 'air';
  const label = inSentence(SENSOR_INFO.find(({ id }) => id === other)?.label ?? other);
  const has = document.sensors[other];
  const same = CURVE.every(
    (key) => JSON.stringify(has[key]) === JSON.stringify(document.sensors[sensor][key]),
  );
  if (thermistorOf(document, other) === null || same) return null;
  const take = () =>
    edit(`Take the curve of ${label}`, (draft) => {
      const { sensors } = draft as Calibration;
      Object.assign(sensors[sensor], Object.fromEntries(CURVE.map((key) => [key, has[key]])));
    });
  return (
    <View style={{ flexDirection: 'row' }}>
      <Button label={`Take the curve of ${label}`} onPress={take} />
    </View>
  );
}
