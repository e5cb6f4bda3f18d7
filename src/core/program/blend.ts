/** For each map of which there may be a second one for another fuel: that one, and the curve of how much it counts. */
export const BLENDED = {
  ve: { second: 'veSecond', curve: 'blendFuel' },
  veThrottle: { second: 'veThrottleSecond', curve: 'blendFuel' },
  pulse: { second: 'pulseSecond', curve: 'blendFuel' },
  lambda: { second: 'lambdaSecond', curve: 'blendTarget' },
  lambdaThrottle: { second: 'lambdaThrottleSecond', curve: 'blendTarget' },
  spark: { second: 'sparkSecond', curve: 'blendSpark' },
  sparkThrottle: { second: 'sparkThrottleSecond', curve: 'blendSpark' },
  cranking: { second: 'crankingSecond', curve: 'blendStart' },
  afterStart: { second: 'afterStartSecond', curve: 'blendStart' },
  warmUp: { second: 'warmUpSecond', curve: 'blendStart' },
} as const;

/** A map of which there may be a second one. */
export type FirstMapId = keyof typeof BLENDED;

/** The second of a pair of maps. */
export type SecondMapId = (typeof BLENDED)[FirstMapId]['second'];

/** True for a map of which there may be a second one. */
export function isFirstMapId(id: string): id is FirstMapId {
  return Object.hasOwn(BLENDED, id);
}
