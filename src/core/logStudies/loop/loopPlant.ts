import { type Log, MAPPING_SENSORS, type MapTask, readingsOf } from '../../log';
import { leastSquares } from '../../numeric';

/** How late a step of fuel is read at an air flow: a dead time, and the lag of what is read, s. */
export interface SeenDelay {
  readonly flowGPerS: number;
  readonly deadS: number;
  readonly lagS: number;
  /** How far the dead time may be off: one standard deviation, s. */
  readonly spreadS: number;
  /** Steps of fuel that were read there. */
  readonly steps: number;
}

/** Delay and lag from steps of fuel in logs, or why they are not told. */
export type LoopPlant =
  | {
      readonly ok: true;
      readonly seen: readonly SeenDelay[];
      /** Dead time by flow, fixed + air / flow, and the lag on average; at one flow all of it is fixed. */
      readonly fixedS: number;
      readonly airG: number;
      readonly lagS: number;
      readonly flows: 'one' | 'several';
    }
  | { readonly ok: false; readonly why: 'noLambda' | 'slow' }
  /** Fuel hardly moved while speed and load were held: so many steps were read, of so many that are needed. */
  | { readonly ok: false; readonly why: 'still'; readonly steps: number; readonly needed: number };

/** A log sampled more seldom tells no delay, s. */
const SLOWEST_SAMPLE_S = 0.11;
/** A step of fuel: so much within so long, with speed and load held about it, as logarithm and s. */
const STEP = { ln: 0.025, withinS: 0.25, beforeS: 0.4, afterS: 1.6 } as const;
const HELD = 0.3;
/** Steps needed at a flow, and the most that are worked with. */
const NEEDED = 4;
const MOST_STEPS = 12;
/** Flows within this factor are one. */
const ALIKE = 1.6;
/** What the walls take of a step with a warm engine, and how slowly they give it back, s: the sharing that fits best is taken. */
const WALL_SHARES = [0, 0.1, 0.2, 0.3] as const;
const WALL_S = 0.22;
/** Dead times and lags that are tried, s. */
const DEAD = { from: 0.02, to: 0.9, step: 0.02, fine: 0.004 } as const;
const LAGS = Array.from({ length: 14 }, (_, i) => 0.025 * 1.22 ** i);
/** Between two samples the answer is worked out in parts of about this, s. */
const PART_S = 0.01;
/** Nobody reads lambda better, as a logarithm. */
const LEAST_SCATTER = 0.001;
/** A reading this near to an end of what its sensor can say is no reading, a share. */
const AT_END = 0.01;
/** Shares of a first-order answer a third of its lag, and all of it, after it began. */
const EARLY = 1 - Math.exp(-1 / 3);
const LATE = 1 - Math.exp(-1);

/** A step with what was read about it, at equal steps of time. */
interface Step {
  readonly flowGPerS: number;
  readonly size: number;
  readonly sampleS: number;
  /** Fuel, and lambda read with its sign turned, as logarithms; from before the step on. */
  readonly fuel: Float64Array;
  readonly read: Float64Array;
}

/**
 * Delay and lag of lambda by air flow, from steps of fuel at a held speed: of a map changed by hand, or of the loop’s own. The answer
 * is that of a dead time, a lag, and walls that keep a part for a while; what is told are the dead time and lag that a loop meets,
 * by the moments at which it has come to 28.3 and 63.2 %.
 */
export function loopPlant(logs: readonly Log[], task: MapTask): LoopPlant {
  const read = logs.filter(({ columns }) => MAPPING_SENSORS.some((id) => columns[id] !== undefined));
  if (read.length === 0) return { ok: false, why: 'noLambda' };
  const quick = read.filter((log) => sampleOf(log) <= SLOWEST_SAMPLE_S);
  if (quick.length === 0) return { ok: false, why: 'slow' };
  const steps = quick.flatMap((log) => stepsIn(log, task));
  const groups = alike(steps).filter((group) => group.length >= NEEDED);
  if (groups.length === 0) return { ok: false, why: 'still', steps: steps.length, needed: NEEDED };
  const seen = groups.map(delayOf);
  const lagS = seen.reduce((sum, one) => sum + one.lagS, 0) / seen.length;
  return { ok: true, seen, ...byFlow(seen), lagS, flows: seen.length > 1 ? 'several' : 'one' };
}

