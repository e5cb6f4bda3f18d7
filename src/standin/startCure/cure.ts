import type { EcuProgram, MapId } from '@/core/program';
import type { Car } from '../car';
import type { StartExplanation, StartSetup } from '../dryStart';
import { type Band, middleOf } from './bands';
import { breakpoints, CURABLE_IDS, type CurableId, curveAt, hasCurve, withCurveAt } from './curves';
import { type Judged, judged, type Judges } from './judge';
import { pairedValue, sweep } from './sweep';

/** A calibration in its car, and in others of the same description, with the start that is to be cured. */
export interface CureRequest {
  readonly program: EcuProgram;
  readonly car: Car;
  readonly others: readonly Car[];
  readonly setup: StartSetup;
}

/** A curve moved at a temperature, and why. */
export interface CurveChange {
  readonly mapId: CurableId;
  readonly coolantC: number;
  readonly from: number;
  readonly to: number;
  /** Values with which the start came as far as it does now. */
  readonly band: Band;
  /** How the start ended before, and how it ends in the band. */
  readonly was: string;
  readonly becomes: string;
}

/** A start that no curve of starting cures. */
export interface NotCured {
  readonly coolantC: number;
  readonly headline: string;
  readonly reason: string;
}

/** What a search found. */
export interface Cure {
  readonly changes: readonly CurveChange[];
  /** The points of the curves after all changes: those that are not what they were. */
  readonly points: readonly { mapId: CurableId; index: number; coolantC: number; from: number; to: number }[];
  /** Every start that was tried, before and after. */
  readonly starts: readonly { coolantC: number; before: StartEnd; after: StartEnd }[];
  readonly left: readonly NotCured[];
}

/** How a start ended, for all engines it was tried with. */
export interface StartEnd {
  readonly good: boolean;
  readonly headline: string;
}

/** Temperatures within which starts are cured, °C. */
const RANGE_C = [-30, 90] as const;
/** At this temperature and above nothing of starting enriches by much: what is off there is off for another reason, °C. */
const HOT_C = 60;
/** Engines that a sweep is judged by; all of them judge its outcome. */
const SWEPT_CARS = 4;
/** A start may need one curve to fire, another to keep running, and a third to settle. */
const ROUNDS = 3;
/** A point that was moved may move the start beside it, which is then looked at again. */
const PASSES = 2;

/**
 * Searches for curves of starting with which the engine starts at every temperature of theirs and at that of the setup. Each
 * step of the generator is one start in simulation.
 *
 * At a temperature whose start fails, the curve that is to blame is swept from the least to the most: where the start comes
 * furthest is a band, whose middle is proposed, as far from too lean as from too rich. What starts is left alone.
 */
export function* cureSteps({ program, car, others, setup }: CureRequest): Generator<void, Cure> {
  const cars = [car, ...others];
  const at = (coolantC: number) => ({ cars, setup: { ...setup, coolantC } });
  const temperatures = [...new Set([setup.coolantC, ...breakpoints(program, ...RANGE_C)])].sort(
    (a, b) => b - a,
  );
  const before = new Map<number, Judged>();
  for (const coolantC of temperatures) before.set(coolantC, yield* judged(program, at(coolantC)));
  const hot = before.get(temperatures[0] ?? setup.coolantC);
  const isRightHot = (temperatures[0] ?? 0) < HOT_C || hot?.good === true;

  let cured = program;
  let now = before;
  const changes: CurveChange[] = [];
  const left = new Map<number, NotCured>();
  for (let pass = 0; pass < PASSES; pass += 1) {
    for (const coolantC of temperatures) {
      if (now.get(coolantC)?.good === true) continue;
      const found = yield* curedAt(cured, at(coolantC), isRightHot);
      cured = found.program;
      changes.push(...found.changes);
    }
    now = new Map();
    for (const coolantC of temperatures) now.set(coolantC, yield* judged(cured, at(coolantC)));
    if ([...now.values()].every(({ good }) => good)) break;
  }
  for (const [coolantC, { good, explanation }] of now) {
    if (!good) left.set(coolantC, { coolantC, headline: explanation.headline, reason: explanation.reason });
  }
  return {
    changes,
    points: pointsMoved(program, cured),
    starts: temperatures.map((coolantC) => ({
      coolantC,
      before: endOf(before.get(coolantC)),
      after: endOf(now.get(coolantC)),
    })),
    left: [...left.values()],
  };
}

