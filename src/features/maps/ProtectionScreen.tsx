import { useGlobalSearchParams, useRouter } from 'expo-router';
import { GUARDS } from '@/core/protection';
import { useDocumentLater } from '@/data/session/documentParts';
import { BackTitle, Card, Page, Sentences } from '@/ui/layout';
import { SectionFields } from '../fields/fields';
import { TypingFrom } from '../fields/TypingFrom';
import { lossSentences } from './lossWords';

/** What keeps the engine whole: guards, and what happens when a sensor dies. */
export function ProtectionScreen() {
  const router = useRouter();
  const document = useDocumentLater();
  const { id } = useGlobalSearchParams<{ id: string }>();
  return (
    <Page
      beside={
        <Card
          title="If a sensor dies"
          intro="While the engine runs, with what is set here and under Sensors."
        >
          <Sentences sentences={lossSentences(document)} />
        </Card>
      }
    >
      <BackTitle
        title="Protection"
        backLabel="Back to the maps"
        onBack={() => router.navigate(`/c/${id}/maps`)}
      />
      <TypingFrom />
      {GUARDS.map((guard) => (
        <Card key={guard.id} title={guard.label}>
          <SectionFields section={`protection.${guard.id}`} />
        </Card>
      ))}
      <Card
        title="Without pressure or throttle"
        intro="The map of pressure by throttle stands in the list of maps."
      >
        <SectionFields section="sensorLoss" />
      </Card>
    </Page>
  );
}
