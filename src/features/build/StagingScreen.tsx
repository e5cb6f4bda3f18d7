import { stagingCurve } from '@/core/meaning';
import { injectorFunction } from '@/core/pins';
import { useDocumentLater } from '@/data/session/documentParts';
import { LineChart } from '@/ui/chart';
import { Card } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { SectionCards } from '../fields/SectionCards';
import { PinCard } from './PinCard';
import { SectionPage } from './SectionPage';

/** A second injector set and how fuel is handed over to it. */
export function StagingScreen() {
  return (
    <SectionPage id="staging" beside={<StagingPicture />}>
      <SectionCards section="staging" />
      <PinCard title="Pins of the second set" of={(id) => id.startsWith(`second-${injectorFunction([])}`)} />
    </SectionPage>
  );
}

function StagingPicture() {
  const document = useDocumentLater();
  const curve = stagingCurve(document);
  if (document.staging.fitted?.value !== 'yes') {
    return (
      <Card title="Duty of both sets">
        <Text colour="muted">One set feeds the engine; there is nothing to hand over.</Text>
      </Card>
    );
  }
  if (curve === null) {
    return (
      <Card title="Duty of both sets">
        <Text colour="muted">
          Drawn once the second set, the engine, the first set and the maps are there.
        </Text>
      </Card>
    );
  }
  const off = Math.max(...curve.givenMg.map((given, i) => Math.abs(given - (curve.askedMg[i] as number))));
  const shared = { x: curve.manifoldKpa, xLabel: 'Manifold, kPa abs', height: 180 };
  return (
    <Card title="Duty of both sets" intro={`Over load at ${Math.round(curve.speedRpm)} rev/min.`}>
      <LineChart
        {...shared}
        title="Duty: first set, second set broken"
        yLabel="%"
        decimals={0}
        series={[
          { id: 'first', label: 'First', values: curve.firstDutyPercent },
          { id: 'second', label: 'Second', values: curve.secondDutyPercent, dash: '6 4' },
        ]}
      />
      <LineChart
        {...shared}
        title="Fuel of both together"
        yLabel="mg"
        decimals={1}
        series={[{ id: 'given', label: 'Given', values: curve.givenMg }]}
      />
      <Text>
        {off < 0.01
          ? 'No step at the hand-over: what both give is what is asked, everywhere.'
          : `At most ${off.toFixed(2)} mg off what is asked.`}
      </Text>
    </Card>
  );
}
