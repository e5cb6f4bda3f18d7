import { tableAt } from '../../calibration';
import { gearProblem, LEAST_APART_V } from '../../sensors';
import { check } from '../entry/check';
import { fitted } from './parts';

export const sensorsGears = check({
  id: 'sensors.gears',
  title: 'Gears that cannot be told apart',
  severity: 'blocks',
  reads: ['sensors', 'engine', 'injectors'],
  why: 'Everything that goes by gear would go by the wrong one.',
  find: (document) => {
    const rows = fitted(document, 'gear') ? tableAt(document, 'sensors.gear.points') : null;
    const problem =
      rows === null ? null : gearProblem(rows.map(([gear = 0, volts = 0]) => ({ gear, volts })));
    return problem === null ? null : { place: 'sensors.gear.points', data: { ...problem } };
  },
  say: ({ low, high, apartV }) =>
    `Gears ${low} and ${high} are ${apartV.toFixed(2)} V apart and cannot be told apart. ${LEAST_APART_V} V are needed.`,
});