/** Cures the start at one temperature as far as it goes, one curve after the other. */
function* curedAt(
  program: EcuProgram,
  { cars, setup }: Judges,
  isRightHot: boolean,
): Generator<void, { program: EcuProgram; changes: CurveChange[] }> {
  const judges = { cars: cars.slice(0, SWEPT_CARS), setup };
  const changes: CurveChange[] = [];
  let now = program;
  let ends = yield* judged(now, judges);
  for (let round = 0; round < ROUNDS && !ends.good; round += 1) {
    const moved = yield* moveOne(now, ends, judges, isRightHot);
    if (moved === null) break;
    changes.push(...moved.changes);
    now = moved.program;
    ends = moved.ends;
  }
  return { program: now, changes };
}

interface Moved {
  readonly program: EcuProgram;
  readonly ends: Judged;
  readonly changes: readonly CurveChange[];
}

/** Moves the likeliest curve with which the start comes further, and what goes with it; null where none does. */
function* moveOne(
  program: EcuProgram,
  ends: Judged,
  judges: Judges,
  isRightHot: boolean,
): Generator<void, Moved | null> {
  const { coolantC } = judges.setup;
  for (const mapId of blamed(ends.explanation, judges.setup, isRightHot)) {
    if (!hasCurve(program, mapId)) continue;
    const bands: { mapId: CurableId; band: Band }[] = [];
    let now = program;
    if (mapId === 'afterStart' && hasCurve(program, 'warmUp')) {
      // What warms up and what fades both enrich the first seconds: the lasting one is laid first.
      const { value, band } = yield* pairedValue(program, 'warmUp', 'afterStart', judges);
      now = withCurveAt(program, 'warmUp', coolantC, value);
      bands.push({ mapId: 'warmUp', band });
    }
    const { band, inside, score } = yield* sweep(now, mapId, judges);
    if (score <= ends.score) continue;
    const swept = now;
    now = withCurveAt(swept, mapId, coolantC, middleOf(band));
    let after = yield* judged(now, judges);
    let held = band;
    // Where hardly anything starts, a band can have a hole: then one of the values that was seen to do.
    for (const value of inside) {
      if (after.score >= score) break;
      now = withCurveAt(swept, mapId, coolantC, value);
      after = yield* judged(now, judges);
      held = { from: value, to: value };
    }
    const changes = [{ mapId, band: held }, ...bands].map((of) => ({
      ...of,
      coolantC,
      from: curveAt(program, of.mapId, coolantC),
      to: curveAt(now, of.mapId, coolantC),
      was: ends.explanation.headline,
      becomes: after.explanation.headline,
    }));
    return { program: now, ends: after, changes: changes.filter(({ from, to }) => from !== to) };
  }
  return null;
}

/** The curves that could be to blame for how a start ended, the likeliest first; none for what no curve of starting cures. */
function blamed(
  { mapId, sheet }: StartExplanation,
  { coolantC }: StartSetup,
  isRightHot: boolean,
): readonly CurableId[] {
  if (sheet !== null && mapId === null) return [];
  switch (mapId) {
    case 'prime':
      return ['prime', 'cranking'];
    case 'cranking':
      return ['cranking', 'prime'];
    case 'afterStart':
      return ['afterStart', 'warmUp'];
    default:
      // A filling that is right when hot is not what a cold engine dies of.
      return isFilling(mapId) && coolantC < HOT_C && isRightHot ? ['warmUp', 'afterStart'] : [];
  }
}

function isFilling(mapId: MapId | null): boolean {
  return mapId === 've' || mapId === 'veThrottle' || mapId === 'pulse';
}

function pointsMoved(before: EcuProgram, after: EcuProgram): Cure['points'] {
  return CURABLE_IDS.flatMap((mapId) => {
    const [was, is] = [before.tables[mapId], after.tables[mapId]];
    if (was === undefined || is === undefined) return [];
    return [...is.values].flatMap((to, index) => {
      const from = was.values[index] as number;
      return from === to ? [] : [{ mapId, index, coolantC: was.x[index] as number, from, to }];
    });
  });
}

function endOf(judgement: Judged | undefined): StartEnd {
  return {
    good: judgement?.good ?? false,
    headline: judgement?.explanation.headline ?? '',
  };
}
