import {
  baseValue,
  coilFunction,
  coilsOf,
  dwellLawOf,
  firingOf,
  injectionChoice,
  injectorFunction,
  valvesOf,
  wheelOf,
  type Calibration,
  type DwellLaw,
} from '@/core/calibration';
import { chargeCurrentA } from '@/core/coil';
import { CYCLE_DEG, firingIntervals } from '@/core/engine';
import { injectorPairs, overlapLossPercent, sprayAtValve, squirtsPerCycle } from '@/core/injector';
import type { ValveEvents } from '@/core/cams';
import type { Car } from '../car';
import type { IdleDevice } from '../engine';
import { FuelPump } from './fuelPump';
import { SensorInputs } from './sensing';
import { syncOf, type Sync } from './sync';
import { wiringOf, type Wiring } from './wiring';

/** Share of the current a coil needs below which its spark does not light the charge. */
const WEAK_SPARK_SHARE = 0.55;

/** Part of what meets both valves open that really leaves unburned. */
const BLOWN_SHARE = 0.5;

/** The engine computer with its calibration, wired into a car: everything between sensors, maps and drivers. */
export class EcuHardware {
  /** Cylinders in the order they fire. */
  readonly order: readonly number[];
  /** Turns of the crank before each of them fires. */
  private readonly intervalTurns: readonly number[];
  private readonly spray: {
    readonly endDeg: number;
    readonly valves: ValveEvents;
    readonly squirts: number;
  } | null;
  private readonly dwell: DwellLaw | null;
  readonly sync: Sync;
  readonly sensors: SensorInputs;
  readonly pump: FuelPump;
  /** What lets air past the closed throttle. */
  readonly idle: IdleDevice;
  private readonly dead: { readonly fuel: ReadonlySet<number>; readonly spark: ReadonlySet<number> };

  constructor(
    private readonly document: Calibration,
    private readonly car: Car,
    cylinders: number,
  ) {
    const wiring = wiringOf(document, car);
    this.order =
      firingOf(document)?.map(({ cylinder }) => cylinder) ??
      Array.from({ length: cylinders }, (_, i) => i + 1);
    const events = firingOf(document);
    this.intervalTurns =
      events === null
        ? this.order.map(() => 2 / cylinders)
        : firingIntervals(events).map((interval) => interval / 360);
    this.spray = sprayOf(document);
    this.dwell = dwellLawOf(document);
    const needsPhase =
      injectionChoice(document)?.mode === 'sequential' || document.coils.mode?.value === 'individual';
    this.sync = syncOf({
      described: wheelOf(document),
      real: car.wheel,
      crankConnected: isItself(wiring, 'crank'),
      camConnected: isItself(wiring, 'cam'),
      needsPhase,
    });
    this.sensors = new SensorInputs(document, car, wiring);
    this.pump = new FuelPump(document, wiring);
    this.idle = {
      kind: document.idle.air?.value ?? 'thermostatic',
      valveGPerS: car.idleValveGPerS ?? 0,
    };
    this.dead = {
      fuel: withoutFuel(document, wiring, this.order),
      spark: withoutSpark(document, wiring, this.order),
    };
  }

  /** Turns of the crank from the firing before to that of the cylinder at this place in the order. */
  turnsBefore(index: number): number {
    return this.intervalTurns[index % this.intervalTurns.length] as number;
  }

  /** Share of an injection that meets both valves open and is blown through. */
  lostShare(speedRpm: number, flowingMs: number): number {
    const { spray } = this;
    if (spray === null || flowingMs <= 0) return 0;
    const ends = Array.from(
      { length: spray.squirts },
      (_, i) => spray.endDeg + (i * CYCLE_DEG) / spray.squirts,
    );
    const losses = ends.map((end) =>
      overlapLossPercent(sprayAtValve(end % CYCLE_DEG, speedRpm, flowingMs), spray.valves),
    );
    return (BLOWN_SHARE * losses.reduce((sum, loss) => sum + loss, 0)) / losses.length / 100;
  }

  /** Whether the injector of this cylinder hangs on the pin that is opened for it. */
  hasFuel(cylinder: number): boolean {
    return !this.dead.fuel.has(cylinder);
  }

  /** Whether this cylinder gets a spark that lights, at this voltage and speed. */
  hasSpark(cylinder: number, batteryV: number, speedRpm: number): boolean {
    if (this.dead.spark.has(cylinder)) return false;
    if (this.sync.found && this.sync.reversed && this.document.coils.mode?.value === 'individual')
      return false;
    const { coil } = this.car;
    const dwellMs = this.dwell?.(batteryV, speedRpm) ?? null;
    if (coil === null || dwellMs === null) return true;
    return chargeCurrentA(coil.primary, batteryV, dwellMs) >= WEAK_SPARK_SHARE * coil.wantedA;
  }

  /** Cylinders that get no fuel, and those that get no spark in time, by wiring. */
  get deadCylinders(): { readonly fuel: readonly number[]; readonly spark: readonly number[] } {
    return { fuel: [...this.dead.fuel], spark: [...this.dead.spark] };
  }

  /** True when the coils do not reach the current they need at this voltage. */
  isSparkWeakAt(batteryV: number, speedRpm: number): boolean {
    const alive = this.order.find((cylinder) => !this.dead.spark.has(cylinder));
    return alive !== undefined && !this.hasSpark(alive, batteryV, speedRpm);
  }
}

/** Where injections end, with the valves; null while cams or angle are not described. */
function sprayOf(document: Calibration) {
  const endDeg = baseValue(document, 'injection.endOfInjection');
  const valves = valvesOf(document);
  const choice = injectionChoice(document);
  if (endDeg === null || valves === null || choice === null) return null;
  return { endDeg, valves, squirts: squirtsPerCycle(choice.mode) };
}

function isItself(wiring: Wiring, functionId: string): boolean {
  const thing = wiring.thingAt(functionId);
  return thing === undefined || thing === functionId;
}

function withoutFuel(document: Calibration, wiring: Wiring, order: readonly number[]): Set<number> {
  const events = firingOf(document);
  const pairs =
    injectionChoice(document)?.wiring === 'pairs' && events !== null ? injectorPairs(events) : null;
  const groups = pairs ?? order.map((cylinder) => [cylinder]);
  return new Set(
    groups.flatMap((group) => {
      const thing = wiring.thingAt(injectorFunction(group));
      // Injectors changed for each other still spray, at another time of the cycle.
      return thing === undefined || (thing?.startsWith(injectorFunction([])) ?? false) ? [] : group;
    }),
  );
}

function withoutSpark(document: Calibration, wiring: Wiring, order: readonly number[]): Set<number> {
  const groups = coilsOf(document)?.groups ?? order.map((cylinder) => [cylinder]);
  return new Set(groups.flatMap((group) => (isItself(wiring, coilFunction(group)) ? [] : group)));
}
