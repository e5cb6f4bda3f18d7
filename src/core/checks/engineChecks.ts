import { baseValue, type Calibration, conversionContext, tableAt, valvesOf } from '../calibration';
import { valveEventsProblem } from '../cams';
import { bankProblem, firingOrderMessage, firingOrderProblem, oddAnglesProblem } from '../engine';
import { check, foundWhen } from './check';
import { absoluteWords } from './units';

/** Room above barometric pressure that an engine without charger may be meant for, as a factor. */
const NATURAL_ROOM = 1.06;

/** What cannot be together in the engine’s description. */
export const ENGINE_CHECKS = [
  check({
    id: 'engine.firingOrder',
    severity: 'error',
    find: (document) => {
      const order = document.engine.firingOrder?.value;
      const cylinders = baseValue(document, 'engine.cylinders');
      const problem = order === undefined || cylinders === null ? null : firingOrderProblem(order, cylinders);
      return problem === null ? null : { place: 'engine.firingOrder', data: { problem } };
    },
    say: ({ problem }) => firingOrderMessage(problem),
  }),
  check({
    id: 'engine.firingAngles',
    severity: 'error',
    find: (document) => {
      const odd = document.engine.spacing?.value === 'odd' ? tableAt(document, 'engine.firingAngles') : null;
      const cylinders = baseValue(document, 'engine.cylinders');
      if (odd === null || cylinders === null) return null;
      const problem = oddAnglesProblem(
        odd.map((row) => row[0] as number),
        cylinders,
      );
      return problem === null ? null : { place: 'engine.firingAngles', data: { problem } };
    },
    say: ({ problem }) =>
      problem.code === 'count'
        ? `There are ${problem.given} firing angles for ${problem.wanted} cylinders. Enter one for each firing, the first 0.`
        : `Firing angles count from the first cylinder: the first must be 0, not ${problem.firstDeg}.`,
  }),
  check({
    id: 'engine.bankTwo',
    severity: 'error',
    find: (document) => {
      const { bankTwo, layout } = document.engine;
      const cylinders = baseValue(document, 'engine.cylinders');
      if (bankTwo === null || layout?.value === 'inline' || cylinders === null) return null;
      const problem = bankProblem(bankTwo.value, cylinders);
      return problem === null ? null : { place: 'engine.bankTwo', data: { problem } };
    },
    say: ({ problem }) => {
      switch (problem.code) {
        case 'notACylinder':
          return `Bank 2 names cylinder ${problem.cylinder}, but there are ${problem.wanted}.`;
        case 'twice':
          return 'Bank 2 names a cylinder twice. Enter each once.';
        case 'all':
          return 'Bank 2 holds every cylinder. Leave those of bank 1 out.';
      }
    },
  }),
  check({
    id: 'engine.torqueAbovePower',
    severity: 'error',
    find: (document) => {
      const torque = baseValue(document, 'engine.torquePeakSpeed') ?? 0;
      const power = baseValue(document, 'engine.powerPeakSpeed') ?? Infinity;
      return foundWhen(torque > power, 'engine.torquePeakSpeed', { torque, power });
    },
    say: ({ torque, power }) =>
      `Peak torque at ${torque} rev/min is above peak power at ${power}. Torque peaks at or below power: correct one.`,
  }),
  check({
    id: 'engine.powerAboveMaximum',
    severity: 'error',
    find: (document) => {
      const power = baseValue(document, 'engine.powerPeakSpeed') ?? 0;
      const most = baseValue(document, 'engine.maxSpeed') ?? Infinity;
      return foundWhen(power > most, 'engine.powerPeakSpeed', { power, most });
    },
    say: ({ power, most }) =>
      `Peak power at ${power} rev/min is above the maximum speed of ${most}. Correct one.`,
  }),
  check({
    id: 'engine.pressureWithoutCharger',
    severity: 'error',
    find: (document) => {
      const { altitude, induction } = document.engine;
      const kpa = baseValue(document, 'engine.maxManifoldPressure');
      if (kpa === null || altitude === null || induction === null || isCharged(document)) return null;
      const { barometricKpa } = conversionContext(document);
      const data = { kpa, barometricKpa };
      return foundWhen(kpa > barometricKpa * NATURAL_ROOM, 'engine.maxManifoldPressure', data);
    },
    say: ({ kpa, barometricKpa }, units) =>
      `${absoluteWords(kpa, units)} cannot be reached without a charger where the air has ${absoluteWords(barometricKpa, units, 1)}. Lower it, or correct induction or altitude.`,
  }),
  check({
    id: 'cams.valveEvents',
    severity: 'error',
    find: (document) => {
      const valves = valvesOf(document);
      const problem = valves === null ? null : valveEventsProblem(valves);
      if (problem === null) return null;
      const key = document.cams.givenBy === 'events' ? 'Closes' : 'Duration';
      return { place: `cams.${problem.valve}${key}`, data: { ...problem } };
    },
    say: ({ valve, openDeg }) =>
      `${valve === 'intake' ? 'Intake' : 'Exhaust'} would be open for only ${Math.round(openDeg)}°. Check the signs: before TDC and after BDC are positive.`,
  }),
];

/** True for an engine with a charger of either kind. */
export function isCharged({ engine: { induction } }: Calibration): boolean {
  return induction?.value === 'supercharger' || induction?.value === 'turbocharger';
}
