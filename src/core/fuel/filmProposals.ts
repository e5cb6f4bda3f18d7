import { curveThrough, lookUpCurve } from '../numeric';
import type { Reason } from '../map';

/** Share of petrol that wets the wall of usual ports, %, by coolant, °C. */
const SHARE = curveThrough([
  [-30, 53],
  [-20, 48],
  [0, 42],
  [20, 36],
  [40, 30],
  [60, 25],
  [80, 20],
]);
/** The time it takes to leave, s. */
const TIME_S = curveThrough([
  [-30, 0.8],
  [-20, 0.68],
  [0, 0.54],
  [20, 0.44],
  [40, 0.36],
  [60, 0.29],
  [80, 0.22],
]);

/** Share of injected fuel that wets the wall, %. */
export function proposedFilmShare(coolantC: number): number {
  return lookUpCurve(SHARE, coolantC);
}

/** Time in which it leaves the wall, s: longer for a fuel that takes more heat. */
export function proposedFilmTime(coolantC: number, coldExcess: number): number {
  return lookUpCurve(TIME_S, coolantC) * Math.sqrt(coldExcess);
}

/** Why they are what they are. */
export function filmReasons(id: 'filmShare' | 'filmTime', coldExcess: number): Reason[] {
  if (id === 'filmShare') {
    return [
      {
        text: 'Injected at the back of a hot valve a fifth of the fuel stays on the wall; in frost half of it.',
        formula: 'injected = (wanted − film/τ) / (1 − X)',
      },
    ];
  }
  return [
    {
      text:
        coldExcess > 1
          ? `A hot wall dries in a fifth of a second, a cold one takes longer; this fuel × √${coldExcess}.`
          : 'A hot wall dries in a fifth of a second, a cold one takes three times as long.',
    },
  ];
}
