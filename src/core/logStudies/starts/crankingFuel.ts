import { type Curve, curveThrough, lookUpCurve } from '../../numeric';
import { CYCLE_S_AT_1_RPM } from '../../units';
import type { SeenStart } from './seenStarts';

/** A start with what its calibration gave while it cranked. */
export interface CrankedStart extends SeenStart {
  /** Multiple of the stoichiometric mass at each event, before its taper. */
  readonly multiple: number;
  /** Share that the taper leaves of it by turns, %; null where there is none. */
  readonly taper: Curve | null;
  /** The walls were wet from a try just before. */
  readonly isRetry: boolean;
  /** The richest that its lambda sensors can say: a reading there only says "at most". */
  readonly richestSaid: number;
}

/** What starts say of cranking fuel at a temperature. */
export interface CrankingFound {
  readonly coolantC: number;
  /** The multiple that most likely fires at the first chance and does not drown, × stoichiometric. */
  readonly multiple: number;
  /** How sure that is: one standard deviation of its logarithm. */
  readonly spread: number;
}

/** What is usual of the fuel, by coolant. */
export interface UsualFuel {
  /** Cranking multiple, × stoichiometric. */
  readonly cranking: Curve;
  /** After-start × warm-up just after the start. */
  readonly running: Curve;
  /** Share of injected fuel that wets the wall, 0…1, and the time in which it leaves it, s. */
  readonly wallShare: Curve;
  readonly wallTimeS: Curve;
}

/**
 * Around the usual multiple a charge burns from so much less to so much more, as logarithms by coolant: what evaporates of
 * cranking fuel in frost comes close to the lean end of what burns.
 */
const LEANEST_LN = curveThrough([
  [-30, 0.15],
  [-20, 0.2],
  [0, 0.29],
  [20, 0.36],
  [80, 0.6],
]);
const RICHEST_LN = curveThrough([
  [-30, 0.5],
  [-20, 0.55],
  [0, 0.6],
  [20, 0.65],
  [80, 0.75],
]);
/** How sharp those ends are, as logarithms: liquid on the plugs ends it sooner than too rich a charge does. */
const LEAN_SHARP = 0.06;
const RICH_SHARP = 0.15;
/** So far from the usual a multiple is looked for, as a logarithm, and with less than this a belief counts for nothing. */
const MOST_OVER_LN = 1.4;
const HARDLY = 1e-6;
/** How engines differ from what is usual: all over, and from 20 °C to 40 °C below, as logarithms. */
const DIFFERS = { all: 0.35, tilt: 0.15, tiltC: 40, aboutC: 20 } as const;
/** Any start may go otherwise for a reason that is not fuel. */
const OTHERWISE = 0.03;
/** Vapour lambda of the usual multiple, and how far a reading in the moment of the catch may be from what burned, as logarithms. */
const USUAL_LN = Math.log(0.9);
const READ = { near: 0.2, atEnd: 0.1 } as const;
/** A reading this near to the richest that a sensor can say is at its end, a share. */
const AT_END = 0.01;
/** An engine hardly pulls so close to the lean end, as a logarithm. */
const SHORT_OF_LEAN_LN = 0.15;
/** Lambda that cranking fuel is rich at. */
const RICH_LAMBDA = 0.65;
/** Richer than this what followed is as likely what it lost speed by. */
const RICH_AFTER = 0.78;
/** Turns from an injection to its firing. */
const TO_FIRING_TURNS = 1;
const CYCLE_TURNS = 2;

/** What is believed of an engine’s need against the usual: weights over its level and its tilt. */
export interface Belief {
  readonly levels: readonly number[];
  readonly tilts: readonly number[];
  /** By level, then tilt; they sum to 1. */
  readonly weights: Float64Array;
}

const steps = (most: number, step: number) =>
  Array.from({ length: Math.round((2 * most) / step) + 1 }, (_, i) => -most + i * step);

/** What starts leave of everything that an engine may need. A try on wet walls says nothing. */
export function beliefOf(starts: readonly CrankedStart[], usual: UsualFuel): Belief {
  const levels = steps(1.2, 0.02);
  const tilts = steps(0.45, 0.05);
  const weights = new Float64Array(levels.length * tilts.length);
  const told = starts.filter(({ isRetry }) => !isRetry);
  let sum = 0;
  levels.forEach((level, i) => {
    tilts.forEach((tilt, j) => {
      let ln = -0.5 * ((level / DIFFERS.all) ** 2 + (tilt / DIFFERS.tilt) ** 2);
      for (const start of told)
        ln += Math.log(likelihood(start, usual, offsetAt(level, tilt, start.coolantC)));
      const weight = Math.exp(ln);
      weights[i * tilts.length + j] = weight;
      sum += weight;
    });
  });
  return { levels, tilts, weights: weights.map((weight) => weight / sum) };
}

/** What to give at a temperature by what is believed: what most likely fires at the first chance, and does not drown. */
export function crankingAt(
  belief: Belief,
  usual: UsualFuel,
  coolantC: number,
  starterRpm: number,
): CrankingFound {
  const firstLn = Math.log(arrivingShares(coolantC, usual, starterRpm, 1)[0] as number);
  const leanest = -lookUpCurve(LEANEST_LN, coolantC);
  const richest = lookUpCurve(RICHEST_LN, coolantC);
  const offsets = offsetsAt(belief, coolantC);
  let [mean, square] = [0, 0];
  for (const { offset, weight } of offsets) {
    mean += weight * offset;
    square += weight * offset * offset;
  }
  let best = { likely: 0, overLn: 0 };
  for (const overLn of steps(MOST_OVER_LN, 0.02)) {
    let likely = 0;
    for (const { offset, weight } of offsets) {
      const richness = overLn - offset;
      const fires = below((richness + firstLn - leanest) / LEAN_SHARP);
      likely += weight * fires * (1 - below((richness - richest) / RICH_SHARP));
    }
    if (likely > best.likely) best = { likely, overLn };
  }
  return {
    coolantC,
    // Warm, the least that fires gives less than the mixture it runs best on.
    multiple: lookUpCurve(usual.cranking, coolantC) * Math.exp(Math.max(mean, best.overLn)),
    spread: Math.sqrt(Math.max(0, square - mean * mean)),
  };
}

