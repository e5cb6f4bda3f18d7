import { usualStartOf } from '@/core/generators';
import { xoroshiro128plus } from 'pure-rand';
import { mappedCar } from '@tests/support/mappedCar';
import { type StartedCar, startedCar } from '@tests/support/startedCar';
import { demo, programOf } from '@tests/support/ventisca';
import { type Log, mapTaskOf } from '@/core/log';
import {
  type JudgedStart,
  reserveOf,
  START_CURVES,
  startCurvesOf,
  type StartedLog,
  startStudy,
  type StartStudy,
} from '@/core/logStudies';
import { MAP_DEFINITIONS, type EcuProgram } from '@/core/program';
import { carOf } from '@/standin/carOfDocument';
import { DEMOS, type Demo, found as noted, say } from './report.mts';

/** Engines with other curves, per demo, and the temperatures that each is started at. */
const TRIES = 6;
const TEMPERATURES = [-20, 0, 20];
/** What is typed wrong: factors by chance. */
const WRONG = {
  cranking: [0.55, 2],
  afterStart: [0.3, 1.2],
  afterStartDecay: [0.5, 1.8],
  warmUp: [0.3, 1.4],
} as const;
/** A builder studies the logs of the starts, takes the curves over and starts again, no more often than this. */
const ROUNDS = 4;
/** What a study says of a temperature it says of one as near as this, °C. */
const NEAR_C = 5;
const ASKED = { turns: 4, lambda: 0.08 } as const;
/** Lambda is judged over so long each, from so long after it runs, s: until then cranking fuel from the walls burns, too. */
const JUDGED = { forS: 3, fromS: 3 } as const;

/** Starts with wrong curves, studied and corrected: how the next ones go, and whether a study that reserves nothing was right to. */
export function proveStartStudy(firstSeed: number): void {
  for (const id of DEMOS) {
    let first = { met: 0, cases: 0 };
    let sure = { met: 0, cases: 0 };
    let worst = { turns: 0, lambda: 0, seed: 0 };
    for (let seed = firstSeed; seed < firstSeed + TRIES; seed += 1) {
      const rounds = corrected(id, seed);
      const last = rounds.at(-1);
      if (last === undefined) continue;
      noted(
        `${id} ${seed}: ${rounds.map((one) => `${one.turns.toFixed(1)} turns ${(100 * one.lambda).toFixed(1)} %${one.isSure ? ' (sure)' : ''}`).join(', then ')}`,
      );
      const [, second] = rounds;
      first = {
        met: first.met + (second !== undefined && isAsAsked(second) ? 1 : 0),
        cases: first.cases + 1,
      };
      rounds.slice(1).forEach((next, i) => {
        if (rounds[i]?.isSure !== true) return;
        sure = { met: sure.met + (isAsAsked(next) ? 1 : 0), cases: sure.cases + 1 };
      });
      if (last.turns > worst.turns || last.lambda > worst.lambda)
        worst = {
          turns: Math.max(worst.turns, last.turns),
          lambda: Math.max(worst.lambda, last.lambda),
          seed,
        };
    }
    say(
      isAsAsked(worst),
      `${id}: starts at −20, 0 and 20 °C with curves typed wrong: after at most ${ROUNDS} studies they fire within ${worst.turns.toFixed(1)} turns, lambda within ${(100 * worst.lambda).toFixed(1)} % (seed ${worst.seed}); after the first ${first.met} of ${first.cases} do`,
    );
    say(
      sure.met === sure.cases,
      `${id}: of ${sure.cases} studies that reserve nothing, ${sure.met} are followed by such starts`,
    );
  }
}

interface Went {
  /** The most turns until a charge burned; infinite where none did, or it did not run. */
  readonly turns: number;
  /** How far lambda lay off its target at most, in the mean of three seconds. */
  readonly lambda: number;
}

/** How starts went, and whether the study of them reserves nothing: then the next ones have to go as asked. */
interface Studied extends Went {
  readonly isSure: boolean;
}

function isAsAsked({ turns, lambda }: Went): boolean {
  return turns <= ASKED.turns && lambda <= ASKED.lambda;
}

