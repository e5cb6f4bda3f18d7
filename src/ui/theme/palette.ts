/** Raw colours: heated iron on charcoal and paper. Only `roles.ts` and `ramps.ts` read them. */
export const PALETTE = {
  dark: {
    ground: '#14100D',
    surface: '#1D1814',
    raised: '#28211B',
    line: '#463B32',
    text: '#F5EDE4',
    muted: '#BBAB9C',
    accent: '#FF8A3D',
    onAccent: '#1C0D03',
    steel: '#8FB8CF',
    error: '#FF6B81',
    warning: '#F0C04A',
    good: '#6CC0AC',
  },
  light: {
    ground: '#F7F2EB',
    surface: '#FFFFFF',
    raised: '#EFE7DC',
    line: '#CFC2B3',
    text: '#211913',
    muted: '#66594D',
    accent: '#A8400B',
    onAccent: '#FFFFFF',
    steel: '#245B78',
    error: '#A50B38',
    warning: '#865E00',
    good: '#15665A',
  },
} as const;

/** Magnitude, dark iron to straw; the same in both themes. */
export const MAGNITUDE = [
  '#241C18',
  '#46241A',
  '#70301A',
  '#A0431A',
  '#CF5E1F',
  '#EE8B3C',
  '#F8BC6B',
  '#FCE6B8',
] as const;

/** Difference, steel to ember about a neutral. */
export const DIFFERENCE = {
  dark: ['#8CC6E6', '#4F93B8', '#2C5A74', '#2A2420', '#7A3A17', '#C4631F', '#FFAA66'],
  light: ['#0F4F73', '#3F86AE', '#9CC6DC', '#F2ECE4', '#F3BE93', '#D0702B', '#8A3606'],
} as const;