/** What is believed of the need at a temperature, as logarithms with their weights; what hardly counts is left away. */
function offsetsAt(
  { levels, tilts, weights }: Belief,
  coolantC: number,
): { readonly offset: number; readonly weight: number }[] {
  return levels.flatMap((level, i) =>
    tilts.flatMap((tilt, j) => {
      const weight = weights[i * tilts.length + j] as number;
      return weight < HARDLY ? [] : [{ offset: offsetAt(level, tilt, coolantC), weight }];
    }),
  );
}

/** How much more than usual an engine needs at a temperature, as a logarithm. */
function offsetAt(level: number, tilt: number, coolantC: number): number {
  return level + (tilt * (DIFFERS.aboutC - coolantC)) / DIFFERS.tiltC;
}

/** How likely a start goes as it went, of an engine that needs so much more than usual. */
function likelihood(start: CrankedStart, usual: UsualFuel, offset: number): number {
  const { coolantC, fuelFromTurn, crankedTurns, firedTurn, end } = start;
  const cycles = Math.max(1, Math.floor((crankedTurns - fuelFromTurn - TO_FIRING_TURNS) / CYCLE_TURNS) + 1);
  const usualMultiple = lookUpCurve(usual.cranking, coolantC);
  const richness = arrivingShares(coolantC, usual, start.starterRpm, cycles).map((share, k) => {
    const taper = start.taper === null ? 1 : lookUpCurve(start.taper, fuelFromTurn + CYCLE_TURNS * k) / 100;
    return Math.log((start.multiple * taper * share) / usualMultiple) - offset;
  });
  const leanest = -lookUpCurve(LEANEST_LN, coolantC);
  const richest = lookUpCurve(RICHEST_LN, coolantC);
  const first = richness[0] as number;
  const most = Math.max(...richness);
  const drownsAtOnce = below((first - richest) / RICH_SHARP);
  const drowns = below((most - richest) / RICH_SHARP);
  const burnsBy = (k: number) => below((Math.max(...richness.slice(0, k + 1)) - leanest) / LEAN_SHARP);
  if (firedTurn === null) return OTHERWISE + (1 - burnsBy(cycles - 1)) + drownsAtOnce;
  const k = Math.min(
    cycles - 1,
    Math.max(0, Math.floor((firedTurn - fuelFromTurn - TO_FIRING_TURNS) / CYCLE_TURNS)),
  );
  const firesThen = (burnsBy(k) - (k === 0 ? 0 : burnsBy(k - 1))) * (1 - drownsAtOnce);
  const went = end === 'fell' || drownedSoon(start) ? drowns : 1 - drowns;
  return OTHERWISE + firesThen * went * asRead(start, richness.at(-1) as number);
}

/** Whether cranking fuel was richer than any engine needs it, as far as its sensors can say. */
export function isRichAtCatch({ lambdaAtCatch, richestSaid }: CrankedStart): boolean {
  return lambdaAtCatch <= Math.max(RICH_LAMBDA, richestSaid * (1 + AT_END));
}

/** Whether it lost speed with what cranking fuel had left at the valves, richer than any engine needs it: not with what followed. */
export function drownedSoon(start: CrankedStart): boolean {
  return start.dipped && isRichAtCatch(start) && !(start.lambdaAtChange < RICH_AFTER);
}

/** Lambda that an engine still pulls at as running fuel takes over: short of the lean end of what burns. */
export function leanestAtChange(coolantC: number): number {
  return Math.exp(USUAL_LN + lookUpCurve(LEANEST_LN, coolantC) - SHORT_OF_LEAN_LN);
}

/** How likely lambda was read as it was, of a charge so much richer than usual. */
function asRead({ lambdaAtCatch, richestSaid }: CrankedStart, richness: number): number {
  if (Number.isNaN(lambdaAtCatch)) return 1;
  const off = USUAL_LN - Math.log(lambdaAtCatch) - richness;
  return lambdaAtCatch <= richestSaid * (1 + AT_END)
    ? below(-off / READ.atEnd)
    : Math.exp(-0.5 * (off / READ.near) ** 2);
}

/** The share of a steady injection that has arrived at its valve, charge by charge of a cylinder, beginning with dry walls. */
function arrivingShares(coolantC: number, usual: UsualFuel, starterRpm: number, cycles: number): number[] {
  const wall = lookUpCurve(usual.wallShare, coolantC);
  const stays = Math.exp(-CYCLE_S_AT_1_RPM / starterRpm / lookUpCurve(usual.wallTimeS, coolantC));
  let film = 0;
  return Array.from({ length: cycles }, () => {
    const wetted = film + wall;
    film = wetted * stays;
    return 1 - wall + wetted - film;
  });
}

/** Share of a normal distribution below so many standard deviations, by the logistic curve that is nearest to it. */
function below(deviations: number): number {
  return 1 / (1 + Math.exp(-1.702 * deviations));
}
