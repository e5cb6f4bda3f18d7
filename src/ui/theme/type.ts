/** Families of the shipped fonts, as loaded by `useFontsLoaded`. */
export const FONT = {
  text: 'Barlow-Regular',
  strong: 'Barlow-SemiBold',
  /** Narrow digits for grids and readouts. */
  number: 'BarlowSemiCondensed-Medium',
} as const;

/** Type sizes, px. */
export const SIZE = { small: 13, body: 15, lead: 17, title: 22, display: 30, live: 44 } as const;

/** Space between things, in fours. */
export const SPACE = { xs: 4, s: 8, m: 12, l: 16, xl: 24, xxl: 32 } as const;

/** Corners: cells and fields, sheets. */
export const CORNER = { field: 4, sheet: 12 } as const;

/** Smallest side of anything that is touched, px. */
export const TARGET = 44;
