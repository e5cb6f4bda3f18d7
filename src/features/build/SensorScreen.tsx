import { useGlobalSearchParams, useLocalSearchParams, useRouter } from 'expo-router';
import { View } from 'react-native';
import { pinFunctions } from '@/core/calibration';
import { SENSOR_INFO } from '@/core/sensors/schema';
import { useWaiting } from '@/data/session/waiting';
import { useDocument } from '@/data/session/session';
import { Button } from '@/ui/button/Button';
import { BackTitle, Card, Page, StateMark, useWide } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { SectionFields } from '../fields/fields';
import { OtherCurve } from './OtherCurve';
import { PinOf } from './PinOf';
import { PressureReach } from './PressureReach';
import { SensorPicture } from './SensorPicture';
import { sensorMark } from './sections';
import { ThermistorPresets } from './ThermistorPresets';
import { TypingFrom } from '../fields/TypingFrom';

/** One sensor: pin, calibration, filter, faults, what stands in, and its curve. */
export function SensorScreen() {
  const document = useDocument();
  const waiting = useWaiting(document);
  const router = useRouter();
  const wide = useWide();
  const { id } = useGlobalSearchParams<{ id: string }>();
  const { sensorId } = useLocalSearchParams<{ sensorId: string }>();
  const at = SENSOR_INFO.findIndex((info) => info.id === sensorId);
  const info = SENSOR_INFO[at];
  const go = (path: string) => router.navigate(`/c/${id}/build/${path}` as '/');
  if (info === undefined) {
    return (
      <Page>
        <Text>{`There is no sensor “${sensorId}”.`}</Text>
        <Button label="All sensors" onPress={() => go('sensors')} />
      </Page>
    );
  }
  const next = SENSOR_INFO.slice(at + 1).find(
    ({ id: other }) => other !== 'lambdaUse' || document.sensors.lambdaTwo.fitted?.value === 'yes',
  );
  const wanted = pinFunctions(document).find((entry) => entry.id === info.id);
  const onward = (
    <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 8 }}>
      {next === undefined ? (
        <Button label="Next: Injectors" icon="arrow-right" onPress={() => go('injectors')} />
      ) : (
        <Button label={`Next: ${next.label}`} icon="arrow-right" onPress={() => go(`sensors/${next.id}`)} />
      )}
      <Button label="All sensors" onPress={() => go('sensors')} />
    </View>
  );
  return (
    <Page
      beside={
        <>
          <SensorPicture document={document} sensor={info.id} />
          {wide ? null : onward}
        </>
      }
    >
      <BackTitle
        title={info.label}
        backLabel="Back to the sensors"
        onBack={() => go('sensors')}
        aside={<StateMark {...sensorMark(document, info.id, waiting)} />}
      />
      <TypingFrom />
      {wanted === undefined ? null : (
        <Card title="Wiring">
          <PinOf wanted={wanted} />
        </Card>
      )}
      <Card title="Calibration">
        {info.id === 'coolant' || info.id === 'air' ? (
          <>
            <OtherCurve sensor={info.id} />
            <ThermistorPresets sensor={info.id} />
          </>
        ) : null}
        <SectionFields section={`sensors.${info.id}`} />
      </Card>
      {info.id === 'map' ? <PressureReach /> : null}
      {wide ? onward : null}
    </Page>
  );
}
