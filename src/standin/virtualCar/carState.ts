import { type Frame, frameOf } from '@/core/channel';
import { copiedEcu, ecuAtKeyOn, type EcuState } from '@/core/ecu';
import type { EcuProgram } from '@/core/program';
import { copiedPlant, plantAtRest, type PlantState, type Surroundings } from '../plant';
import type { Car, SensorFaults } from '../car';
import { copiedSampling, samplingAtRest, type SamplingState, type Teeth } from '../harness';
import { type Controls, controlsAtRest } from './controls';
import { clockAtRest, copiedClock, type ToothClock } from './toothClock';

/** All of a car at one moment: plain data that can be copied, cloned to another thread, stored and taken up again. */
export interface CarState {
  steps: number;
  plant: PlantState;
  ecu: EcuState;
  controls: Controls;
  surroundings: Surroundings;
  power: PowerState;
  /** The edges that come next from crank and cam. */
  clock: ToothClock;
  /** How the engine computer’s place of the crank was off at the last firing; null while it has none. */
  timing: Timing | null;
  /** What sensors and pins remember, and what is wrong at them. */
  sampling: SamplingState;
  sensorFaults: SensorFaults;
  primed: boolean;
  /** What was pulsed last at a standing engine, and when, s; null for nothing. */
  clicked: { readonly thing: string; readonly atS: number } | null;
  pumpOn: boolean;
  fanOn: boolean;
  idleValvePercent: number;
  /** How much of its way bypass or wastegate is held shut, %. */
  boostValvePercent: number;
  /** The coils reach the current that lights a charge. */
  coilsCharge: boolean;
  /** Share of its full opening that the pedal gives each plate. */
  plateShare: number;
  /** Opening of the idle path, all plates together, mm². */
  idleMm2: number;
  /** Of each cylinder by its number, whether the fuel of its next charge was cut. */
  fuelCut: boolean[];
  /** What the engine computer last took things for; null where nothing is known. */
  frame: (number | null)[];
  random: readonly number[];
}

/** What the engine computer takes the crank for, against where it is. */
export interface Timing {
  /** Sparks come so much earlier than they are meant, °. */
  readonly earlyDeg: number;
  /** The two turns of a cycle are taken for each other. */
  readonly reversed: boolean;
}

/** Power of the engine computer. */
export interface PowerState {
  on: boolean;
  /** Since when, s. */
  sinceS: number;
  /** How often it went out for want of voltage while the key was on. */
  resets: number;
}

/** What a car starts from. */
export interface CarSetup {
  readonly coolantC: number;
  /** Voltage of the battery at rest. */
  readonly batteryV: number;
  readonly surroundings: Surroundings;
  readonly seed: number;
  /** Time that events are counted from, s; 0 where nothing else is asked. */
  readonly eventsFromS?: number;
  /** A millisecond where nothing else is asked. */
  readonly stepS?: number;
}

/** A car that stands with its key off. */
export function carAtRest(
  program: EcuProgram,
  { engine: metal, sensorFaults }: Pick<Car, 'engine' | 'sensorFaults'>,
  teeth: Teeth,
  setup: CarSetup,
): CarState {
  return {
    steps: 0,
    plant: plantAtRest(metal, setup.surroundings, setup.coolantC, setup.batteryV),
    ecu: ecuAtKeyOn(program),
    controls: controlsAtRest(),
    surroundings: { ...setup.surroundings },
    power: { on: false, sinceS: 0, resets: 0 },
    clock: clockAtRest(teeth, setup.seed),
    timing: null,
    sampling: samplingAtRest(program.inputs.length, setup.seed),
    sensorFaults,
    primed: false,
    clicked: null,
    pumpOn: false,
    fanOn: false,
    idleValvePercent: 0,
    boostValvePercent: 0,
    coilsCharge: true,
    plateShare: 0,
    idleMm2: 0,
    fuelCut: metal.firing.map(() => false),
    frame: numbersOf(frameOf()),
    random: [],
  };
}

/** A copy that shares nothing with its original. */
export function copiedCar(state: CarState): CarState {
  return {
    ...state,
    plant: copiedPlant(state.plant),
    ecu: copiedEcu(state.ecu),
    controls: { ...state.controls },
    surroundings: { ...state.surroundings },
    power: { ...state.power },
    clock: copiedClock(state.clock),
    timing: state.timing === null ? null : { ...state.timing },
    sampling: copiedSampling(state.sampling),
    sensorFaults: { ...state.sensorFaults },
    fuelCut: [...state.fuelCut],
    frame: [...state.frame],
    random: [...state.random],
  };
}

/**
 * A car at rest brought to what another was, of which it shares nothing. Its own objects are filled: numbers of an object that
 * was copied whole are boxed at every change, and such a car runs at little more than half the speed.
 */
export function takeUp(rest: CarState, from: CarState): CarState {
  const { plant, ecu, clock, power, controls, sampling, ...others } = copiedCar(from);
  fill(rest.plant, plant);
  fill(rest.ecu, ecu);
  fill(rest.clock, clock);
  fill(rest.power, power);
  // What hands hold is given whole, and may be one thing for all cars.
  Object.assign(rest.controls, controls);
  fill(rest.sampling, sampling);
  return Object.assign(rest, others);
}

/** Every part of an object from another one’s; what is itself an object of the same parts stays, and is filled. */
function fill<T extends object>(room: T, from: T): void {
  for (const part of Object.keys(from) as (keyof T)[]) {
    const own: unknown = room[part];
    const given: unknown = from[part];
    if (isParts(own) && isParts(given) && isAlike(own, given)) fill(own, given);
    else room[part] = from[part];
  }
}

function isAlike(one: object, other: object): boolean {
  const parts = Object.keys(one);
  return parts.length === Object.keys(other).length && parts.every((part) => Object.hasOwn(other, part));
}

/** An object or a list, but nothing with numbers in a row. */
function isParts(value: unknown): value is object {
  return typeof value === 'object' && value !== null && !ArrayBuffer.isView(value);
}

/** A frame as plain data, null for what is not known; and back. */
export function numbersOf(frame: Frame): (number | null)[] {
  return Array.from(frame, (value) => (Number.isNaN(value) ? null : value));
}

export function frameFrom(numbers: readonly (number | null)[], into: Frame): void {
  into.set(numbers.map((value) => value ?? NaN));
}
