import { tableAt } from '@/core/calibration';
import { BATTERY_STEP, idleBatteryErrors } from '@/core/meaning';
import { useDocumentLater } from '@/data/session/documentParts';
import { LineChart } from '@/ui/chart';
import { Card } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { DeadTimeChart } from './DeadTimeChart';
import { DeadTimeTable } from './DeadTimeTable';
import { SectionCards } from '../fields/SectionCards';
import { SectionPage } from './SectionPage';

const AROUND = { 'injectors.deadTime': () => <DeadTimeTable /> };

/** Dead time over voltage and pressure, and what short openings need. */
export function DeadTimeScreen() {
  return (
    <SectionPage
      id="dead-time"
      beside={
        <>
          <Curves />
          <BatteryErrors />
          <ShortPulsePicture />
        </>
      }
    >
      <SectionCards section="injectors" sheet="dead-time" around={AROUND} />
    </SectionPage>
  );
}

function Curves() {
  return <DeadTimeChart document={useDocumentLater()} />;
}

/** What a wrong table does to the idle when lights and fan go on. */
function BatteryErrors() {
  const errors = idleBatteryErrors(useDocumentLater());
  if (errors === null) return null;
  return (
    <Card
      title="If this table is wrong"
      intro={`Idle lambda, trimmed right at ${BATTERY_STEP.fromV.toFixed(1)} V, when the battery falls to ${BATTERY_STEP.toV.toFixed(1)} V.`}
    >
      {errors.map(({ wrongPercent, lambdaPercent }) => (
        <Text key={wrongPercent} kind="number">
          {`${wrongPercent} % short: ${lambdaPercent.toFixed(1)} % lean`}
        </Text>
      ))}
    </Card>
  );
}

function ShortPulsePicture() {
  const rows = tableAt(useDocumentLater(), 'injectors.shortPulse');
  if (rows === null) return null;
  return (
    <Card title="Added to short openings">
      <LineChart
        title="Added"
        x={rows.map((row) => row[0] as number)}
        xLabel="Net time, ms"
        yLabel="ms"
        decimals={3}
        height={160}
        dots
        series={[{ id: 'added', label: 'Added', values: rows.map((row) => row[1] as number) }]}
      />
    </Card>
  );
}
