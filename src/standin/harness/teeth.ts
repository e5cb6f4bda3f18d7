import { NOMINAL_WHEEL } from '@/core/decoding';
import type { EcuProgram } from '@/core/program';
import { toothAngleDeg, triggerPattern, type TriggerPickup, type TriggerWheel } from '@/core/trigger';
import { CYCLE_DEG, wrappedDeg } from '@/core/units';
import type { Car, WheelSensor } from '../car';
import { thingAt } from './wiring';

/** Edges that arrive at an input of the engine computer over a cycle. */
export interface ToothTrack {
  /** Where they pass, ° after the firing TDC of cylinder 1, increasing. */
  readonly edgesDeg: Float64Array;
  /** The same in turns. */
  readonly edgesTurns: Float64Array;
  readonly delayS: number;
  readonly lostShare: number;
  readonly noiseShare: number;
  readonly slipsShare: number;
}

/** What arrives at the crank and at the cam input. */
export interface Teeth {
  readonly crank: ToothTrack;
  readonly cam: ToothTrack;
}

/** Crank angle that a cam tooth takes to pass, °. */
const CAM_TOOTH_DEG = 30;

/** The edges at both inputs, through the loom: what hangs on each pin, with the flank that is listened for. */
export function teethOf(program: EcuProgram, car: Car): Teeth {
  return { crank: trackAt('crank', program, car), cam: trackAt('cam', program, car) };
}

function trackAt(input: 'crank' | 'cam', program: EcuProgram, car: Car): ToothTrack {
  const thing = thingAt(program, car, input);
  const hangs = thing === undefined ? input : thing;
  if (hangs !== 'crank' && hangs !== 'cam') return SILENT;
  const wheel = car.wheel ?? program.trigger ?? NOMINAL_WHEEL;
  const sensor = car.wheelSensors[hangs];
  const edges = hangs === 'crank' ? crankEdges(wheel, sensor) : camEdges(wheel);
  const edgesDeg = heard(edges, sensor, program.pickups?.[input] ?? null);
  const inOrder = Float64Array.from(edgesDeg).sort();
  return {
    edgesDeg: inOrder,
    edgesTurns: inOrder.map((deg) => deg / 360),
    delayS: sensor.delayUs / 1e6,
    lostShare: sensor.lostShare,
    noiseShare: sensor.noiseShare,
    slipsShare: sensor.slipsShare,
  };
}

/** Nothing that turns hangs there. */
export const SILENT: ToothTrack = {
  edgesDeg: new Float64Array(0),
  edgesTurns: new Float64Array(0),
  delayS: 0,
  lostShare: 0,
  noiseShare: 0,
  slipsShare: 0,
};

/** One tooth: where it is marked, how far it reaches, and where the next one is marked, °. */
interface Tooth {
  readonly deg: number;
  readonly widthDeg: number;
  readonly nextDeg: number;
}

function crankEdges(wheel: TriggerWheel, { brokenTeeth }: WheelSensor): Tooth[] {
  const present = wheel.teeth - wheel.missing;
  const pitchDeg = toothAngleDeg(wheel);
  const firstDeg = wrappedDeg(-wheel.tdcOffsetDeg);
  const broken = (deg: number) =>
    brokenTeeth.includes(Math.round((wrappedDeg(deg - firstDeg) % 360) / pitchDeg) % present);
  return toothed(
    triggerPattern(wheel).teethDeg.filter((deg) => !broken(deg)),
    pitchDeg / 2,
  );
}

function camEdges(wheel: TriggerWheel): Tooth[] {
  return toothed(triggerPattern(wheel).camDeg, CAM_TOOTH_DEG);
}

function toothed(marksDeg: readonly number[], widthDeg: number): Tooth[] {
  return marksDeg.map((deg, i) => {
    const nextDeg = marksDeg[i + 1] ?? (marksDeg[0] ?? deg) + CYCLE_DEG;
    return { deg, widthDeg, nextDeg };
  });
}

/**
 * Where the edges come that the engine computer takes. The right flank comes at the mark; of a hall signal the other one a
 * tooth’s width away; of a variable-reluctance signal half-way to the next tooth, which smears the gap over two waits. Wires
 * changed for each other turn the latter over and leave the former dead.
 */
function heard(
  teeth: readonly Tooth[],
  { is, swapped }: WheelSensor,
  listens: TriggerPickup | null,
): number[] {
  const kind = is?.kind ?? listens?.kind ?? 'hall';
  if (kind === 'hall' && swapped) return [];
  const agrees = is === null || listens === null || is.mark === listens.edge;
  if (agrees !== swapped) return teeth.map(({ deg }) => deg);
  if (kind === 'variableReluctance') return teeth.map(({ deg, nextDeg }) => wrappedDeg((deg + nextDeg) / 2));
  // A tooth’s signal rises as it comes and falls as it leaves.
  const side = is?.mark === 'falling' ? -1 : 1;
  return teeth.map(({ deg, widthDeg }) => wrappedDeg(deg + side * widthDeg));
}
