/** Something that can be wrong with an engine. */
export interface Cause {
  readonly id: string;
  /** As a sentence without its full stop. */
  readonly label: string;
  /** What to look at next. */
  readonly next: string;
  /** How often it is met against others. */
  readonly weight: number;
  /** What it shows: a sign, the state it brings about, and how surely; whether beyond it too. */
  readonly shows: Readonly<Record<string, readonly [state: string, surely: number, beyond?: true]>>;
  /** Signs that it moves for sure, one way or the other. */
  readonly moves?: readonly string[];
  /** Signs that it may move. */
  readonly blurs?: readonly string[];
}

/** Signs of a mixture and an idle that an engine which stops or stumbles gives. */
export const ENGINE_STOPS = [
  'mixture:short',
  'mixture:long',
  'mixture:fast',
  'lambdaRipple',
  'banksApart',
  'idleFast',
  'idleValve',
];
/** Signs that come too where power or the crank is lost for moments. */
export const THROWN = [
  ...ENGINE_STOPS,
  'pressureJitter',
  'pressureLag',
  'missedWhileLeaping',
  'crankSilent',
  'railSlow',
  'railFast',
];
