import type { Chance } from './chance';
import { readSurface, type Surface, surfaceOf } from './surface';

/** What a calibration can have wrong about the filling, or about the flow of its injectors. */
export const PLANTED = ['factor', 'bump', 'tilt', 'random', 'flow'] as const;
/** What else can be wrong beside the map: each lays a pattern of its own over it. */
export const BESIDE = ['deadTime', 'regulator', 'chargeTemperature', 'bank', 'nothing'] as const;

/** A filling that is off, driven with something that hides it, or by pulses in the place of filling. */
export const METERED = ['loop', 'learned', 'pulse'] as const;

export type Planted = (typeof PLANTED)[number] | (typeof BESIDE)[number] | (typeof METERED)[number];

/** Truth over what was typed, at a point of the map, shares of the axes 0…1; and of the injectors’ flow. */
export interface Wrong {
  readonly filling: (x: number, y: number) => number;
  readonly flow: number;
  /** How much longer the dead time was typed than it is, ms. */
  readonly deadMs?: number;
  /** The regulator was typed to follow the manifold, and is a fixed one. */
  readonly fixedRegulator?: boolean;
  /** How the filling goes with the warmth of the air drawn in, beyond its density: a power of it. */
  readonly withAir?: number;
  /** Fuel of the second bank, over that of the first. */
  readonly secondBank?: number;
}

const FITS: Wrong = { filling: () => 1, flow: 1 };

/** An error of a kind, its size and place by chance. */
export function wrongOf(kind: Planted, chance: Chance): Wrong {
  const sign = chance.next() < 0.5 ? -1 : 1;
  switch (kind) {
    case 'nothing':
      return FITS;
    case 'deadTime':
      return { ...FITS, deadMs: sign * chance.between(0.1, 0.2) };
    case 'regulator':
      return { ...FITS, fixedRegulator: true };
    case 'chargeTemperature':
      return { ...FITS, withAir: sign * chance.between(0.6, 1) };
    case 'bank':
      return { ...FITS, secondBank: 1 + sign * chance.between(0.05, 0.12) };
    case 'factor': {
      const by = 1 + sign * chance.between(0.05, 0.14);
      return { filling: () => by, flow: 1 };
    }
    case 'bump': {
      const [atX, atY] = [chance.between(0.2, 0.8), chance.between(0.25, 0.8)];
      const [wide, high] = [chance.between(0.18, 0.3), sign * chance.between(0.06, 0.12)];
      return {
        filling: (x, y) => 1 + high * Math.exp(-((x - atX) ** 2 + (y - atY) ** 2) / (2 * wide * wide)),
        flow: 1,
      };
    }
    case 'tilt': {
      const [alongX, alongY] = [chance.between(-0.09, 0.09), chance.between(-0.09, 0.09)];
      return { filling: (x, y) => 1 + alongX * (x - 0.5) + alongY * (y - 0.5), flow: 1 };
    }
    case 'loop':
    case 'learned':
    case 'pulse':
    case 'random': {
      const knots = [0, 1 / 3, 2 / 3, 1];
      const smooth: Surface = surfaceOf(knots, knots, () => 0.05 * chance.bell());
      return { filling: (x, y) => 1 + readSurface(smooth, x, y), flow: 1 };
    }
    case 'flow':
      return { filling: () => 1, flow: 1 + sign * chance.between(0.05, 0.12) };
  }
}