/** How the starts went before the first study, and after each. */
function corrected(id: Demo, seed: number): Studied[] {
  const document = demo(id);
  const car = carOf(document, programOf(document));
  const mapped = mappedCar(document, car);
  const { program } = mapped;
  for (const round of [0, 1]) mapped.correct(mapped.drive('mapping', seed + round));
  spoil(program, seed);
  const warm = {
    log: mapped.log('pulls', seed, 5),
    then: null,
    curves: structuredClone(startCurvesOf(program)),
  };
  const task = mapTaskOf(program);
  const went: Studied[] = [];
  const logs: StartedLog[] = [warm];
  for (let round = 0; ; round += 1) {
    const cars = TEMPERATURES.map((coolantC, i) =>
      startedCar(program, car, coolantC, 1000 * seed + 10 * round + i),
    );
    logs.unshift(...cars.map(({ drive }) => drive));
    const study = startStudy(logs, {
      task,
      now: startCurvesOf(program),
      usual: usualStartOf('petrol'),
      limits: MAP_DEFINITIONS,
    });
    if (!study.ok) throw new TypeError(`Refused: ${study.why}`);
    const now = wentOf(cars, study.starts);
    went.push({ ...now, isSure: reservesNothing(study) });
    if (round === ROUNDS || isAsAsked(now)) return went;
    for (const curve of START_CURVES) {
      const values = program.tables[curve]?.values;
      if (values !== undefined) for (const { index, value } of study.cells[curve]) values[index] = value;
    }
  }
}

/** Whether a study knows what to crank with, read how each temperature ran on, and moves none of them far. */
function reservesNothing({ crankingUnsure, running }: Extract<StartStudy, { readonly ok: true }>): boolean {
  return (
    crankingUnsure === null &&
    running !== null &&
    TEMPERATURES.every((coolantC) =>
      running.afterStarts.some(
        (one) => Math.abs(one.coolantC - coolantC) < NEAR_C && reserveOf(one) === null,
      ),
    )
  );
}

function wentOf(cars: readonly StartedCar[], starts: readonly JudgedStart[]): Went {
  const each = cars.map(({ log, burnedTurn }, i): Went => {
    const ran = starts.find((start) => start.log === i);
    if (ran === undefined || ran.end !== 'ran') return { turns: Infinity, lambda: Infinity };
    return { turns: burnedTurn ?? Infinity, lambda: lambdaOff(log, ran.ranFromS) };
  });
  return {
    turns: Math.max(...each.map(({ turns }) => turns)),
    lambda: Math.max(...each.map(({ lambda }) => lambda)),
  };
}

/** The farthest that the mean of three seconds lies from its target. */
function lambdaOff({ timeS, columns: { lambdaOne, lambdaTarget } }: Log, ranFromS: number): number {
  const windows = new Map<number, { sum: number; count: number }>();
  timeS.forEach((atS, i) => {
    const at = Math.floor((atS - ranFromS - JUDGED.fromS) / JUDGED.forS);
    const off = Math.log((lambdaOne?.[i] ?? NaN) / (lambdaTarget?.[i] ?? NaN));
    if (at < 0 || !Number.isFinite(off)) return;
    const { sum, count } = windows.get(at) ?? { sum: 0, count: 0 };
    windows.set(at, { sum: sum + off, count: count + 1 });
  });
  return Math.max(...[...windows.values()].map(({ sum, count }) => Math.abs(sum / count)));
}

/** Curves typed wrong, by factors by chance: of what they enrich. */
function spoil({ tables }: EcuProgram, seed: number): void {
  const random = xoroshiro128plus(seed);
  for (let i = 0; i < 32; i += 1) random.unsafeNext();
  for (const id of START_CURVES) {
    const values = tables[id]?.values;
    const [from, to] = WRONG[id];
    const factor = from * (to / from) ** ((random.unsafeNext() >>> 0) / 0x100000000);
    const over = id === 'afterStart' || id === 'warmUp' ? 1 : 0;
    values?.forEach((value, i) => (values[i] = over + (value - over) * factor));
  }
}
