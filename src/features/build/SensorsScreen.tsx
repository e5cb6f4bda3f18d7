import { useGlobalSearchParams, useRouter } from 'expo-router';
import { type Calibration, choiceAt } from '@/core/calibration';
import type { SensorInfo } from '@/core/sensors';
import { SENSOR_INFO } from '@/core/sensors/schema';
import { useWaiting } from '@/data/session/waiting';
import { useDocumentLater } from '@/data/session/documentParts';
import { LinkRow, StateMark } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { SectionPage } from './SectionPage';
import { SensorPicture } from './SensorPicture';
import { sensorMark } from './sections';

/** Every sensor with how far it has come. */
export function SensorsScreen() {
  const document = useDocumentLater();
  const router = useRouter();
  const { id } = useGlobalSearchParams<{ id: string }>();
  return (
    <SectionPage id="sensors" beside={<SensorPicture document={document} sensor="map" />}>
      {SENSOR_INFO.filter((info) => isListed(document, info)).map((info) => (
        <LinkRow
          key={info.id}
          label={info.label}
          state={<SensorState document={document} info={info} />}
          onPress={() => router.navigate(`/c/${id}/build/sensors/${info.id}` as '/')}
        />
      ))}
    </SectionPage>
  );
}

/** How several lambda sensors are used is only a question with two. */
function isListed({ sensors }: Calibration, { id }: SensorInfo): boolean {
  return (
    id !== 'lambdaUse' ||
    (sensors.lambdaOne.fitted?.value === 'yes' && sensors.lambdaTwo.fitted?.value === 'yes')
  );
}

function SensorState({ document, info }: { document: Calibration; info: SensorInfo }) {
  const waiting = useWaiting(document);
  const fitted =
    info.always || info.signal === null ? 'yes' : choiceAt(document, `sensors.${info.id}.fitted`);
  if (fitted === 'no') {
    return (
      <Text kind="small" colour="muted">
        Not fitted
      </Text>
    );
  }
  return <StateMark {...sensorMark(document, info.id, waiting)} />;
}
