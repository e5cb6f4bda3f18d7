import { useGlobalSearchParams, useRouter } from 'expo-router';
import { isCharged } from '@/core/calibration';
import { useDocument } from '@/data/session/session';
import { BackTitle, Card, Message, Page } from '@/ui/layout';
import { SectionFields } from '../fields/fields';
import { TypingFrom } from '../fields/TypingFrom';

/** Boost control: when the valve acts, how it regulates, and what too much boost does. */
export function BoostScreen() {
  const router = useRouter();
  const document = useDocument();
  const { id } = useGlobalSearchParams<{ id: string }>();
  return (
    <Page>
      <BackTitle
        title="Boost control"
        backLabel="Back to the maps"
        onBack={() => router.navigate(`/c/${id}/maps`)}
      />
      <TypingFrom />
      {isCharged(document) ? null : (
        <Message tone="plain">This engine has no charger. What stands here waits until it has one.</Message>
      )}
      <Card
        title="The valve"
        intro="Its base duty and the target are maps, in the list. The valve is an output: add it under Outputs."
      >
        <SectionFields section="boost" />
      </Card>
    </Page>
  );
}
