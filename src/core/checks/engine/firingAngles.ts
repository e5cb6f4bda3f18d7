import { baseValue, tableAt } from '../../calibration';
import { oddAnglesProblem } from '../../engine';
import { check } from '../entry/check';

export const engineFiringAngles = check({
  id: 'engine.firingAngles',
  title: 'Firing angles',
  severity: 'blocks',
  reads: ['engine', 'injectors'],
  why: 'Every spark is placed by them.',
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
});
