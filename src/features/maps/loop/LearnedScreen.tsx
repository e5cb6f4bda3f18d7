import { useGlobalSearchParams, useRouter } from 'expo-router';
import { closesLoop } from '@/core/calibration';
import { useDocument } from '@/data/session/session';
import { BackTitle, Card, LinkRow, Message, Page, useWide } from '@/ui/layout';
import { SectionFields } from '../../fields/fields';
import { TypingFrom } from '../../fields/TypingFrom';
import { LearnedCard } from './LearnedCard';

/** Learned trims: when they are learned, what was learned, and what becomes of it. */
export function LearnedScreen() {
  const router = useRouter();
  const document = useDocument();
  const { id } = useGlobalSearchParams<{ id: string }>();
  const wide = useWide();
  const learned = <LearnedCard />;
  return (
    <Page {...(wide ? { beside: learned } : {})}>
      <BackTitle
        title="Learned trims"
        backLabel="Back to the maps"
        onBack={() => router.navigate(`/c/${id}/maps`)}
      />
      <TypingFrom />
      {closesLoop(document) ? null : (
        <Message tone="plain">The closed loop is off: without it nothing is learned.</Message>
      )}
      <Card
        title="How they are learned"
        intro="Cells stand where the authority’s stand. What was learned is evidence about the map, and no part of it until it is put there."
      >
        <SectionFields section="learned" />
      </Card>
      {wide ? null : learned}
      <LinkRow
        label="Go to the bench"
        detail="Connect, and let it be driven: trims are learned by the engine computer"
        onPress={() => router.navigate(`/c/${id}/bench` as '/')}
      />
    </Page>
  );
}
