import { bankOf, baseValue, firingOf } from '@/core/calibration';
import { firingIntervals } from '@/core/engine';
import { engineMeaning } from '@/core/meaning';
import { CYCLE_DEG } from '@/core/units';
import { useDocumentLater, useDocumentPart } from '@/data/session/documentParts';
import { edit } from '@/data/session/session';
import { Chips } from '@/ui/button/Chips';
import { LaneChart } from '@/ui/chart';
import { Card } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { SectionFields } from '../fields/fields';
import { SectionCards } from '../fields/SectionCards';
import { Figures } from './Figures';
import { FiringOrder } from './FiringOrder';
import { SectionPage } from './SectionPage';
import { WhatFollowed } from './WhatFollowed';

const GEOMETRY_OPTIONS = [
  { id: 'boreAndStroke', label: 'Bore and stroke' },
  { id: 'displacement', label: 'Displacement' },
] as const;

/** The engine as built, and what its numbers mean. */
export function EngineScreen() {
  const geometry = useDocumentPart(({ engine }) => engine.geometry);
  const setGeometry = (next: typeof geometry) => {
    if (next === geometry) return;
    const words = GEOMETRY_OPTIONS.find((option) => option.id === next)?.label.toLowerCase() ?? next;
    edit(`Size by ${words}`, (draft) => {
      draft.engine.geometry = next;
    });
  };
  const sizeChoice = (
    <Chips label="Size is given by" options={GEOMETRY_OPTIONS} value={geometry} onChange={setGeometry} />
  );
  return (
    <SectionPage
      id="engine"
      beside={
        <>
          <FiringStrip />
          <WhatFollowed />
          <EngineFigures />
        </>
      }
    >
      <SectionCards
        section="engine"
        above={{
          'engine.bore': sizeChoice,
          'engine.displacement': sizeChoice,
        }}
        around={{
          'engine.firingOrder': () => <FiringOrder />,
        }}
      />
      <Card title="Idle" intro="Maps of idle and the engine’s filling at idle are proposed from these.">
        <SectionFields section="idle" />
      </Card>
    </SectionPage>
  );
}

function EngineFigures() {
  return <Figures figures={engineMeaning(useDocumentLater())} />;
}

/** Who fires when, by bank, over two turns. */
function FiringStrip() {
  const document = useDocumentLater();
  const events = firingOf(document);
  const cylinders = baseValue(document, 'engine.cylinders');
  if (events === null || cylinders === null) {
    return (
      <Card title="Firing over two turns">
        <Text colour="muted">Drawn once cylinders and firing order are known.</Text>
      </Card>
    );
  }
  const banks = ([1, 2] as const).filter((bank) =>
    events.some(({ cylinder }) => bankOf(document, cylinder) === bank),
  );
  const intervals = [...new Set(firingIntervals(events).map((interval) => Math.round(interval)))];
  return (
    <Card
      title="Firing over two turns"
      intro={
        intervals.length === 1
          ? `Even: one every ${intervals[0]}°.`
          : `Odd: waits of ${intervals.sort((a, b) => a - b).join(' and ')}°.`
      }
    >
      <LaneChart
        title={`Firing over two turns: ${events.map(({ cylinder, angleDeg }) => `${cylinder} at ${Math.round(angleDeg)}°`).join(', ')}`}
        from={0}
        to={CYCLE_DEG}
        ticks={[0, 180, 360, 540, CYCLE_DEG]}
        unit="°"
        lanes={banks.map((bank) => ({
          id: String(bank),
          label: banks.length === 1 ? 'Cylinder' : `Bank ${bank}`,
          marks: events
            .filter(({ cylinder }) => bankOf(document, cylinder) === bank)
            .map(({ cylinder, angleDeg }) => ({ at: angleDeg, label: String(cylinder), tone: 'accent' })),
        }))}
      />
    </Card>
  );
}
