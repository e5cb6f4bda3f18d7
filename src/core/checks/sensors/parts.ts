import { type Calibration, choiceAt, curveOf, lineOf } from '../../calibration';
import { type FaultBandProblem } from '../../sensors';
import { type Found, type Place } from '../entry/check';

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
