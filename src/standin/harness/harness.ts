import { chargeCurrentA, dwellMs } from '@/core/coil';
import { injectorPairs, overlapLossPercent, sprayAtValve } from '@/core/injector';
import { coilFunction, injectorFunction } from '@/core/pins';
import type { EcuProgram } from '@/core/program';
import type { InputId } from '@/core/sensors';
import { CYCLE_DEG, wrappedDeg } from '@/core/units';
import type { Car } from '../car';
import { workTargets } from '@/core/ecu';
import {
  boostValveDriven,
  idleValveDriven,
  isFed,
  outputThings,
  pumpWiring,
  type PumpWiring,
} from './outputWiring';
import { type PinSignal, signalsOf } from './signals';
import { type Teeth, teethOf } from './teeth';
import { isItself, thingAt, thingAtOrOwn } from './wiring';

/** Share of the current a coil needs below which its spark does not light the charge. */
const WEAK_SPARK_SHARE = 0.55;
/** Part of what meets both valves open that really leaves unburned. */
const BLOWN_SHARE = 0.5;

/** An engine computer with its program, wired into a car: everything between sensors, pins and drivers. */
export interface Harness {
  /** Cylinders in the order they fire. */
  readonly order: readonly number[];
  /** Of each true firing, the cylinders that the coil sparked at that place of the cycle serves. */
  readonly sparked: readonly (readonly number[])[];
  /** The edges that arrive from crank and cam. */
  readonly teeth: Teeth;
  /** The sensors of the program, in its order, and what hangs on the pin of each. */
  readonly inputs: readonly InputId[];
  readonly signals: readonly PinSignal[];
  /** Of each knock sensor, whether one hangs on the pin that is listened to. */
  readonly hearsKnock: readonly [boolean, boolean];
  readonly pump: PumpWiring;
  /** Of each output of the program, what hangs on its pin; and of everything that can be worked at a standing engine. */
  readonly outputThings: readonly (string | null)[];
  readonly workThings: readonly (string | null)[];
  /** The idle valve hangs on the pin that opens it. */
  readonly drivesIdleValve: boolean;
  /** An output drives the valve of bypass or wastegate. */
  readonly drivesBoostValve: boolean;
  /** The main relay pulls in, so that injectors and coils are fed. */
  readonly fed: boolean;
  /** Of each cylinder by its number, the one whose injector hangs on the pin that is opened for it. */
  readonly sprays: readonly number[];
  /** Cylinders whose injectors hang on each other’s pins. */
  readonly crossed: readonly number[];
  /** Cylinders that get no fuel, and those that get no spark in time, by wiring. */
  readonly dead: { readonly fuel: readonly number[]; readonly spark: readonly number[] };
}

/** A program in a car. */
export function harnessOf(program: EcuProgram, car: Car): Harness {
  const order = car.engine.firing.map(({ cylinder }) => cylinder);
  const sprays = spraysOf(program, car);
  const fed = isFed(program, car);
  return {
    order,
    sparked: sparkedOf(program, car),
    sprays,
    crossed: order.filter((cylinder) => sprays[cylinder - 1] !== cylinder),
    teeth: teethOf(program, car),
    inputs: program.inputs.map(({ id }) => id),
    signals: signalsOf(program, car),
    hearsKnock: [hears(program, car, 'knock'), hears(program, car, 'knockTwo')],
    pump: pumpWiring(program, car),
    outputThings: outputThings(program, car),
    workThings: workTargets(program).map((target) => thingAtOrOwn(program, car, target.function)),
    drivesIdleValve: idleValveDriven(program, car),
    drivesBoostValve: boostValveDriven(program, car),
    fed,
    dead: fed
      ? { fuel: withoutFuel(program, car, order), spark: withoutSpark(program, car, order) }
      : { fuel: order, spark: order },
  };
}

/** Any knock sensor hears the engine, also one that hangs on the other’s pin. */
function hears(program: EcuProgram, car: Car, id: 'knock' | 'knockTwo'): boolean {
  const thing = thingAt(program, car, id);
  return thing === 'knock' || thing === 'knockTwo';
}

