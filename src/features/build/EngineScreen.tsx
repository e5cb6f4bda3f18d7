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
import { BehindPaint } from '../fields/BehindPaint';
import { SectionFields } from '../fields/fields';
import { SectionCards } from '../fields/SectionCards';
import { FiringOrder } from './FiringOrder';
import { Meaning } from './Meaning';
import { SectionPage } from './SectionPage';
import { WhatFollowed } from './WhatFollowed';

const GEOMETRY_OPTIONS = [
  { id: 'boreAndStroke', label: 'Bore and stroke' },
  { id: 'displacement', label: 'Displacement' },
] as const;

/** Which of two ways the size is given in. */
function SizeChoice() {
  const geometry = useDocumentPart(({ engine }) => engine.geometry);
  const setGeometry = (next: typeof geometry) => {
    if (next === geometry) return;
    const words = GEOMETRY_OPTIONS.find((option) => option.id === next)?.label.toLowerCase() ?? next;
    edit(`Size by ${words}`, (draft) => {
      draft.engine.geometry = next;
    });
  };
  return (
    <Chips label="Size is given by" options={GEOMETRY_OPTIONS} value={geometry} onChange={setGeometry} />
  );
}

// Made once: a field that is edited draws itself anew, and not the sheet.
const SIZE_CHOICE = <SizeChoice key="size" />;
const ABOVE = { 'engine.bore': SIZE_CHOICE, 'engine.displacement': SIZE_CHOICE };
const AROUND = { 'engine.firingOrder': () => <FiringOrder /> };

/** The engine as built, and what its numbers mean. */
export function EngineScreen() {
  return (
    <SectionPage
      id="engine"
      beside={
        <>
          <FiringStrip />
          <WhatFollowed />
          <Meaning of={engineMeaning} />
        </>
      }
    >
      <SectionCards section="engine" above={ABOVE} around={AROUND} />
      <BehindPaint>
        <Card title="Idle" intro="Maps of idle and the engine’s filling at idle are proposed from these.">
          <SectionFields section="idle" />
        </Card>
      </BehindPaint>
    </SectionPage>
  );
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
