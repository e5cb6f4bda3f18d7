import { baseValue, controlsBoost } from '../../calibration';
import { check } from '../entry/check';
import { absoluteNumber, absoluteWords } from '../entry/units';

export const boostBelowSpring = check({
  id: 'boost.belowSpring',
  title: 'Boost target below the spring',
  severity: 'advises',
  reads: ['boost', 'engine', 'injectors', 'maps'],
  why: 'A valve can only hold the gate shut against its spring: less than the spring gives is not to be had.',
  find: (document) => {
    const springKpa = baseValue(document, 'engine.boostLimit');
    const target = document.maps.boostTarget;
    if (!controlsBoost(document) || springKpa === null || target === null) return null;
    const leastKpa = Math.min(...target.values);
    return leastKpa < springKpa - 0.5
      ? { place: 'maps.boostTarget' as const, data: { leastKpa, springKpa } }
      : null;
  },
  say: ({ leastKpa, springKpa }, units) =>
    `${absoluteWords(leastKpa, units)} are asked for somewhere, and the spring alone holds ${absoluteNumber(springKpa, units)}. Take a softer spring, or raise the target there.`,
});
