import { type Cause, CAUSES } from './causes';
import { LOOK_TEST_IDS, LOOK_TESTS, type LookTestId } from './lookTests';
import type { Look } from './look';
import { type Sign, SIGNS } from './signs';
import type { Situation } from './situation';

/** How sure it is that something is so. */
export interface Likely {
  /** Null for something that is not on the list. */
  readonly cause: Cause | null;
  readonly probability: number;
}

/** What a look at an engine says. */
export interface Diagnosis extends Weighed {
  /** How many signs are known. */
  readonly known: number;
  /** What was seen that a sound engine does not show, as sentences. */
  readonly seen: readonly string[];
}

/** Before anything is seen: a sound engine, and one with something that is not on the list. */
const BEFORE = { sound: 0.5, unknown: 0.05 } as const;
/** With something unknown each sign is off with such a chance, whichever way. */
const UNKNOWN_MOVES = 0.06;
/** A sign that a cause moves for sure, whichever way, is off with such a chance; one that it may move with the other. */
const MOVES = 0.9;
const BLURRED = 0.12;
/** Of what a cause does not show, so much is off the other way. */
const OTHER_WAY = 0.1;
/** A state that nothing on the list brings about comes with it with such a chance. */
const BEYOND = 1e-3;
/** Causes that are less likely than this are not said. */
const SAID = 0.01;

const FAULTS_WEIGH = CAUSES.reduce((sum, { weight }) => sum + weight, 0);

/**
 * Chance of a state by how surely another is expected. Where a cause does not show, the sign is sound rather than off the other
 * way; beyond what anything brings about it comes hardly ever.
 */
function chance({ states, beyond }: Sign, state: string, expected: string, surely: number): number {
  if (state === expected) return surely;
  if (state === beyond) return BEYOND;
  const others = states.filter((one) => one !== expected && one !== beyond);
  const [sound] = states;
  if (expected === sound || others.length === 1) return (1 - surely) / others.length;
  const rest = (1 - surely) * (1 - OTHER_WAY);
  return state === sound ? rest : ((1 - surely) * OTHER_WAY) / (others.length - 1);
}

/** Chance that a cause shows a sign in a state; null is a sound engine. */
function chanceOf(cause: Cause | null, sign: Sign, state: string): number {
  const sound = sign.states[0] as string;
  const shown = cause?.shows[sign.id];
  if (shown !== undefined) {
    const [expected, surely, beyond] = shown;
    return chance(sign, beyond === true && state === sign.beyond ? expected : state, expected, surely);
  }
  if (cause?.moves?.includes(sign.id) === true) {
    if (state === sound || state === sign.beyond) return chance(sign, state, sound, 1 - MOVES);
    return MOVES / (sign.states.length - (sign.beyond === undefined ? 1 : 2));
  }
  if (cause?.blurs?.includes(sign.id) === true) return chance(sign, state, sound, 1 - BLURRED);
  const keeps = cause === null || sign.byItself === undefined ? sign.sound : 1 - sign.byItself;
  return chance(sign, state, sound, keeps);
}

/** Something unknown does not keep to what is usual. */
function chanceOfUnknown({ states, byItself = UNKNOWN_MOVES }: Sign, state: string): number {
  return state === states[0] ? 1 - byItself : byItself / (states.length - 1);
}

/** What is known of a sign; null while nothing is. */
export interface SignRead {
  readonly sign: Sign;
  readonly state: string | null;
}

interface Known extends SignRead {
  readonly state: string;
}

/** What signs say together. */
export interface Weighed {
  /** How sure it is that nothing is wrong. */
  readonly sound: number;
  /** What may be wrong instead, the likeliest first; with a sound engine they are what is left. */
  readonly likely: readonly Likely[];
  /** What would tell the first two apart; null where nothing that is not done yet would. */
  readonly test: LookTestId | null;
}

/**
 * How likely each cause is by what is known: Bayes’ rule over the causes on the list, a sound engine, and something that is on no
 * list, each sign taken by itself. What is not known says nothing. Example: of nothing known, a sound engine has ½.
 */
export function weighed(read: readonly SignRead[]): Weighed {
  const known = read.filter((one): one is Known => one.state !== null);
  const odds = (before: number, of: (sign: Sign, state: string) => number) =>
    known.reduce((product, { sign, state }) => product * of(sign, state), before);
  const sound = odds(BEFORE.sound, (sign, state) => chanceOf(null, sign, state));
  const unknown = odds(BEFORE.unknown, chanceOfUnknown);
  const share = (1 - BEFORE.sound - BEFORE.unknown) / FAULTS_WEIGH;
  const each = CAUSES.map((cause) => ({
    cause,
    odds: odds(share * cause.weight, (sign, state) => chanceOf(cause, sign, state)),
  }));
  const all = sound + unknown + each.reduce((sum, one) => sum + one.odds, 0);
  const likely = [...each, { cause: null, odds: unknown }]
    .map((one): Likely => ({ cause: one.cause, probability: one.odds / all }))
    .filter(({ probability }) => probability >= SAID)
    .sort((a, b) => b.probability - a.probability);
  const left = read.filter(({ state }) => state === null).map(({ sign }) => sign);
  return { sound: sound / all, likely, test: apart(likely, left) };
}

/** What may be wrong, by everything that was seen. Works alike on what is sent now and on a log. */
export function diagnose(look: Look, situation: Situation): Diagnosis {
  const read = SIGNS.map((sign): SignRead => ({ sign, state: sign.read(look, situation) }));
  return {
    ...weighed(read),
    known: read.filter(({ state }) => state !== null).length,
    seen: read
      .filter(({ sign, state }) => state !== null && state !== sign.states[0])
      .map(({ sign }) => sign.words(look, situation)),
  };
}

/** Two causes that a test shows no more differently than this it does not tell apart. */
const TELLS = 0.35;

/** The test that makes such signs known as the two likeliest causes show most differently. */
function apart([first, second]: readonly Likely[], unknown: readonly Sign[]): LookTestId | null {
  if (first === undefined || second === undefined) return null;
  const differs = (sign: Sign) =>
    sign.states.reduce(
      (sum, state) =>
        sum + Math.abs(chanceIn(first.cause, sign, state) - chanceIn(second.cause, sign, state)) / 2,
      0,
    );
  const tells = LOOK_TEST_IDS.map((id) => ({
    id,
    by: unknown.filter((sign) => sign.by === id).reduce((sum, sign) => sum + differs(sign), 0),
  }));
  const best = tells.reduce((a, b) => (b.by > a.by ? b : a));
  return best.by > TELLS ? best.id : null;
}

function chanceIn(cause: Cause | null, sign: Sign, state: string): number {
  return cause === null ? chanceOfUnknown(sign, state) : chanceOf(cause, sign, state);
}

/** What to do to tell the two likeliest causes apart, as a sentence; null where nothing that is not done yet would. */
export function testWords({ test }: Weighed): string | null {
  return test === null ? null : LOOK_TESTS[test].words;
}