/** Cylinders whose injectors hang on pins that nothing opens for them. */
function withoutFuel(program: EcuProgram, car: Car, order: readonly number[]): number[] {
  const { injection, firing } = program;
  const pairs = injection?.wiring === 'pairs' && firing !== null ? injectorPairs(firing) : null;
  const groups = pairs ?? order.map((cylinder) => [cylinder]);
  return groups.flatMap((group) => {
    const thing = thingAt(program, car, injectorFunction(group));
    // Injectors changed for each other still spray, at another time of the cycle.
    const sprays = thing === undefined || (thing?.startsWith(injectorFunction([])) ?? false);
    return sprays ? [] : group;
  });
}

/** Where the injectors of single cylinders truly spray; those in groups, and open pins, are left where they are meant. */
function spraysOf(program: EcuProgram, car: Car): number[] {
  const cylinders = Array.from({ length: car.engine.cylinders }, (_, i) => i + 1);
  return cylinders.map((cylinder) => {
    const thing = thingAt(program, car, injectorFunction([cylinder]));
    return cylinders.find((other) => injectorFunction([other]) === thing) ?? cylinder;
  });
}

/** How far a firing of the program may stand from a true one and still be the same, °. */
const SAME_FIRING_DEG = 40;

/** The engine computer sparks the coil of the cylinder that it believes to be at that place of the cycle. */
function sparkedOf({ firing, ignition }: EcuProgram, { engine }: Car): (readonly number[])[] {
  return engine.firing.map(({ angleDeg, cylinder }) => {
    if (firing === null) return [cylinder];
    const apart = (deg: number) => Math.abs(wrappedDeg(deg - angleDeg + CYCLE_DEG / 2) - CYCLE_DEG / 2);
    const served = firing.find((event) => apart(event.angleDeg) < SAME_FIRING_DEG);
    if (served === undefined) return [];
    return ignition.groups?.find((group) => group.includes(served.cylinder)) ?? [served.cylinder];
  });
}

function withoutSpark(program: EcuProgram, car: Car, order: readonly number[]): number[] {
  const groups = program.ignition.groups ?? order.map((cylinder) => [cylinder]);
  return groups.flatMap((group) => (isItself(program, car, coilFunction(group)) ? [] : group));
}

/** Share of an injection that meets both valves open and is blown through. */
export function lostShare({ injection, injector }: EcuProgram, speedRpm: number, flowingMs: number): number {
  const spray = injection?.spray ?? null;
  if (spray === null || flowingMs <= 0) return 0;
  let percent = 0;
  for (let i = 0; i < injector.squirts; i += 1) {
    const end = spray.endDeg + (i * CYCLE_DEG) / injector.squirts;
    percent += overlapLossPercent(sprayAtValve(end % CYCLE_DEG, speedRpm, flowingMs), spray.valves);
  }
  return (BLOWN_SHARE * percent) / injector.squirts / 100;
}

/** Whether the injector of a cylinder hangs on the pin that is opened for it. */
export function hasFuel({ dead }: Harness, cylinder: number): boolean {
  return !dead.fuel.includes(cylinder);
}

/** Whether the wiring lets a cylinder have its spark. */
export function hasSpark({ dead }: Harness, cylinder: number): boolean {
  return !dead.spark.includes(cylinder);
}

/** Whether the coils reach the current that lights a charge, at a voltage and speed. */
export function coilsCharge(
  { ignition: { dwell } }: EcuProgram,
  { coil }: Car,
  batteryV: number,
  speedRpm: number,
): boolean {
  const ms = dwell === null ? null : dwellMs(dwell, batteryV, speedRpm);
  if (coil === null || ms === null) return true;
  return chargeCurrentA(coil.primary, batteryV, ms) >= WEAK_SPARK_SHARE * coil.wantedA;
}

/** True when the coils do not reach the current they need at a voltage and speed. */
export function isSparkWeakAt(
  program: EcuProgram,
  car: Car,
  harness: Harness,
  batteryV: number,
  speedRpm: number,
): boolean {
  const alive = harness.order.some((cylinder) => hasSpark(harness, cylinder));
  return alive && !coilsCharge(program, car, batteryV, speedRpm);
}
