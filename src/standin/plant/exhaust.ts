import type { Metal } from './metal';

/** The line between valves and one lambda sensor, and the sensor: plain data of fixed size. */
export interface LambdaLine {
  /** Gas that entered the line so far, mg. */
  enteredMg: number;
  /** The charges in the line, oldest first from `first` on, round and round: where each ends, mg, and its lambda. */
  endsMg: Float64Array;
  lambdas: Float64Array;
  first: number;
  count: number;
  /** Lambda at the end of the line. */
  atSensor: number;
  /** What was there in the last steps of the dead time, round and round. */
  delayed: Float64Array;
  delayedAt: number;
  /** What the sensor shows, if it is warm. */
  shown: number;
  /** How long it has been heated, s. */
  heatedS: number;
}

const LINE_CHARGES = 96;
/** Steps that the dead time is kept in, s each. */
const DELAY_STEP_S = 0.01;
const MOST_DELAY_STEPS = 40;
/** A wideband sensor reads nothing before it has been heated this long, s. */
const WARM_AFTER_S = 12;
/** Lambda of air alone, as far as a sensor tells. */
export const FREE_AIR_LAMBDA = 4;

/** A line full of air, with a cold sensor. */
export function lambdaLineAtRest(): LambdaLine {
  return {
    enteredMg: 0,
    endsMg: new Float64Array(LINE_CHARGES),
    lambdas: new Float64Array(LINE_CHARGES).fill(FREE_AIR_LAMBDA),
    first: 0,
    count: 0,
    atSensor: FREE_AIR_LAMBDA,
    delayed: new Float64Array(MOST_DELAY_STEPS).fill(FREE_AIR_LAMBDA),
    delayedAt: 0,
    shown: FREE_AIR_LAMBDA,
    heatedS: 0,
  };
}

/** A copy that shares nothing with its original. */
export function copiedLine(line: LambdaLine): LambdaLine {
  return {
    ...line,
    endsMg: line.endsMg.slice(),
    lambdas: line.lambdas.slice(),
    delayed: line.delayed.slice(),
  };
}

/** A cylinder’s exhaust enters the line; what it pushes out of the other end is what the sensor meets. */
export function exhaustInto(line: LambdaLine, gasMg: number, lambda: number, lineMg: number): void {
  line.enteredMg += gasMg;
  // A line longer than the ring forgets its oldest charge early; at idle it holds a fraction of the ring.
  if (line.count === LINE_CHARGES) leave(line);
  const place = (line.first + line.count) % LINE_CHARGES;
  line.endsMg[place] = line.enteredMg;
  line.lambdas[place] = lambda;
  line.count += 1;
  while (line.count > 1 && (line.endsMg[line.first] as number) + lineMg <= line.enteredMg) leave(line);
}

function leave(line: LambdaLine): void {
  line.atSensor = line.lambdas[line.first] as number;
  line.first = (line.first + 1) % LINE_CHARGES;
  line.count -= 1;
}

/** Where the pipe ends at the sensor itself, outside air is such a share of what it meets. */
const AIR_AT_THE_END = 0.2;
/** So much outside air comes back at 2 g/s a litre, m: half of what reaches it. */
const COMES_BACK_M = 0.24;

/** Share of outside air that comes back to the sensor between two pulses: less with a longer pipe, and with more gas. */
export function airAtSensor({ exhaust, cylinders, cylinderVolumeCm3 }: Metal, flowGPerS: number): number {
  const perLitre = (1000 * flowGPerS) / (cylinders * cylinderVolumeCm3);
  return AIR_AT_THE_END * Math.exp((-exhaust.pipeBehindM * perLitre) / (2 * COMES_BACK_M));
}

/**
 * The dead time and the sensor, {@link DELAY_STEP_S} on.
 * @param outsideAir share of outside air beside the gas.
 */
export function stepLambda({ exhaust }: Metal, line: LambdaLine, keyOn: boolean, outsideAir = 0): void {
  const steps = Math.min(MOST_DELAY_STEPS - 1, Math.round(exhaust.deadS / DELAY_STEP_S));
  line.delayedAt = (line.delayedAt + 1) % MOST_DELAY_STEPS;
  line.delayed[line.delayedAt] = line.atSensor + outsideAir;
  const met = line.delayed[(line.delayedAt + MOST_DELAY_STEPS - steps) % MOST_DELAY_STEPS] as number;
  line.shown += (met - line.shown) * (1 - Math.exp(-DELAY_STEP_S / exhaust.lagS));
  line.heatedS = keyOn ? Math.min(WARM_AFTER_S, line.heatedS + DELAY_STEP_S) : 0;
}

/** What a lambda sensor reads; null while it is cold. */
export function lambdaRead(line: LambdaLine): number | null {
  return line.heatedS >= WARM_AFTER_S ? line.shown : null;
}
