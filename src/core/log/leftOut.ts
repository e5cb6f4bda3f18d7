/** Why a sample says nothing about the map, in the order they are asked: the first that holds is counted. */
export const LEFT_OUT = {
  notRunning: 'not running, or cranking',
  cold: 'coolant below 60 °C, or still in warm-up enrichment',
  afterStart: 'in after-start enrichment',
  accelerating: 'in acceleration enrichment',
  overrunCut: 'in overrun cut, or just behind it',
  noLambda: 'no believed lambda',
  otherFuel: 'too little of the fuel that this map is for',
  unsteady: 'speed or load not steady',
  beyondMap: 'beyond the map’s axes',
} as const;

export type LeftOutReason = keyof typeof LEFT_OUT;

export const LEFT_OUT_REASONS = Object.keys(LEFT_OUT) as LeftOutReason[];

/** Seconds left out by reason. */
export type LeftOut = Record<LeftOutReason, number>;

/** Nothing left out. */
export function nothingLeftOut(): LeftOut {
  return Object.fromEntries(LEFT_OUT_REASONS.map((reason) => [reason, 0])) as LeftOut;
}
