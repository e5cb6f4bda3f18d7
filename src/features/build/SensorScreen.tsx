import { useGlobalSearchParams, useLocalSearchParams, useRouter } from 'expo-router';
import { View } from 'react-native';
import type { Calibration } from '@/core/calibration';
import type { SensorId } from '@/core/sensors';
import { SENSOR_INFO } from '@/core/sensors/schema';
import { useWaiting } from '@/data/session/waiting';
import {
  useAfterPaint,
  useDocumentAfter,
  useDocumentLater,
  useDocumentPart,
} from '@/data/session/documentParts';
import { Button } from '@/ui/button/Button';
import { BackTitle, Card, Page, StateMark, useWide } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { SectionFields } from '../fields/fields';
import { OtherCurve } from './OtherCurve';
import { PinCard } from './PinCard';
import { PressureReach } from './PressureReach';
import { SensorPicture } from './SensorPicture';
import { sensorMark } from './sections';
import { ThermistorPresets } from './ThermistorPresets';
import { TypingFrom } from '../fields/TypingFrom';

/** One sensor: pin, calibration, filter, faults, what stands in, and its curve. */
export function SensorScreen() {
  const router = useRouter();
  const wide = useWide();
  const { id } = useGlobalSearchParams<{ id: string }>();
  const { sensorId } = useLocalSearchParams<{ sensorId: string }>();
  const hasTwo = useDocumentPart(({ sensors }) => sensors.lambdaTwo.fitted?.value === 'yes');
  const isPainted = useAfterPaint();
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
  const next = SENSOR_INFO.slice(at + 1).find(({ id: other }) => other !== 'lambdaUse' || hasTwo);
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
        wide || isPainted ? (
          <>
            <Picture sensor={info.id} />
            {wide ? null : onward}
          </>
        ) : null
      }
    >
      <BackTitle
        title={info.label}
        backLabel="Back to the sensors"
        onBack={() => go('sensors')}
        aside={<SensorMark sensor={info.id} />}
      />
      <TypingFrom />
      <PinCard title="Wiring" of={(of) => of === info.id} />
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

function Picture({ sensor }: { sensor: SensorId }) {
  return <SensorPicture document={useDocumentLater()} sensor={sensor} />;
}

/** How far the sensor has come: looked at behind the paint, since every check has a say in it. */
function SensorMark({ sensor }: { sensor: SensorId }) {
  const document = useDocumentAfter();
  return document === null ? null : <MarkOf document={document} sensor={sensor} />;
}

function MarkOf({ document, sensor }: { document: Calibration; sensor: SensorId }) {
  return <StateMark {...sensorMark(document, sensor, useWaiting(document))} />;
}
