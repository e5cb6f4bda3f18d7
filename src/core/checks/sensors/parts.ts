import {
  type Calibration,
  choiceAt,
  curveOf,
  type FieldPath,
  lineOf,
  tableAt,
  thermistorOf,
  throttleOf,
} from '../../calibration';
import { type FaultBandProblem, isFalling, voltsAtTemperature } from '../../sensors';
import { type Found, type Place } from '../entry/check';
import { quantityEdit, type Remedy } from '../entry/remedy';

export const PRESSURES = ['map', 'fuelPressure', 'oilPressure'] as const;

export const THERMISTORS = ['coolant', 'air'] as const;

export const LAMBDAS = ['lambdaOne', 'lambdaTwo'] as const;

export type Optional =
  'lambdaOne' | 'lambdaTwo' | 'knock' | 'fuelPressure' | 'oilPressure' | 'ethanol' | 'gear';

export function fitted(document: Calibration, sensor: Optional): boolean {
  return document.sensors[sensor].fitted?.value === 'yes';
}

/** The fields that a thermistor’s curve is typed in. */
export function thermistorTable(document: Calibration, sensor: 'coolant' | 'air') {
  const byVoltage = choiceAt(document, `sensors.${sensor}.form`) === 'voltage';
  return `sensors.${sensor}.${byVoltage ? 'voltages' : 'resistances'}` as const;
}

/** The curves over voltage that are typed as tables or lines, each with its place and the voltages its points use. */
export function curves(document: Calibration) {
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

export interface Band extends Record<string, unknown> {
  readonly problem: FaultBandProblem;
}

export function band(place: Place, problem: FaultBandProblem | null): Found<Band>[] {
  return problem === null ? [] : [{ place, data: { problem } }];
}

export function bandWords({ problem }: Band): string {
  const { lowV, highV } = problem;
  return problem.code === 'leavesNothing'
    ? `The fault band leaves nothing: below ${lowV} V and above ${highV} V. Swap or correct them.`
    : `${problem.volts.toFixed(2)} V belongs to the sensor’s own range but counts as a fault (below ${lowV} or above ${highV} V). Widen the band.`;
}

/** What sensors are fed with, V. */
export const REFERENCE_V = 5;

/** Temperatures a thermistor must show without counting as faulty, °C. */
const USED_C = [-40, 130] as const;

/** The voltages that a sensor gives when it is well; none while it is not described, or gives no voltage. */
export function usedVolts(document: Calibration, sensor: string): readonly number[] {
  switch (sensor) {
    case 'coolant':
    case 'air': {
      const described = thermistorOf(document, sensor);
      if (described === null || !isFalling(described.curve)) return [];
      return USED_C.map((celsius) => voltsAtTemperature(described.curve, described.pullUp, celsius));
    }
    case 'throttle': {
      const range = throttleOf(document);
      return range === null ? [] : [range.closedV, range.openV];
    }
    case 'gear':
      return fitted(document, 'gear')
        ? (tableAt(document, 'sensors.gear.points') ?? []).map((row) => row[1] as number)
        : [];
    default:
      return curves(document).find(({ id }) => id === sensor)?.usedV ?? [];
  }
}

/** A fault band half-way from what a sensor gives to either rail; null where nothing is left beside it. */
export function bandRemedy(document: Calibration, { place }: { readonly place: Place }): Remedy | null {
  const sensor = place.split('.')[1] ?? '';
  const usedV = usedVolts(document, sensor);
  if (usedV.length === 0) return null;
  const lowV = Math.floor(50 * Math.max(0, Math.min(...usedV))) / 100;
  const highV = Math.ceil(50 * (Math.min(REFERENCE_V, Math.max(...usedV)) + REFERENCE_V)) / 100;
  if (lowV <= 0 && highV >= REFERENCE_V) return null;
  return {
    label: `A fault below ${lowV} V and above ${highV} V`,
    edits: [
      quantityEdit(document, `sensors.${sensor}.faultLow` as FieldPath, lowV),
      quantityEdit(document, `sensors.${sensor}.faultHigh` as FieldPath, highV),
    ],
  };
}
