import type { Calibration } from '@/core/calibration';
import type { EcuProgram } from '@/core/program';
import type { Car } from '@/standin/car';
import { carOf } from '@/standin/carOfDocument';
import type { Metal, Surroundings } from '@/standin/plant';
import { type CarSetup, VirtualCar } from '@/standin/virtualCar';
import { demo, programOf } from './ventisca';

/** A car that also says what it was made of. */
export type BuiltVirtualCar = VirtualCar & { readonly built: Car; readonly place: Surroundings };

/** What hangs on the pins of some functions; null for nothing. */
export type Rewiring = Readonly<Record<string, string | null>>;

/** A car with what hangs on some pins changed. */
export function rewiredCar(program: EcuProgram, car: Car, change: Rewiring): Car {
  const loom = { ...car.loom };
  for (const [functionId, thing] of Object.entries(change)) {
    const pin = program.pins[functionId];
    if (pin === undefined) throw new TypeError(`${functionId} is not wired`);
    if (thing === null) delete loom[pin];
    else loom[pin] = thing;
  }
  return { ...car, loom };
}

/** A demo’s car with its engine changed, as a test needs it. */
export function virtualCar(
  document: Calibration = demo(),
  setup: Partial<CarSetup> = {},
  change: (metal: Metal) => Metal = (metal) => metal,
  part: Partial<Car> = {},
): BuiltVirtualCar {
  const program = programOf(document);
  const car = carOf(document, program);
  const built = { ...car, ...part, engine: change(car.engine) };
  const place = { barometricKpa: car.barometricKpa, airC: 10 };
  const made = new VirtualCar(program, built, {
    coolantC: 80,
    batteryV: 12.6,
    surroundings: place,
    seed: 1,
    ...setup,
  });
  return Object.assign(made, { built, place });
}
