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

/** For the sun, and for night with a lamp in the face: nothing but what carries, black and white first. */
export const PLAIN_PALETTE = {
  dark: {
    ground: '#000000',
    surface: '#000000',
    raised: '#1F1A16',
    line: '#FFFFFF',
    text: '#FFFFFF',
    muted: '#EDE4DA',
    accent: '#FFA763',
    onAccent: '#000000',
    steel: '#A9D3EA',
    error: '#FF808A',
    warning: '#FFD91A',
    good: '#8CF2E4',
  },
  light: {
    ground: '#FFFFFF',
    surface: '#FFFFFF',
    raised: '#F0ECE6',
    line: '#000000',
    text: '#000000',
    muted: '#2B2520',
    accent: '#7C2A00',
    onAccent: '#FFFFFF',
    steel: '#0B3F5C',
    error: '#95063E',
    warning: '#423405',
    good: '#005247',
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