/** Dead time as a fixed part and one that air pushes through, which fit best of those that can be: neither is less than nothing. */
function byFlow(seen: readonly SeenDelay[]): { readonly fixedS: number; readonly airG: number } {
  const mean = seen.reduce((sum, { deadS }) => sum + deadS, 0) / seen.length;
  if (seen.length < 2) return { fixedS: mean, airG: 0 };
  const [fixedS, airG] = leastSquares(
    seen.map(({ flowGPerS }) => [1, 1 / flowGPerS]),
    seen.map(({ deadS }) => deadS),
  ) as [number, number];
  if (airG < 0) return { fixedS: mean, airG: 0 };
  if (fixedS >= 0) return { fixedS, airG };
  let [products, squares] = [0, 0];
  for (const { deadS, flowGPerS } of seen) {
    products += deadS / flowGPerS;
    squares += 1 / flowGPerS ** 2;
  }
  return { fixedS: 0, airG: products / squares };
}

/** Time from sample to sample, s. */
function sampleOf({ timeS }: Log): number {
  const { length } = timeS;
  return length < 2 ? Infinity : ((timeS[length - 1] as number) - (timeS[0] as number)) / (length - 1);
}

/** Steps of fuel while speed and load were held, in their order. */
function stepsIn(log: Log, task: MapTask): Step[] {
  const readings = readingsOf(log, task);
  const { timeS, wanted, measured, steady, flowGPerS, reason } = readings;
  const length = timeS.length;
  const isAtEnd = atEndIn(log, task);
  const held = (i: number) => reason[i] === -1 && (steady[i] as number) > HELD && !isAtEnd(i);
  const steps: Step[] = [];
  let i = 1;
  let from = 0;
  while (i < length) {
    while ((timeS[i] as number) - (timeS[from] as number) > STEP.withinS) from += 1;
    const size = (wanted[i] as number) - (wanted[from] as number);
    if (!(Math.abs(size) >= STEP.ln)) {
      i += 1;
      continue;
    }
    // It begins where it first moved.
    const [start, end] = [before(timeS, from, STEP.beforeS), after(timeS, i, STEP.afterS)];
    let isHeld = (timeS[end] as number) - (timeS[i] as number) >= STEP.afterS * 0.9;
    for (let k = start; k <= end && isHeld; k += 1)
      isHeld = held(k) && Number.isFinite(measured[k] as number);
    if (isHeld) {
      const fuel = wanted.slice(start, end + 1);
      const read = measured.slice(start, end + 1).map((ln) => -ln);
      const sampleS = ((timeS[end] as number) - (timeS[start] as number)) / (end - start);
      steps.push({ flowGPerS: flowGPerS[i] as number, size: Math.abs(size), sampleS, fuel, read });
      i = after(timeS, i, STEP.afterS);
    }
    i += 1;
  }
  return steps;
}

/** Whether one of a log’s sensors is at an end of what it can say, by sample. */
function atEndIn({ columns }: Log, { ends }: MapTask): (i: number) => boolean {
  const sensors = MAPPING_SENSORS.flatMap((id) => {
    const values = columns[id];
    const { min, max } = ends[id] ?? { min: 0, max: Infinity };
    return values === undefined ? [] : [{ values, least: min * (1 + AT_END), most: max * (1 - AT_END) }];
  });
  return (i) => {
    for (const { values, least, most } of sensors) {
      const lambda = values[i] as number;
      if (lambda <= least || lambda >= most) return true;
    }
    return false;
  };
}

function before(timeS: Float64Array, i: number, byS: number): number {
  let at = i;
  while (at > 0 && (timeS[i] as number) - (timeS[at - 1] as number) <= byS) at -= 1;
  return at;
}

function after(timeS: Float64Array, i: number, byS: number): number {
  let at = i;
  while (at < timeS.length - 1 && (timeS[at + 1] as number) - (timeS[i] as number) <= byS) at += 1;
  return at;
}

/** Steps by air flow, from little to much. */
function alike(steps: readonly Step[]): Step[][] {
  const groups: Step[][] = [];
  for (const step of steps.slice().sort((a, b) => a.flowGPerS - b.flowGPerS)) {
    const group = groups.at(-1);
    const first = group?.[0];
    if (group !== undefined && first !== undefined && step.flowGPerS <= ALIKE * first.flowGPerS)
      group.push(step);
    else groups.push([step]);
  }
  return groups.map((group) => group.sort((a, b) => b.size - a.size).slice(0, MOST_STEPS));
}

interface Answer {
  readonly deadS: number;
  readonly lagS: number;
  readonly wall: number;
}

