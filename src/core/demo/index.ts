/**
 * What the main demo is called, known before anything of it is read.
 * Its sheet lives in starters.
 */

/** Name of the main demo, and the kind of engine it is. */
export const DEMO = { name: 'Ventisca', engine: 'V6, supercharged, 2.46 L' } as const;
