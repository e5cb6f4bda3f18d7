/** Something that is done so that signs become known. */
export interface LookTest {
  readonly words: string;
}

/** What can be done to tell causes apart, the easiest first. */
export const LOOK_TESTS = {
  standing: { words: 'Stop the engine, leave the key on for five seconds.' },
  start: { words: 'Stop it and start it again.' },
  idle: { words: 'Let it idle warm for half a minute, foot off.' },
  light: { words: 'Hold 3,000 rev/min with a light load for a quarter of a minute, then with more.' },
  blip: { words: 'Open the throttle quickly at one speed, and stay there for three seconds; twice.' },
  full: { words: 'Hold full load at a high speed for three seconds.' },
} as const satisfies Record<string, LookTest>;

export type LookTestId = keyof typeof LOOK_TESTS;

export const LOOK_TEST_IDS = Object.keys(LOOK_TESTS) as readonly LookTestId[];
