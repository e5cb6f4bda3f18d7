import { useGlobalSearchParams, useRouter } from 'expo-router';
import { closesLoop, type FieldPath, sectionFields } from '@/core/calibration';
import { useDocumentLater } from '@/data/session/documentParts';
import { BackTitle, Card, LinkRow, Page, useWide } from '@/ui/layout';
import { DocumentFields } from '../../fields/fields';
import { TypingFrom } from '../../fields/TypingFrom';
import { firstCardFields } from '../settingFields';
import { LoopLogCard } from './LoopLogCard';
import { LoopTrialCard } from './LoopTrialCard';
import { MeasureDelayCard } from './MeasureDelayCard';

const DELAY: readonly FieldPath[] = [
  'closedLoop.delayFixed',
  'closedLoop.delayAir',
  'closedLoop.lag',
  'closedLoop.pipeBehind',
];

/** Closed loop by lambda: when it may act, how late it reads, how it answers, and what it does in other states. */
export function LoopScreen() {
  const router = useRouter();
  const document = useDocumentLater();
  const { id } = useGlobalSearchParams<{ id: string }>();
  const wide = useWide();
  const on = closesLoop(document);
  const when = firstCardFields('closedLoop');
  const others = sectionFields('closedLoop').filter((path) => !when.includes(path) && !DELAY.includes(path));
  const tried = on ? (
    <>
      <LoopTrialCard />
      <MeasureDelayCard />
      <LoopLogCard />
    </>
  ) : null;
  return (
    <Page {...(wide && on ? { beside: tried } : {})}>
      <BackTitle
        title="Closed loop"
        backLabel="Back to the maps"
        onBack={() => router.navigate(`/c/${id}/maps`)}
      />
      <TypingFrom />
      <Card
        title="When it may act"
        intro="How far it may go is said by the authority maps, in the list; which sensor serves which cylinders, under Sensors."
      >
        <DocumentFields fields={when} />
      </Card>
      {on ? (
        <Card
          title="How late lambda is read"
          intro="The gains follow from it: a correction that comes before the last one was read overshoots."
        >
          <DocumentFields fields={DELAY} />
        </Card>
      ) : null}
      {wide ? null : tried}
      {on ? (
        <Card title="In other states">
          <DocumentFields fields={others} />
        </Card>
      ) : null}
      <LinkRow
        label="Try it in simulation"
        detail="Trial drive: traces of lambda and trim"
        onPress={() => router.navigate(`/c/${id}/review/drive` as '/')}
      />
    </Page>
  );
}