/** Delay and lag of steps at one flow. */
function delayOf(steps: readonly Step[]): SeenDelay {
  let best = { cost: Infinity, answer: { deadS: 0, lagS: 0, wall: 0 } };
  const look = (deadS: number, lags: readonly number[], walls: readonly number[]) => {
    const late = steps.map((step) => arriving(step, deadS));
    for (const lagS of lags) {
      const left = leftOver(late, lagS);
      for (const wall of walls) {
        const cost = costOf(left, wall);
        if (cost < best.cost) best = { cost, answer: { deadS, lagS, wall } };
      }
    }
  };
  for (let deadS: number = DEAD.from; deadS < DEAD.to; deadS += DEAD.step) look(deadS, LAGS, WALL_SHARES);
  const { deadS, lagS, wall } = best.answer;
  const lags = [0.9, 0.95, 1, 1.05, 1.1].map((factor) => lagS * factor);
  for (let fine = deadS - DEAD.step; fine <= deadS + DEAD.step; fine += DEAD.fine) look(fine, lags, [wall]);
  const found = best.answer;
  // How fast what is left over grows with the dead time says how far that may be off.
  const late = steps.map((step) => arriving(step, found.deadS + DEAD.step));
  const aside = costOf(leftOver(late, found.lagS), found.wall);
  const count = steps.reduce((sum, { read }) => sum + read.length, 0);
  const scatter = Math.max(LEAST_SCATTER ** 2, best.cost / count);
  const grows = Math.max(1e-12, aside - best.cost) / scatter;
  const flowGPerS = steps.reduce((sum, step) => sum + step.flowGPerS, 0) / steps.length;
  return { flowGPerS, ...asMet(found), spreadS: DEAD.step / Math.sqrt(grows), steps: steps.length };
}

/** Σ of the squares left over, each step about its own mean: a parabola over the share that the walls keep. */
interface Left {
  readonly none: number;
  readonly once: number;
  readonly twice: number;
}

function costOf({ none, once, twice }: Left, wall: number): number {
  return none + wall * (2 * once + wall * twice);
}

/** A step as it comes to the sensor behind a dead time, in parts of a sample: the fuel, and what the walls hold of it. */
interface Arriving {
  readonly read: Float64Array;
  readonly parts: number;
  readonly partS: number;
  readonly fuel: Float64Array;
  readonly walls: Float64Array;
}

function arriving({ fuel, read, sampleS }: Step, deadS: number): Arriving {
  const parts = Math.max(1, Math.round(sampleS / PART_S));
  const partS = sampleS / parts;
  const byWall = 1 - Math.exp(-partS / WALL_S);
  const dead = deadS / sampleS;
  const first = fuel[0] as number;
  // The first sample is its last part alone: nothing moved before it.
  const count = (fuel.length - 1) * parts + 1;
  const late = { fuel: new Float64Array(count), walls: new Float64Array(count) };
  let held = first;
  for (let k = 0; k < count; k += 1) {
    // Hands move between two samples: from half-way on the later one holds.
    const at = Math.round((k - 0.5) / parts - dead);
    const now = at > 0 ? (fuel[at] as number) : first;
    held += (now - held) * byWall;
    late.fuel[k] = now;
    late.walls[k] = held;
  }
  return { read, parts, partS, ...late };
}

/** What a lag leaves over of steps: the answer is linear, so fuel and what the walls hold of it are sent through the lag apart. */
function leftOver(steps: readonly Arriving[], lagS: number): Left {
  let [none, once, twice] = [0, 0, 0];
  for (const { fuel, walls, read, parts, partS } of steps) {
    const byLag = 1 - Math.exp(-partS / lagS);
    let [shown, ofWalls] = [fuel[0] as number, fuel[0] as number];
    let [sum, sumWalls, squares, products, squaresWalls] = [0, 0, 0, 0, 0];
    let k = 0;
    for (let i = 0; i < read.length; i += 1) {
      for (const until = i * parts; k <= until; k += 1) {
        shown += ((fuel[k] as number) - shown) * byLag;
        ofWalls += ((walls[k] as number) - ofWalls) * byLag;
      }
      const off = (read[i] as number) - shown;
      const kept = shown - ofWalls;
      sum += off;
      sumWalls += kept;
      squares += off * off;
      products += off * kept;
      squaresWalls += kept * kept;
    }
    none += squares - (sum * sum) / read.length;
    once += products - (sum * sumWalls) / read.length;
    twice += squaresWalls - (sumWalls * sumWalls) / read.length;
  }
  return { none, once, twice };
}

/** The dead time and lag that a loop meets: of the answer to a step, by when it has come to 28.3 and 63.2 %. */
function asMet({ deadS, lagS, wall }: Answer): { readonly deadS: number; readonly lagS: number } {
  const stepS = 0.001;
  let [walls, shown, early] = [0, 0, NaN];
  for (let atS = stepS; ; atS += stepS) {
    walls += (1 - walls) * (1 - Math.exp(-stepS / WALL_S));
    shown += (1 - wall + wall * walls - shown) * (1 - Math.exp(-stepS / lagS));
    if (Number.isNaN(early) && shown >= EARLY) early = atS;
    if (shown >= LATE) {
      const metS = 1.5 * (atS - early);
      return { lagS: metS, deadS: Math.max(0, deadS + atS - metS) };
    }
  }
}
