import { useRouter, useGlobalSearchParams } from 'expo-router';
import { injectorMeaning } from '@/core/meaning';
import { useDocument } from '@/data/session/session';
import { BackTitle, Card, Page, StateMark } from '@/ui/layout';
import { DeadTimeChart } from './DeadTimeChart';
import { DeadTimeTable } from './DeadTimeTable';
import { Choice, Quantity } from './fields';
import { Figures } from './Figures';
import { sectionMark } from './sections';
import { TypingFrom } from './TypingFrom';

/** The injector set, the pressure it works at, and what its numbers mean. */
export function InjectorsScreen() {
  const document = useDocument();
  const router = useRouter();
  const { id } = useGlobalSearchParams<{ id: string }>();
  return (
    <Page
      beside={
        <>
          <Figures figures={injectorMeaning(document)} />
          <DeadTimeChart table={document.injectors.deadTime} />
        </>
      }
    >
      <BackTitle
        title="Injectors"
        backLabel="Back to the sections"
        onBack={() => router.navigate(`/c/${id}/build`)}
        aside={<StateMark {...sectionMark(document, 'injectors')} />}
      />
      <TypingFrom />
      <Card title="Rating">
        <Quantity path="injectors.ratedFlow" />
        <Quantity path="injectors.ratedPressure" />
        <Quantity path="injectors.testDensity" />
      </Card>
      <Card title="Pressure">
        <Quantity path="injectors.railPressure" />
        <Choice path="injectors.regulator" />
      </Card>
      <DeadTimeTable />
    </Page>
  );
}
