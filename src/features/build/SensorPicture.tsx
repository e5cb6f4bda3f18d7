import {
  ADC_BITS,
  baseValue,
  type Calibration,
  curveOf,
  faultBandOf,
  lineOf,
  tableAt,
  thermistorOf,
  throttleOf,
} from '@/core/calibration';
import {
  combinedLambda,
  knockFrequencyHz,
  type LambdaReading,
  seeingRange,
  type SensorId,
  temperatureAtVolts,
  throttleHeadRoom,
  throttlePercent,
  valueAtVolts,
  voltsAtTemperature,
  type SwitchId,
  type VoltsCurve,
} from '@/core/sensors';
import { formatNumber } from '@/core/units';
import { LineChart, ThresholdStrip } from '@/ui/chart';
import { Card, StateMark } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';
import { View } from 'react-native';

const VOLTS = Array.from({ length: 51 }, (_, i) => i / 10);

/** What a sensor's numbers come to: its curve with faults and blind ends, or a sentence while it has none. */
export function SensorPicture({ document, sensor }: { document: Calibration; sensor: SensorId }) {
  switch (sensor) {
    case 'map':
      return (
        <CurvePicture
          title="Manifold pressure"
          unit="kPa abs"
          curve={lineOf(document, 'map')}
          band={faultBandOf(document, 'map')}
        />
      );
    case 'fuelPressure':
      return (
        <CurvePicture
          title="Fuel pressure"
          unit="kPa gauge"
          curve={lineOf(document, sensor)}
          band={faultBandOf(document, sensor)}
        />
      );
    case 'oilPressure':
      return (
        <CurvePicture
          title="Oil pressure"
          unit="kPa gauge"
          curve={lineOf(document, sensor)}
          band={faultBandOf(document, sensor)}
        />
      );
    case 'lambdaOne':
    case 'lambdaTwo':
      return (
        <CurvePicture
          title="Lambda"
          unit="λ"
          decimals={2}
          curve={curveOf(document, `sensors.${sensor}.points`)}
          band={faultBandOf(document, sensor)}
        />
      );
    case 'coolant':
    case 'air':
      return <ThermistorPicture document={document} sensor={sensor} />;
    case 'throttle':
      return <ThrottlePicture document={document} />;
    case 'ethanol':
      return (
        <PointsPicture
          document={document}
          path="sensors.ethanol.points"
          title="Ethanol content"
          xLabel="Hz"
          unit="%"
        />
      );
    case 'gear':
      return (
        <PointsPicture
          document={document}
          path="sensors.gear.points"
          title="Voltage of each gear"
          xLabel="Gear"
          unit="V"
        />
      );
    case 'launchSwitch':
    case 'shiftSwitch':
    case 'retardSwitch':
      return <SwitchPicture document={document} sensor={sensor} />;
    case 'lambdaUse':
      return <LambdaUsePicture document={document} />;
    case 'knock':
    case 'knockTwo':
    case 'vehicleSpeed':
      return <NumbersPicture document={document} sensor={sensor} />;
  }
}

/** Where along the pin’s voltage a switch counts as held. */
function SwitchPicture({ document, sensor }: { document: Calibration; sensor: SwitchId }) {
  const when = document.sensors[sensor].heldWhen?.value;
  const thresholdV = baseValue(document, `sensors.${sensor}.threshold`);
  if (when === undefined || thresholdV === null) return <Nothing title="Held, by voltage" />;
  return (
    <Card title="Held, by voltage">
      <ThresholdStrip
        label="Voltage"
        unit="V"
        min={0}
        max={5}
        comparison={when}
        threshold={thresholdV}
        letsGo={thresholdV}
      />
    </Card>
  );
}

interface CurveProps {
  title: string;
  unit: string;
  decimals?: number;
  curve: VoltsCurve | null;
  band: { readonly lowV: number; readonly highV: number } | null;
}

function CurvePicture({ title, unit, decimals = 0, curve, band }: CurveProps) {
  if (curve === null) return <Nothing title={title} />;
  return (
    <Card title={`${title} against voltage`} intro={faultIntro(band)}>
      <LineChart
        title={title}
        x={VOLTS}
        xLabel="V"
        yLabel={unit}
        decimals={decimals}
        height={220}
        series={[{ id: 'value', label: title, values: VOLTS.map((volts) => valueAtVolts(curve, volts)) }]}
        bands={faultBands(band)}
      />
    </Card>
  );
}

