import type { Sight } from './roles';

/** Families of the shipped fonts, as loaded by `AppProviders`. */
export const FONT = {
  text: 'Barlow-Regular',
  strong: 'Barlow-SemiBold',
  /** Narrow digits for grids and readouts. */
  number: 'BarlowSemiCondensed-Medium',
} as const;

/** Type sizes, px. */
export const SIZE = { small: 13, body: 15, lead: 17, title: 22, display: 30 } as const;

/** Space between things, in fours. */
export const SPACE = { xs: 4, s: 8, m: 12, l: 16, xl: 24, xxl: 32 } as const;

/** Corners: cells and fields, sheets. */
export const CORNER = { field: 4, sheet: 12 } as const;

/** What is larger where it is read from a step away and pressed in gloves. */
export interface Sizes {
  /** Smallest side of anything that is touched, px. */
  readonly target: number;
  /** A live number, px. */
  readonly live: number;
  /** Of all other text and icons, against their own size. */
  readonly text: number;
}

export const SIZES: Readonly<Record<Sight, Sizes>> = {
  usual: { target: 44, live: 44, text: 1 },
  atTheCar: { target: 60, live: 58, text: 1.2 },
};
