import { baseValue, type Calibration, conversionContext, tableAt, valvesOf } from '../calibration';
import { valveEventsProblem } from '../cams';
import { bankProblem, firingOrderMessage, firingOrderProblem, oddAnglesProblem } from '../engine';
import { type DocumentProblem, errorAt } from './problem';

/** What cannot be together in the engine’s description. */
export function engineRules(document: Calibration): DocumentProblem[] {
  return [...firing(document), ...speeds(document), ...pressure(document), ...cams(document)];
}

function firing(document: Calibration): DocumentProblem[] {
  const { engine } = document;
  const cylinders = baseValue(document, 'engine.cylinders');
  if (cylinders === null) return [];
  const order = engine.firingOrder === null ? null : firingOrderProblem(engine.firingOrder.value, cylinders);
  const odd = engine.spacing?.value === 'odd' ? tableAt(document, 'engine.firingAngles') : null;
  const banks = engine.bankTwo === null || engine.layout?.value === 'inline' ? null : engine.bankTwo.value;
  return [
    ...errorAt('engine.firingOrder', order === null ? null : firingOrderMessage(order)),
    ...errorAt(
      'engine.firingAngles',
      odd === null
        ? null
        : oddAnglesProblem(
            odd.map((row) => row[0] as number),
            cylinders,
          ),
    ),
    ...errorAt('engine.bankTwo', banks === null ? null : bankProblem(banks, cylinders)),
  ];
}

function speeds(document: Calibration): DocumentProblem[] {
  const torque = baseValue(document, 'engine.torquePeakSpeed');
  const power = baseValue(document, 'engine.powerPeakSpeed');
  const max = baseValue(document, 'engine.maxSpeed');
  return [
    ...errorAt(
      'engine.torquePeakSpeed',
      torque !== null && power !== null && torque > power
        ? `Peak torque at ${torque} rev/min is above peak power at ${power}. Torque peaks at or below power: correct one.`
        : null,
    ),
    ...errorAt(
      'engine.powerPeakSpeed',
      power !== null && max !== null && power > max
        ? `Peak power at ${power} rev/min is above the maximum speed of ${max}. Correct one.`
        : null,
    ),
  ];
}

function pressure(document: Calibration): DocumentProblem[] {
  const { engine } = document;
  const kpa = baseValue(document, 'engine.maxManifoldPressure');
  const charged = engine.induction?.value === 'supercharger' || engine.induction?.value === 'turbocharger';
  if (kpa === null || engine.altitude === null || engine.induction === null || charged) return [];
  const { barometricKpa } = conversionContext(document);
  return errorAt(
    'engine.maxManifoldPressure',
    kpa > barometricKpa * 1.06
      ? `${kpa.toFixed(0)} kPa abs cannot be reached without a charger where the air has ${barometricKpa.toFixed(1)} kPa. Lower it, or correct induction or altitude.`
      : null,
  );
}

function cams(document: Calibration): DocumentProblem[] {
  const valves = valvesOf(document);
  const problem = valves === null ? null : valveEventsProblem(valves);
  if (problem === null) return [];
  const valve = problem.startsWith('Intake') ? 'intake' : 'exhaust';
  return errorAt(
    document.cams.givenBy === 'events' ? `cams.${valve}Closes` : `cams.${valve}Duration`,
    problem,
  );
}
