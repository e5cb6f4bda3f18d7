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
  type FaultBandProblem,
  gearProblem,
  HEAD_ROOM_V,
  isFalling,
  knockFrequencyHz,
  LEAST_APART_V,
  RAILS_V,
  throttleProblems,
  turningPoint,
  voltsAtTemperature,
} from '../sensors';
import { check, type Found, foundWhen, type Place } from './check';
import { absoluteNumber, absoluteWords, kelvinWords, temperatureWords } from './units';

/** A thermistor's point this far off its curve is pointed at, K. */
const RESIDUAL_K = 1;
/** Temperatures a thermistor must show without counting as faulty, °C. */
const USED_C = [-40, 130] as const;
/** A pull-up this far off the engine computer's own is pointed at, share. */
const PULL_UP_SHARE = 0.02;
/** A resonant knock sensor this far off the bore's own frequency is pointed at, share. */
const KNOCK_SLACK_SHARE = 0.15;

const PRESSURES = ['map', 'fuelPressure', 'oilPressure'] as const;
const THERMISTORS = ['coolant', 'air'] as const;
const LAMBDAS = ['lambdaOne', 'lambdaTwo'] as const;

type Optional = 'lambdaOne' | 'lambdaTwo' | 'knock' | 'fuelPressure' | 'oilPressure' | 'ethanol' | 'gear';

function fitted(document: Calibration, sensor: Optional): boolean {
  return document.sensors[sensor].fitted?.value === 'yes';
}

/** The fields that a thermistor’s curve is typed in. */
function thermistorTable(document: Calibration, sensor: 'coolant' | 'air') {
  const byVoltage = choiceAt(document, `sensors.${sensor}.form`) === 'voltage';
  return `sensors.${sensor}.${byVoltage ? 'voltages' : 'resistances'}` as const;
}

/** The curves over voltage that are typed as tables or lines, each with its place and the voltages its points use. */
function curves(document: Calibration) {
  const pressures = PRESSURES.filter((id) => id === 'map' || fitted(document, id)).flatMap((id) => {
    const byPoints = document.sensors[id].form?.value === 'points';
    const curve = lineOf(document, id);
    const place = `sensors.${id}.${byPoints ? 'points' : 'slope'}` as const;
    return curve === null ? [] : [{ id, place, curve, usedV: byPoints ? [...curve.x] : [] }];
  });
  const lambdas = LAMBDAS.filter((id) => fitted(document, id)).flatMap((id) => {
    const curve = curveOf(document, `sensors.${id}.points`);
    const place = `sensors.${id}.points` as const;
    return curve === null ? [] : [{ id, place, curve, usedV: [...curve.x] }];
  });
  return [...pressures, ...lambdas];
}

interface Turned extends Record<string, unknown> {
  readonly row: number;
}

function turned(place: Place, row: number | null): Found<Turned>[] {
  return row === null ? [] : [{ place, data: { row } }];
}

interface Band extends Record<string, unknown> {
  readonly problem: FaultBandProblem;
}

function band(place: Place, problem: FaultBandProblem | null): Found<Band>[] {
  return problem === null ? [] : [{ place, data: { problem } }];
}

function bandWords({ problem }: Band): string {
  const { lowV, highV } = problem;
  return problem.code === 'leavesNothing'
    ? `The fault band leaves nothing: below ${lowV} V and above ${highV} V. Swap or correct them.`
    : `${problem.volts.toFixed(2)} V belongs to the sensor’s own range but counts as a fault (below ${lowV} or above ${highV} V). Widen the band.`;
}

