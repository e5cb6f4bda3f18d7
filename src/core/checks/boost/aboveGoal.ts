import { baseValue, controlsBoost } from '../../calibration';
import { check } from '../entry/check';
import { absoluteNumber, absoluteWords } from '../entry/units';

export const boostAboveGoal = check({
  id: 'boost.aboveGoal',
  title: 'Boost target above what is meant',
  severity: 'warns',
  reads: ['boost', 'engine', 'injectors', 'maps'],
  why: 'Fuel, spark and axes were laid for the pressure that the engine is meant to reach.',
  find: (document) => {
    const goalKpa = baseValue(document, 'engine.maxManifoldPressure');
    const target = document.maps.boostTarget;
    if (!controlsBoost(document) || goalKpa === null || target === null) return null;
    const mostKpa = Math.max(...target.values);
    return mostKpa > goalKpa + 0.5
      ? { place: 'maps.boostTarget' as const, data: { mostKpa, goalKpa } }
      : null;
  },
  say: ({ mostKpa, goalKpa }, units) =>
    `Up to ${absoluteNumber(mostKpa, units)} are asked for, and the engine is described for ${absoluteWords(goalKpa, units)}. Lower the target, or correct the engine and lay the pressure axes anew.`,
});