function faultIntro(band: CurveProps['band']): string {
  return band === null
    ? 'The faults are not set.'
    : `Shaded: a fault, below ${band.lowV} V and above ${band.highV} V.`;
}

function faultBands(band: CurveProps['band']) {
  if (band === null) return [];
  return [
    { from: 0, to: band.lowV, label: 'Fault', tone: 'cranking' as const },
    { from: band.highV, to: 5, label: 'Fault', tone: 'cranking' as const },
  ];
}

const TEMPERATURES = Array.from({ length: 46 }, (_, i) => -50 + i * 5);

function ThermistorPicture({ document, sensor }: { document: Calibration; sensor: 'coolant' | 'air' }) {
  const described = thermistorOf(document, sensor);
  if (described === null) return <Nothing title="Volts against temperature" />;
  const { curve, pullUp, fit, points } = described;
  const bits = document.pins.ecu?.adcBits ?? ADC_BITS;
  const seeing = seeingRange(curve, pullUp, bits);
  const isOdd = (i: number) => i === fit?.worst && Math.abs(fit.residualsK[i] ?? 0) > 1;
  const volts = TEMPERATURES.map((t) => voltsAtTemperature(curve, pullUp, t));
  return (
    <>
      <Card
        title="Volts against temperature"
        intro={
          seeing === null
            ? `Blind everywhere: 1 °C is less than one step of ${bits} bits. Check the pull-up.`
            : `1 °C is more than one step of ${bits} bits from ${formatNumber(seeing.fromC, 0)} to ${formatNumber(seeing.toC, 0)} °C. Shaded: blind.`
        }
      >
        <LineChart
          title="Voltage at the pin"
          x={TEMPERATURES}
          xLabel="°C"
          yLabel="V"
          decimals={2}
          height={220}
          yRange={[0, 5]}
          series={[{ id: 'volts', label: 'Voltage', values: volts }]}
          bands={
            seeing === null
              ? [{ from: -50, to: 175, label: 'Blind', tone: 'still' }]
              : [
                  { from: -50, to: Math.max(-50, seeing.fromC), label: 'Blind', tone: 'still' },
                  { from: Math.min(175, seeing.toC), to: 175, label: 'Blind', tone: 'still' },
                ]
          }
        />
        <Text kind="small" colour="muted">
          {`2.5 V reads ${formatNumber(temperatureAtVolts(curve, pullUp, 2.5), 1)} °C.`}
        </Text>
      </Card>
      {fit === null ? null : (
        <Card title="Steinhart–Hart fit" intro="What is left over at each point; positive reads too warm.">
          {points.map((point, i) => (
            <View key={point.temperatureC} style={{ flexDirection: 'row', gap: SPACE.s }}>
              {[
                `${formatNumber(point.temperatureC, 0)} °C`,
                `${formatNumber(point.ohm, point.ohm < 1000 ? 1 : 0)} Ω`,
                `${formatNumber(fit.residualsK[i] ?? 0, 2)} K`,
              ].map((text, k) => (
                <Text
                  key={k}
                  kind="number"
                  colour={isOdd(i) ? 'warning' : 'text'}
                  style={{ width: 82, textAlign: 'right' }}
                >
                  {text}
                </Text>
              ))}
              {i === fit.worst ? (
                <Text kind="small" colour={isOdd(i) ? 'warning' : 'muted'}>
                  worst
                </Text>
              ) : null}
            </View>
          ))}
          <Text kind="small" colour="muted">
            {`a ${fit.curve.a.toExponential(4)}, b ${fit.curve.b.toExponential(4)}, c ${fit.curve.c.toExponential(4)}`}
          </Text>
        </Card>
      )}
    </>
  );
}