/** What cannot be, or is unwise, about the sensors that are fitted. */
export const SENSOR_CHECKS = [
  check({
    id: 'sensors.turnsBack',
    severity: 'error',
    find: (document) => {
      const ethanol = fitted(document, 'ethanol') ? curveOf(document, 'sensors.ethanol.points') : null;
      return [
        ...curves(document).flatMap(({ place, curve }) => turned(place, turningPoint(curve))),
        ...turned('sensors.ethanol.points', ethanol === null ? null : turningPoint(ethanol)),
      ];
    },
    say: ({ row }) =>
      `Row ${row + 1} turns back: the value must only rise or only fall with voltage. Check the row.`,
  }),
  check({
    id: 'sensors.faultBand',
    severity: 'error',
    find: (document) => {
      const gears = fitted(document, 'gear') ? tableAt(document, 'sensors.gear.points') : null;
      const gearBand = faultBandOf(document, 'gear');
      return [
        ...curves(document).flatMap(({ id, usedV }) => {
          const own = faultBandOf(document, id);
          return band(`sensors.${id}.faultLow`, own === null ? null : faultBandProblem(own, usedV));
        }),
        ...band(
          'sensors.gear.faultLow',
          gears === null || gearBand === null
            ? null
            : faultBandProblem(
                gearBand,
                gears.map((row) => row[1] as number),
              ),
        ),
      ];
    },
    say: bandWords,
  }),
  check({
    id: 'sensors.thermistorFaultBand',
    severity: 'warning',
    find: (document) =>
      THERMISTORS.flatMap((sensor) => {
        const described = thermistorOf(document, sensor);
        const own = faultBandOf(document, sensor);
        if (described === null || own === null || !isFalling(described.curve)) return [];
        const usedV = USED_C.map((celsius) => voltsAtTemperature(described.curve, described.pullUp, celsius));
        return band(`sensors.${sensor}.faultHigh`, faultBandProblem(own, usedV));
      }),
    say: bandWords,
  }),
  check({
    id: 'sensors.mapTooSmall',
    severity: 'error',
    find: (document) => {
      const line = lineOf(document, 'map');
      const wantedKpa = baseValue(document, 'engine.maxManifoldPressure');
      if (line === null || wantedKpa === null) return null;
      const endKpa = Math.max(...line.values);
      const bySlope = document.sensors.map.form?.value === 'slope';
      const place = bySlope ? 'sensors.map.slope' : 'sensors.map.points';
      return foundWhen(endKpa < wantedKpa, place, { endKpa, wantedKpa });
    },
    say: ({ endKpa, wantedKpa }, units) =>
      `The sensor ends at ${absoluteWords(endKpa, units)}, below the ${absoluteNumber(wantedKpa, units)} intended: above it load stands still and the mixture leans out. Fit a larger sensor or intend less.`,
  }),
  check({
    id: 'sensors.throttle',
    severity: 'error',
    find: (document) => {
      const range = throttleOf(document);
      const fields = {
        endsTogether: 'openVolts',
        openTight: 'openVolts',
        closedTight: 'closedVolts',
        lowOnRail: 'faultLow',
        highOnRail: 'faultHigh',
      } as const;
      return (range === null ? [] : throttleProblems(range)).map(({ code, volts }) => ({
        place: `sensors.throttle.${fields[code]}` as const,
        data: { code, volts },
      }));
    },
    say: ({ code, volts }) => {
      switch (code) {
        case 'endsTogether':
          return `Closed and wide open are only ${volts.toFixed(2)} V apart. Capture both ends again, with the pedal.`;
        case 'openTight':
          return `Wide open is ${volts.toFixed(2)} V from the fault band: full throttle will soon read as a fault. Leave ${HEAD_ROOM_V} V.`;
        case 'closedTight':
          return `Closed is ${volts.toFixed(2)} V from the fault band: a closed throttle will soon read as a fault. Leave ${HEAD_ROOM_V} V.`;
        case 'lowOnRail':
          return `Below ${RAILS_V.low} V a short to ground cannot be told. Raise it.`;
        case 'highOnRail':
          return `Above ${RAILS_V.high} V a break cannot be told. Lower it.`;
      }
    },
  }),
  check({
    id: 'sensors.pullUp',
    severity: 'warning',
    find: (document) =>
      THERMISTORS.flatMap((sensor) => {
        const { ecu } = document.pins;
        const typedOhm = baseValue(document, `sensors.${sensor}.pullUp`);
        if (ecu === null || typedOhm === null) return [];
        const differs = Math.abs(typedOhm / ecu.pullUpOhm - 1) > PULL_UP_SHARE;
        const data = { computer: ecu.name, ownOhm: ecu.pullUpOhm, typedOhm };
        return foundWhen(differs, `sensors.${sensor}.pullUp`, data) ?? [];
      }),
    say: ({ computer, ownOhm, typedOhm }) =>
      `The temperature inputs of ${computer} have ${ownOhm} Ω, not ${typedOhm}. Every reading would be off, unless the input was changed.`,
  }),
  check({
    id: 'sensors.noCurve',
    severity: 'error',
    find: (document) =>
      THERMISTORS.flatMap((sensor) => {
        const form = choiceAt(document, `sensors.${sensor}.form`);
        const pullUp = baseValue(document, `sensors.${sensor}.pullUp`);
        if (thermistorOf(document, sensor) !== null || form === 'library' || form === null || pullUp === null)
          return [];
        const table = thermistorTable(document, sensor);
        return foundWhen(tableAt(document, table) !== null, table, {}) ?? [];
      }),
    say: () => 'Two points have the same resistance, so they make no curve. Check them.',
  }),
  check({
    id: 'sensors.thermistorTurnsBack',
    severity: 'error',
    find: (document) =>
      THERMISTORS.flatMap((sensor) => {
        const described = thermistorOf(document, sensor);
        const turns = described !== null && !isFalling(described.curve);
        return foundWhen(turns, thermistorTable(document, sensor), {}) ?? [];
      }),
    say: () => 'These points make a curve that turns back. Check each against the sheet.',
  }),
  check({
    id: 'sensors.pointOffCurve',
    severity: 'warning',
    find: (document) =>
      THERMISTORS.flatMap((sensor) => {
        const described = thermistorOf(document, sensor);
        if (described === null || !isFalling(described.curve)) return [];
        const { fit, points } = described;
        const worst = fit?.worst ?? null;
        const point = worst === null ? undefined : points[worst];
        const offK = Math.abs(worst === null ? 0 : (fit?.residualsK[worst] ?? 0));
        if (point === undefined || offK <= RESIDUAL_K) return [];
        const data = { temperatureC: point.temperatureC, offK };
        return [{ place: thermistorTable(document, sensor), data }];
      }),
    say: ({ temperatureC, offK }, units) =>
      `The point at ${temperatureWords(temperatureC, units)} is ${kelvinWords(offK, units)} off the curve through all. Check it against the sheet.`,
  }),
  check({
    id: 'sensors.lambdaBelieved',
    severity: 'error',
    find: (document) =>
      LAMBDAS.filter((sensor) => fitted(document, sensor)).flatMap((sensor) => {
        const from = baseValue(document, `sensors.${sensor}.believedFrom`) ?? -Infinity;
        const to = baseValue(document, `sensors.${sensor}.believedTo`) ?? Infinity;
        return foundWhen(from >= to, `sensors.${sensor}.believedTo`, { from, to }) ?? [];
      }),
    say: ({ from, to }) => `Nothing is believed between ${from} and ${to}. The first must be the smaller.`,
  }),
  check({
    id: 'sensors.lambdaCylinder',
    severity: 'error',
    find: (document) =>
      LAMBDAS.filter((sensor) => fitted(document, sensor)).flatMap((sensor) => {
        const cylinders = baseValue(document, 'engine.cylinders') ?? Infinity;
        const cylinder = baseValue(document, `sensors.${sensor}.cylinder`) ?? 0;
        const wrong = document.sensors[sensor].sees?.value === 'cylinder' && cylinder > cylinders;
        return foundWhen(wrong, `sensors.${sensor}.cylinder`, { cylinder, cylinders }) ?? [];
      }),
    say: ({ cylinder, cylinders }) => `There is no cylinder ${cylinder}; the engine has ${cylinders}.`,
  }),
  check({
    id: 'sensors.lambdaBank',
    severity: 'error',
    find: (document) =>
      LAMBDAS.filter((sensor) => fitted(document, sensor)).flatMap((sensor) => {
        const { bankTwo, layout } = document.engine;
        const none = bankTwo === null || layout?.value === 'inline';
        const wrong = none && document.sensors[sensor].sees?.value === 'bankTwo';
        return foundWhen(wrong, `sensors.${sensor}.sees`, {}) ?? [];
      }),
    say: () => 'No cylinder is on bank 2. Name those in Engine, or choose what it sees.',
  }),
  check({
    id: 'sensors.knockResonance',
    severity: 'warning',
    find: (document) => {
      const boreMm = document.engine.geometry === 'boreAndStroke' ? baseValue(document, 'engine.bore') : null;
      const hearsHz = baseValue(document, 'sensors.knock.resonance');
      const resonant = document.sensors.knock.kind?.value === 'resonant';
      if (!fitted(document, 'knock') || !resonant || boreMm === null || hearsHz === null) return null;
      const knocksHz = knockFrequencyHz(boreMm);
      const deaf = Math.abs(hearsHz / knocksHz - 1) > KNOCK_SLACK_SHARE;
      return foundWhen(deaf, 'sensors.knock.resonance', { boreMm, knocksHz, hearsHz });
    },
    say: ({ boreMm, knocksHz, hearsHz }) =>
      `A bore of ${boreMm} mm knocks near ${(knocksHz / 1000).toFixed(2)} kHz; this sensor hears ${(hearsHz / 1000).toFixed(2)} kHz and would miss it. Fit a wide-band one.`,
  }),
  check({
    id: 'sensors.ethanolBand',
    severity: 'error',
    find: (document) => {
      const curve = fitted(document, 'ethanol') ? curveOf(document, 'sensors.ethanol.points') : null;
      const below = baseValue(document, 'sensors.ethanol.faultBelow');
      const above = baseValue(document, 'sensors.ethanol.faultAbove');
      if (curve === null || below === null || above === null) return null;
      const hz = curve.x.find((value) => value < below || value > above);
      return hz === undefined ? null : { place: 'sensors.ethanol.faultBelow', data: { hz } };
    },
    say: ({ hz }) => `${hz} Hz belongs to the sensor’s own range but counts as a fault. Widen the band.`,
  }),
  check({
    id: 'sensors.gears',
    severity: 'error',
    find: (document) => {
      const rows = fitted(document, 'gear') ? tableAt(document, 'sensors.gear.points') : null;
      const problem =
        rows === null ? null : gearProblem(rows.map(([gear = 0, volts = 0]) => ({ gear, volts })));
      return problem === null ? null : { place: 'sensors.gear.points', data: { ...problem } };
    },
    say: ({ low, high, apartV }) =>
      `Gears ${low} and ${high} are ${apartV.toFixed(2)} V apart and cannot be told apart. ${LEAST_APART_V} V are needed.`,
  }),
];
