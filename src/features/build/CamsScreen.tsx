import type { ReactNode } from 'react';
import { type Calibration, valvesOf } from '@/core/calibration';
import { overlapDeg } from '@/core/cams';
import { camMeaning } from '@/core/meaning';
import { CYCLE_DEG } from '@/core/units';
import { useDocumentLater, useDocumentPart } from '@/data/session/documentParts';
import { edit } from '@/data/session/session';
import { Chips } from '@/ui/button/Chips';
import { insideCycle, LaneChart, type Lane } from '@/ui/chart';
import { Card } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { SectionCards } from '../fields/SectionCards';
import { Meaning } from './Meaning';
import { SectionPage } from './SectionPage';

const FORMS = [
  { id: 'events', label: 'Opening and closing' },
  { id: 'lobes', label: 'Lobe centre and duration' },
] as const;

/** Which of two ways the cams are given in. */
function FormChoice() {
  const givenBy = useDocumentPart(({ cams }) => cams.givenBy);
  const setForm = (next: typeof givenBy) => {
    if (next === givenBy) return;
    const words = FORMS.find((form) => form.id === next)?.label.toLowerCase() ?? next;
    edit(`Cams by ${words}`, (draft) => {
      draft.cams.givenBy = next;
    });
  };
  return <Chips label="Cams are given by" options={FORMS} value={givenBy} onChange={setForm} />;
}

const AROUND = {
  'cams.statedLift': (field: ReactNode) => (
    <>
      <FormChoice />
      {field}
    </>
  ),
};

/** Valve timing, either way it is given, and the valve strip. */
export function CamsScreen() {
  return (
    <SectionPage
      id="cams"
      beside={
        <>
          <Card title="Valve strip" intro="One cylinder over two turns, from its firing TDC.">
            <OwnStrip />
          </Card>
          <Meaning of={camMeaning} />
        </>
      }
    >
      <SectionCards section="cams" around={AROUND} />
    </SectionPage>
  );
}

function OwnStrip() {
  return <ValveStrip document={useDocumentLater()} />;
}

/** When the valves are open, overlap marked, with further lanes below. */
export function ValveStrip({ document, lanes = [] }: { document: Calibration; lanes?: readonly Lane[] }) {
  const valves = valvesOf(document);
  if (valves === null) return <Text colour="muted">Drawn once the cams are described.</Text>;
  const overlap = overlapDeg(valves);
  return (
    <LaneChart
      title={`Exhaust open ${valves.exhaustOpensDeg}° to ${valves.exhaustClosesDeg}°, intake ${valves.intakeOpensDeg}° to ${valves.intakeClosesDeg}°, overlap ${overlap}°`}
      from={0}
      to={CYCLE_DEG}
      ticks={[0, 180, 360, 540, CYCLE_DEG]}
      unit="°"
      lanes={[
        {
          id: 'exhaust',
          label: 'Exhaust valve',
          spans: insideCycle(
            [{ from: valves.exhaustOpensDeg, to: valves.exhaustClosesDeg, tone: 'muted', label: 'open' }],
            CYCLE_DEG,
          ),
        },
        {
          id: 'intake',
          label: 'Intake valve',
          spans: insideCycle(
            [{ from: valves.intakeOpensDeg, to: valves.intakeClosesDeg, tone: 'steel', label: 'open' }],
            CYCLE_DEG,
          ),
        },
        {
          id: 'overlap',
          label: `Overlap ${Math.round(overlap)}°`,
          spans:
            overlap === 0
              ? []
              : insideCycle(
                  [{ from: valves.intakeOpensDeg, to: valves.exhaustClosesDeg, tone: 'warning' }],
                  CYCLE_DEG,
                ),
        },
        ...lanes,
      ]}
    />
  );
}
