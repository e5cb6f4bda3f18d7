import { AT } from '../../channel';
import { curveThrough } from '../../numeric';
import { type InputCurve, type InputProgram } from '../../program';
import {
  INPUT_IDS,
  type InputId,
  INPUTS,
  isSwitch,
  type SwitchId,
  type FaultBand,
  throttleCurve,
  type VoltsCurve,
} from '../../sensors';
import { curveOf, faultBandOf, lineOf, thermistorOf, throttleOf } from '../hardware';
import { baseValue } from '../quantities';
import type { Calibration } from '../schema';
import { choiceAt, tableAt } from '../values';

/** A share is never taken beyond these, %. */
const WHOLE = [0, 100] as const;
/** The fastest that wheel pulses are counted to, km/h. */
const FASTEST_KM_PER_H = 400;

/** How each sensor’s sheet becomes a curve; null while it is not described. */
const CURVES: Readonly<Record<InputId, (document: Calibration) => InputCurve | null>> = {
  coolant: (document) => thermistor(document, 'coolant'),
  air: (document) => thermistor(document, 'air'),
  map: (document) => line(lineOf(document, 'map')),
  throttle,
  fuelPressure: (document) => line(lineOf(document, 'fuelPressure')),
  oilPressure: (document) => line(lineOf(document, 'oilPressure')),
  lambdaOne: (document) => line(curveOf(document, 'sensors.lambdaOne.points')),
  lambdaTwo: (document) => line(curveOf(document, 'sensors.lambdaTwo.points')),
  ethanol: (document) => line(curveOf(document, 'sensors.ethanol.points'), WHOLE),
  vehicleSpeed,
  gear,
  launchSwitch: (document) => held(document, 'launchSwitch'),
  shiftSwitch: (document) => held(document, 'shiftSwitch'),
  retardSwitch: (document) => held(document, 'retardSwitch'),
};

/** The sensors that are described, and fitted where not every engine has them. */
export function inputPrograms(document: Calibration): InputProgram[] {
  return INPUT_IDS.flatMap((id) => {
    const fitted = isOptional(id) ? choiceAt(document, `sensors.${id}.fitted`) === 'yes' : true;
    const curve = fitted ? CURVES[id](document) : null;
    if (curve === null) return [];
    const filterMs = isSwitch(id) ? 0 : (baseValue(document, `sensors.${id}.filter`) ?? 0);
    return [
      {
        id,
        place: AT[INPUTS[id].channel],
        signalPlace: voltsPlace(id),
        curve,
        fault: faultOf(document, id),
        fallback: fallbackOf(document, id),
        filterS: filterMs / 1000,
      },
    ];
  });
}

function voltsPlace(id: InputId): number | null {
  const info = INPUTS[id];
  return 'volts' in info ? AT[info.volts] : null;
}

function isOptional(id: InputId): boolean {
  return id !== 'coolant' && id !== 'air' && id !== 'map' && id !== 'throttle';
}

function thermistor(document: Calibration, id: 'coolant' | 'air'): InputCurve | null {
  const described = thermistorOf(document, id);
  return described && { kind: 'thermistor', curve: described.curve, pullUp: described.pullUp };
}

function line(points: VoltsCurve | null, limits: readonly [number, number] | null = null): InputCurve | null {
  return points && { kind: 'line', points, limits };
}

function throttle(document: Calibration): InputCurve | null {
  const range = throttleOf(document);
  if (range === null || range.closedV === range.openV) return null;
  return line(throttleCurve(range), WHOLE);
}

function vehicleSpeed(document: Calibration): InputCurve | null {
  const pulsesPerKm = baseValue(document, 'sensors.vehicleSpeed.pulses');
  if (pulsesPerKm === null) return null;
  const most = (FASTEST_KM_PER_H * pulsesPerKm) / 3600;
  return line(
    curveThrough([
      [0, 0],
      [most, FASTEST_KM_PER_H],
    ]),
  );
}

function gear(document: Calibration): InputCurve | null {
  const rows = tableAt(document, 'sensors.gear.points');
  return rows && { kind: 'gear', points: rows.map(([number = 0, volts = 0]) => ({ gear: number, volts })) };
}

function held(document: Calibration, id: SwitchId): InputCurve | null {
  const when = choiceAt(document, `sensors.${id}.heldWhen`);
  const thresholdV = baseValue(document, `sensors.${id}.threshold`);
  return when === null || thresholdV === null
    ? null
    : { kind: 'switch', heldBelow: when === 'below', thresholdV };
}

function faultOf(document: Calibration, id: InputId): FaultBand | null {
  if (id === 'vehicleSpeed' || isSwitch(id)) return null;
  if (id !== 'ethanol') return faultBandOf(document, id);
  const lowV = baseValue(document, 'sensors.ethanol.faultBelow');
  const highV = baseValue(document, 'sensors.ethanol.faultAbove');
  return lowV === null || highV === null ? null : { lowV, highV };
}

/** Nothing stands in for a mixture that is not measured. */
function fallbackOf(document: Calibration, id: InputId): number | null {
  if (id === 'lambdaOne' || id === 'lambdaTwo') return NaN;
  if (id === 'vehicleSpeed' || isSwitch(id) || choiceAt(document, `sensors.${id}.onFault`) === 'last')
    return null;
  return baseValue(document, `sensors.${id}.fallback`);
}
