import { type Calibration, closesLoop, usedMaps } from '../../calibration';
import { loopDelayOf } from '../../generators';
import { deadTimeAtS } from '../../control';
import { gridOf, lookUpCurve } from '../../numeric';

/** The authority maps in use, with the way each may go. */
export function authorityInUse(document: Calibration) {
  const used = usedMaps(document);
  return (
    [
      ['loopRicher', 'richer', 'pressure'],
      ['loopLeaner', 'leaner', 'pressure'],
      ['loopRicherThrottle', 'richer', 'throttle'],
      ['loopLeanerThrottle', 'leaner', 'throttle'],
    ] as const
  ).filter(([id]) => used.includes(id));
}

/** The loop’s plant and gains at each air flow that gains are laid for; none while something is missing. */
export function gainsByFlow(document: Calibration) {
  const { loopProportional, loopIntegral } = document.maps;
  const { closedLoop } = document;
  const known = [closedLoop.delayFixed, closedLoop.delayAir, closedLoop.lag].every((field) => field !== null);
  if (!closesLoop(document) || loopProportional === null || loopIntegral === null || !known) return [];
  const delay = loopDelayOf(document);
  const [proportional, integral] = [gridOf(loopProportional), gridOf(loopIntegral)];
  return loopProportional.x.map((flow) => ({
    flow,
    plant: { deadS: deadTimeAtS(delay, flow), lagS: delay.lagS },
    gains: {
      proportional: lookUpCurve(proportional, flow),
      integralPerS: lookUpCurve(integral, flow),
    },
  }));
}