function ThrottlePicture({ document }: { document: Calibration }) {
  const range = throttleOf(document);
  if (range === null) return <Nothing title="Throttle against voltage" />;
  const room = throttleHeadRoom(range);
  return (
    <Card title="Throttle against voltage" intro={faultIntro(range)}>
      <LineChart
        title="Throttle"
        x={VOLTS}
        xLabel="V"
        yLabel="%"
        decimals={0}
        height={220}
        yRange={[0, 100]}
        series={[
          { id: 'throttle', label: 'Throttle', values: VOLTS.map((volts) => throttlePercent(range, volts)) },
        ]}
        bands={faultBands(range)}
      />
      <Text>{`Head-room to the faults: ${room.closedV.toFixed(2)} V closed, ${room.openV.toFixed(2)} V wide open.`}</Text>
      <Text kind="small" colour="muted">
        {range.openV > range.closedV ? 'A rising sensor.' : 'A falling sensor.'}
        {
          ' Wide open reads 98 %: a little is left above it, so that a plate that opens further than when it was learned is not a fault.'
        }
      </Text>
    </Card>
  );
}

function PointsPicture({
  document,
  path,
  title,
  xLabel,
  unit,
}: {
  document: Calibration;
  path: 'sensors.ethanol.points' | 'sensors.gear.points';
  title: string;
  xLabel: string;
  unit: string;
}) {
  const rows = tableAt(document, path);
  if (rows === null) return <Nothing title={title} />;
  return (
    <Card title={title}>
      <LineChart
        title={title}
        x={rows.map((row) => row[0] as number)}
        xLabel={xLabel}
        yLabel={unit}
        decimals={1}
        height={200}
        dots
        series={[{ id: 'points', label: title, values: rows.map((row) => row[1] as number) }]}
      />
    </Card>
  );
}

/** What the combination makes of two readings apart from each other, and of one that has failed. */
function LambdaUsePicture({ document }: { document: Calibration }) {
  const combination = document.sensors.lambdaUse.combination?.value;
  if (combination === undefined) return <Nothing title="Two readings as one" />;
  const reading = (lambda: number, sensor: 'lambdaOne' | 'lambdaTwo'): LambdaReading => ({
    lambda,
    place: document.sensors[sensor].sees?.value ?? 'all',
    min: document.sensors[sensor].believedFrom?.amount ?? 0.65,
    max: document.sensors[sensor].believedTo?.amount ?? 1.4,
  });
  const words = (lambda: number | null) => (lambda === null ? 'none' : lambda.toFixed(2));
  const line = (one: number, two: number) => {
    const { bankOne, bankTwo } = combinedLambda(
      [reading(one, 'lambdaOne'), reading(two, 'lambdaTwo')],
      combination,
    );
    return `${one.toFixed(2)} and ${two.toFixed(2)}: bank 1 takes ${words(bankOne)}, bank 2 ${words(bankTwo)}`;
  };
  return (
    <Card title="Two readings as one">
      <Text>{line(0.88, 0.94)}</Text>
      <Text>{line(0.88, 9)}</Text>
      <Text kind="small" colour="muted">
        The second line: a dead sensor reads outside its limits and is left out.
      </Text>
    </Card>
  );
}

function NumbersPicture({
  document,
  sensor,
}: {
  document: Calibration;
  sensor: 'knock' | 'knockTwo' | 'vehicleSpeed';
}) {
  const fitted = document.sensors[sensor].fitted?.value === 'yes';
  if (!fitted) return <Nothing title={sensor === 'vehicleSpeed' ? 'Vehicle speed' : 'Knock'} />;
  if (sensor !== 'vehicleSpeed') {
    const boreMm = baseValue(document, 'engine.bore');
    return (
      <Card title="Where this engine knocks">
        <Text>
          {boreMm === null
            ? 'Needs the bore.'
            : `${(knockFrequencyHz(boreMm) / 1000).toFixed(2)} kHz with a bore of ${formatNumber(boreMm, 1)} mm, and near its double.`}
        </Text>
      </Card>
    );
  }
  const perKm = baseValue(document, 'sensors.vehicleSpeed.pulses');
  return (
    <Card title="Pulses at speed">
      {perKm === null ? (
        <StateMark tone="plain" label="Needs the pulses over distance." />
      ) : (
        [50, 100, 200].map((kmh) => (
          <Text key={kmh} kind="number">{`${kmh} km/h   ${((perKm * kmh) / 3600).toFixed(0)} Hz`}</Text>
        ))
      )}
    </Card>
  );
}

function Nothing({ title }: { title: string }) {
  return (
    <Card title={title}>
      <Text colour="muted">Drawn once the fields beside are filled.</Text>
    </Card>
  );
}
