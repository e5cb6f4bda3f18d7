import { useRouter, useGlobalSearchParams } from 'expo-router';
import { engineMeaning } from '@/core/meaning';
import { edit, useDocument } from '@/data/session/session';
import { Chips } from '@/ui/button/Chips';
import { BackTitle, Card, Page, StateMark } from '@/ui/layout';
import { Choice, Quantity } from './fields';
import { Figures } from './Figures';
import { FiringOrder } from './FiringOrder';
import { sectionMark } from './sections';
import { TypingFrom } from './TypingFrom';

const GEOMETRY_OPTIONS = [
  { id: 'boreAndStroke', label: 'Bore and stroke' },
  { id: 'displacement', label: 'Displacement' },
] as const;

/** The engine as built, and what its numbers mean. */
export function EngineScreen() {
  const document = useDocument();
  const router = useRouter();
  const { id } = useGlobalSearchParams<{ id: string }>();
  const { geometry } = document.engine;
  const setGeometry = (next: typeof geometry) => {
    if (next === geometry) return;
    const words = GEOMETRY_OPTIONS.find((option) => option.id === next)?.label.toLowerCase() ?? next;
    edit(`Size by ${words}`, (draft) => {
      draft.engine.geometry = next;
    });
  };
  return (
    <Page beside={<Figures figures={engineMeaning(document)} />}>
      <BackTitle
        title="Engine"
        backLabel="Back to the sections"
        onBack={() => router.navigate(`/c/${id}/build`)}
        aside={<StateMark {...sectionMark(document, 'engine')} />}
      />
      <TypingFrom />
      <Card title="Size">
        <Chips label="Size is given by" options={GEOMETRY_OPTIONS} value={geometry} onChange={setGeometry} />
        {geometry === 'boreAndStroke' ? (
          <Quantity path="engine.bore" />
        ) : (
          <Quantity path="engine.displacement" />
        )}
        <Quantity path="engine.stroke" />
        <Quantity path="engine.cylinders" />
        <FiringOrder />
        <Quantity path="engine.compressionRatio" />
      </Card>
      <Card title="Air and fuel">
        <Choice path="engine.induction" />
        <Choice path="engine.fuel" />
        <Quantity path="engine.altitude" />
      </Card>
      <Card title="Goals">
        <Quantity path="engine.torquePeakSpeed" />
        <Quantity path="engine.powerPeakSpeed" />
        <Quantity path="engine.maxSpeed" />
        <Quantity path="engine.maxManifoldPressure" />
      </Card>
    </Page>
  );
}
