import {
  baseValue,
  type Calibration,
  choiceAt,
  curveOf,
  faultBandOf,
  lineOf,
  tableAt,
  thermistorOf,
  throttleOf,
} from '../calibration';
import {
  faultBandProblem,
  gearProblem,
  isFalling,
  knockFrequencyHz,
  throttleProblems,
  turningPoint,
  voltsAtTemperature,
} from '../sensors';
import { type DocumentProblem, errorAt, warningAt } from './problem';

/** A thermistor's point this far off its curve is pointed at, K. */
const RESIDUAL_K = 1;
/** Temperatures a thermistor must show without counting as faulty, °C. */
const USED_C = [-40, 130] as const;
/** A pull-up this far off the engine computer's own is pointed at, share. */
const PULL_UP_SHARE = 0.02;
/** A resonant knock sensor this far off the bore's own frequency is pointed at, share. */
const KNOCK_SLACK_SHARE = 0.15;

/** What cannot be, or is unwise, about the sensors that are fitted. */
export function sensorRules(document: Calibration): DocumentProblem[] {
  return [
    ...pressureSensor(document, 'map'),
    ...mapRange(document),
    ...throttle(document),
    ...thermistor(document, 'coolant'),
    ...thermistor(document, 'air'),
    ...lambda(document, 'lambdaOne'),
    ...lambda(document, 'lambdaTwo'),
    ...knock(document),
    ...pressureSensor(document, 'fuelPressure'),
    ...pressureSensor(document, 'oilPressure'),
    ...ethanol(document),
    ...gear(document),
  ];
}

function fitted(
  document: Calibration,
  sensor: 'lambdaOne' | 'lambdaTwo' | 'knock' | 'fuelPressure' | 'oilPressure' | 'ethanol' | 'gear',
): boolean {
  return document.sensors[sensor].fitted?.value === 'yes';
}

const turns = (at: number | null) =>
  at === null
    ? null
    : `Row ${at + 1} turns back: the value must only rise or only fall with voltage. Check the row.`;

function pressureSensor(
  document: Calibration,
  sensor: 'map' | 'fuelPressure' | 'oilPressure',
): DocumentProblem[] {
  if (sensor !== 'map' && !fitted(document, sensor)) return [];
  const byPoints = document.sensors[sensor].form?.value === 'points';
  const line = lineOf(document, sensor);
  if (line === null) return [];
  const band = faultBandOf(document, sensor);
  const used = byPoints ? line.map(({ volts }) => volts) : [];
  return [
    ...errorAt(`sensors.${sensor}.${byPoints ? 'points' : 'slope'}`, turns(turningPoint(line))),
    ...errorAt(`sensors.${sensor}.faultLow`, band === null ? null : faultBandProblem(band, used)),
  ];
}

function mapRange(document: Calibration): DocumentProblem[] {
  const line = lineOf(document, 'map');
  const wanted = baseValue(document, 'engine.maxManifoldPressure');
  if (line === null || wanted === null) return [];
  const top = Math.max(...line.map(({ value }) => value));
  return errorAt(
    document.sensors.map.form?.value === 'slope' ? 'sensors.map.slope' : 'sensors.map.points',
    top < wanted
      ? `The sensor ends at ${top.toFixed(0)} kPa abs, below the ${wanted.toFixed(0)} intended: above it load stands still and the mixture leans out. Fit a larger sensor or intend less.`
      : null,
  );
}

function throttle(document: Calibration): DocumentProblem[] {
  const range = throttleOf(document);
  if (range === null) return [];
  return throttleProblems(range).flatMap(({ field, message }) =>
    errorAt(`sensors.throttle.${field}`, message),
  );
}

function thermistor(document: Calibration, sensor: 'coolant' | 'air'): DocumentProblem[] {
  const form = choiceAt(document, `sensors.${sensor}.form`);
  const described = thermistorOf(document, sensor);
  const table = `sensors.${sensor}.${form === 'voltage' ? 'voltages' : 'resistances'}` as const;
  const pullUp = baseValue(document, `sensors.${sensor}.pullUp`);
  const own = document.pins.ecu?.pullUpOhm ?? null;
  const differs = pullUp !== null && own !== null && Math.abs(pullUp / own - 1) > PULL_UP_SHARE;
  const pullUpProblem = warningAt(
    `sensors.${sensor}.pullUp`,
    differs
      ? `The temperature inputs of ${document.pins.ecu?.name} have ${own} Ω, not ${pullUp}. Every reading would be off, unless the input was changed.`
      : null,
  );
  if (described === null) {
    const typed = form === 'library' || form === null || pullUp === null ? null : tableAt(document, table);
    return [
      ...pullUpProblem,
      ...errorAt(
        table,
        typed === null ? null : 'Two points have the same resistance, so they make no curve. Check them.',
      ),
    ];
  }
  const { curve, fit, points } = described;
  if (!isFalling(curve)) {
    return [
      ...pullUpProblem,
      ...errorAt(table, 'These points make a curve that turns back. Check each against the sheet.'),
    ];
  }
  const worst = fit?.worst ?? null;
  const offK = worst === null ? 0 : (fit?.residualsK[worst] ?? 0);
  const band = faultBandOf(document, sensor);
  const used = USED_C.map((t) => voltsAtTemperature(curve, described.pullUp, t));
  return [
    ...pullUpProblem,
    ...warningAt(
      table,
      worst !== null && Math.abs(offK) > RESIDUAL_K
        ? `The point at ${points[worst]?.temperatureC.toFixed(0)} °C is ${Math.abs(offK).toFixed(1)} K off the curve through all. Check it against the sheet.`
        : null,
    ),
    ...warningAt(`sensors.${sensor}.faultHigh`, band === null ? null : faultBandProblem(band, used)),
  ];
}

