import { useGlobalSearchParams, useRouter } from 'expo-router';
import { sectionFields } from '@/core/calibration';
import { BackTitle, Card, LinkRow, Page } from '@/ui/layout';
import { DocumentFields } from '../fields/fields';
import { TypingFrom } from '../fields/TypingFrom';
import { IdleProposal } from './IdleProposal';
import { firstCardFields } from './settingFields';

/** Idle: where its air comes from, and what holds its speed. */
export function IdleScreen() {
  const router = useRouter();
  const { id } = useGlobalSearchParams<{ id: string }>();
  const air = firstCardFields('idle');
  return (
    <Page beside={<IdleProposal />}>
      <BackTitle
        title="Idle control"
        backLabel="Back to the maps"
        onBack={() => router.navigate(`/c/${id}/maps`)}
      />
      <TypingFrom />
      <Card title="Idle air" intro="Its curve, and the speed that is wanted, stand in the list of maps.">
        <DocumentFields fields={air} />
      </Card>
      <Card
        title="What holds the speed"
        intro="With the throttle closed: the spark at once, the valve slowly. What a load needs from the valve stands with its output."
      >
        <DocumentFields fields={sectionFields('idle').filter((path) => !air.includes(path))} />
      </Card>
      <LinkRow
        label="Try it in simulation"
        detail="Trial drive: idle with loads, traces of speed, air and spark"
        onPress={() => router.navigate(`/c/${id}/review/drive` as '/')}
      />
    </Page>
  );
}
