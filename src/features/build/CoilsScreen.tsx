import { type ReactNode, useState } from 'react';
import { View } from 'react-native';
import { baseValue, coilsOf, dwellOf, fieldInfo, valueAt } from '@/core/calibration';
import { chargeCurrentA } from '@/core/coil';
import type { TableFieldInfo, TableValue } from '@/core/field';
import { budgetByMode, coilMeaning, sparkTimeBudget } from '@/core/meaning';
import { coilFunction } from '@/core/pins';
import { useDocumentLater, useDocumentPart } from '@/data/session/documentParts';
import { commitTable } from '@/data/session/useField';
import { Button } from '@/ui/button/Button';
import { LaneChart, LineChart } from '@/ui/chart';
import { NumberBox } from '@/ui/field';
import { Card, StateMark } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';
import { DwellProposal } from './DwellProposal';
import { SectionCards } from '../fields/SectionCards';
import { Meaning } from './Meaning';
import { PinCard } from './PinCard';
import { SectionPage } from './SectionPage';

const AROUND = {
  'coils.igniter': (field: ReactNode) => (
    <>
      {field}
      <Groups />
    </>
  ),
  'coils.dwell': (field: ReactNode) => (
    <>
      {field}
      <ScaleDwell />
    </>
  ),
};

/** Coils, their dwell and the time there is for it. */
export function CoilsScreen() {
  return (
    <SectionPage
      id="coils"
      beside={
        <>
          <ChargePicture />
          <TimeBudget />
          <Meaning of={coilMeaning} />
        </>
      }
    >
      <SectionCards section="coils" around={AROUND} />
      <DwellProposal />
      <PinCard title="Pins of the coils" of={(id) => id.startsWith(coilFunction([]))} />
    </SectionPage>
  );
}

function Groups() {
  const coils = coilsOf(useDocumentLater());
  if (coils === null) return null;
  return (
    <Text kind="small" colour="muted">
      {coils.mode === 'distributor'
        ? 'One coil for all cylinders.'
        : `Coils, in firing order: ${coils.groups.map((group) => group.join(' and ')).join(', ')}.`}
    </Text>
  );
}

const PATH = 'coils.dwell';

/** The whole dwell table by a factor, in one step: for a coil whose sheet is known to be high or low. */
function ScaleDwell() {
  const table = useDocumentPart((document) => valueAt(document, PATH) as TableValue | null);
  const byCoil = useDocumentPart(({ coils }) => coils.dwellBy?.value === 'coil');
  const [percent, setPercent] = useState(90);
  if (table === null || byCoil) return null;
  const scale = () => {
    const rows = table.rows.map(([volts = 0, dwell = 0]) => [
      volts,
      Number(((dwell * percent) / 100).toPrecision(6)),
    ]);
    commitTable(PATH, fieldInfo(PATH) as TableFieldInfo, { units: table.units, rows });
  };
  return (
    <View style={{ gap: SPACE.s }}>
      <NumberBox
        info={{ label: 'Scale the table to', quantity: 'percentage', unit: '%', min: 50, max: 150 }}
        value={percent}
        onChange={setPercent}
      />
      <View style={{ flexDirection: 'row' }}>
        <Button label={`Scale all dwell to ${percent} %`} onPress={scale} />
      </View>
    </View>
  );
}

/** Current over charging time, at cranking and charging voltage. */
function ChargePicture() {
  const document = useDocumentLater();
  const resistanceOhm = baseValue(document, 'coils.resistance');
  const inductanceMh = baseValue(document, 'coils.inductance');
  if (resistanceOhm === null || inductanceMh === null) {
    return (
      <Card title="Charge current">
        <Text colour="muted">Drawn once resistance and inductance are known.</Text>
      </Card>
    );
  }
  const dwell = dwellOf(document, 14, 3000);
  const longest = Math.max(6, (dwell ?? 0) * 2.2);
  const x = Array.from({ length: 61 }, (_, i) => (longest * i) / 60);
  const at = (volts: number) => x.map((ms) => chargeCurrentA({ resistanceOhm, inductanceMh }, volts, ms));
  return (
    <Card
      title="Charge current"
      intro={
        dwell === null
          ? 'At 14 V, and broken at 9 V.'
          : `At 14 V, and broken at 9 V. Shaded: the dwell at 14 V, ${dwell.toFixed(2)} ms.`
      }
    >
      <LineChart
        title="Primary current"
        x={x}
        xLabel="ms"
        yLabel="A"
        decimals={1}
        height={200}
        series={[
          { id: 'charging', label: '14 V', values: at(14) },
          { id: 'cranking', label: '9 V', values: at(9), dash: '6 4' },
        ]}
        bands={dwell === null ? [] : [{ from: 0, to: dwell, label: 'Dwell', tone: 'cranking' }]}
      />
    </Card>
  );
}

const MODE_WORDS = {
  distributor: 'Distributor',
  wasted: 'Wasted spark',
  individual: 'A coil a cylinder',
} as const;

/** Dwell and spark in the time between two sparks of one coil at maximum speed. */
function TimeBudget() {
  const document = useDocumentLater();
  const budget = sparkTimeBudget(document);
  const modes = budgetByMode(document) ?? [];
  if (budget === null) return null;
  const { dwellMs, sparkMs, availableMs, speedRpm } = budget;
  const end = Math.max(availableMs, dwellMs + sparkMs);
  return (
    <Card
      title="Time at maximum speed"
      intro={`${availableMs.toFixed(2)} ms between sparks of one coil at ${Math.round(speedRpm)} rev/min.`}
    >
      <LaneChart
        title={`Dwell ${dwellMs.toFixed(2)} ms and spark ${sparkMs.toFixed(1)} ms of ${availableMs.toFixed(2)} ms`}
        from={0}
        to={Number(end.toFixed(2))}
        ticks={[0, Number(end.toFixed(2))]}
        unit="ms"
        lanes={[
          {
            id: 'coil',
            label: 'One coil',
            spans: [
              { from: 0, to: dwellMs, tone: 'accent', label: 'dwell' },
              { from: dwellMs, to: dwellMs + sparkMs, tone: 'steel', label: 'spark' },
              ...(availableMs > dwellMs + sparkMs
                ? [
                    {
                      from: dwellMs + sparkMs,
                      to: availableMs,
                      tone: 'muted' as const,
                      label: 'rest',
                      hollow: true,
                    },
                  ]
                : []),
            ],
          },
        ]}
      />
      {modes.map(({ mode, availableMs: there, fits }) => (
        <StateMark
          key={mode}
          tone={fits ? 'good' : 'error'}
          label={`${MODE_WORDS[mode]}: ${there.toFixed(2)} ms, ${fits ? 'fits' : 'does not fit'}`}
        />
      ))}
    </Card>
  );
}