function lambda(document: Calibration, sensor: 'lambdaOne' | 'lambdaTwo'): DocumentProblem[] {
  if (!fitted(document, sensor)) return [];
  const curve = curveOf(document, `sensors.${sensor}.points`);
  const band = faultBandOf(document, sensor);
  const from = baseValue(document, `sensors.${sensor}.believedFrom`);
  const to = baseValue(document, `sensors.${sensor}.believedTo`);
  const cylinders = baseValue(document, 'engine.cylinders');
  const cylinder = baseValue(document, `sensors.${sensor}.cylinder`);
  const sees = document.sensors[sensor].sees?.value;
  const noBankTwo =
    sees === 'bankTwo' && (document.engine.bankTwo === null || document.engine.layout?.value === 'inline');
  return [
    ...errorAt(`sensors.${sensor}.points`, curve === null ? null : turns(turningPoint(curve))),
    ...errorAt(
      `sensors.${sensor}.faultLow`,
      curve === null || band === null
        ? null
        : faultBandProblem(
            band,
            curve.map(({ volts }) => volts),
          ),
    ),
    ...errorAt(
      `sensors.${sensor}.believedTo`,
      from !== null && to !== null && from >= to
        ? `Nothing is believed between ${from} and ${to}. The first must be the smaller.`
        : null,
    ),
    ...errorAt(
      `sensors.${sensor}.cylinder`,
      sees === 'cylinder' && cylinder !== null && cylinders !== null && cylinder > cylinders
        ? `There is no cylinder ${cylinder}; the engine has ${cylinders}.`
        : null,
    ),
    ...errorAt(
      `sensors.${sensor}.sees`,
      noBankTwo ? 'No cylinder is on bank 2. Name those in Engine, or choose what it sees.' : null,
    ),
  ];
}

function knock(document: Calibration): DocumentProblem[] {
  const bore = document.engine.geometry === 'boreAndStroke' ? baseValue(document, 'engine.bore') : null;
  const resonance = baseValue(document, 'sensors.knock.resonance');
  if (!fitted(document, 'knock') || document.sensors.knock.kind?.value !== 'resonant') return [];
  if (bore === null || resonance === null) return [];
  const knockHz = knockFrequencyHz(bore);
  return warningAt(
    'sensors.knock.resonance',
    Math.abs(resonance / knockHz - 1) > KNOCK_SLACK_SHARE
      ? `A bore of ${bore} mm knocks near ${(knockHz / 1000).toFixed(2)} kHz; this sensor hears ${(resonance / 1000).toFixed(2)} kHz and would miss it. Fit a wide-band one.`
      : null,
  );
}

function ethanol(document: Calibration): DocumentProblem[] {
  const curve = fitted(document, 'ethanol') ? curveOf(document, 'sensors.ethanol.points') : null;
  if (curve === null) return [];
  const below = baseValue(document, 'sensors.ethanol.faultBelow');
  const above = baseValue(document, 'sensors.ethanol.faultAbove');
  const hz = curve.map((point) => point.volts);
  const outside =
    below === null || above === null ? undefined : hz.find((value) => value < below || value > above);
  return [
    ...errorAt('sensors.ethanol.points', turns(turningPoint(curve))),
    ...errorAt(
      'sensors.ethanol.faultBelow',
      outside === undefined
        ? null
        : `${outside} Hz belongs to the sensor’s own range but counts as a fault. Widen the band.`,
    ),
  ];
}

function gear(document: Calibration): DocumentProblem[] {
  const rows = fitted(document, 'gear') ? tableAt(document, 'sensors.gear.points') : null;
  if (rows === null) return [];
  const band = faultBandOf(document, 'gear');
  const used = rows.map((row) => row[1] as number);
  return [
    ...errorAt('sensors.gear.faultLow', band === null ? null : faultBandProblem(band, used)),
    ...errorAt(
      'sensors.gear.points',
      gearProblem(rows.map(([number = 0, volts = 0]) => ({ gear: number, volts }))),
    ),
  ];
}
