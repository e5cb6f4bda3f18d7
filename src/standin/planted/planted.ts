import { curveThrough } from '@/core/numeric';
import type { TriggerWheel } from '@/core/trigger';
import type { Car, WheelSensor } from '../car';
import type { Metal } from '../plant';

/** An error as it is planted: which, how large, and where, if not as usual. */
export interface Planted {
  readonly id: PlantedId;
  /** In the unit of its entry. */
  readonly size?: number;
  /** For errors of one cylinder. */
  readonly cylinder?: number;
}

/** A kind of error that a car can have. */
interface PlantedInfo {
  readonly label: string;
  readonly unit: string;
  /** Its usual size. */
  readonly size: number;
  readonly plant: (car: Car, size: number, cylinder: number) => Car;
}

/** Where a bump of the filling is, and how wide: rev/min and share of the pressure outside. */
const BUMP = { rpm: 3400, wideRpm: 900, share: 0.75, wideShare: 0.3 } as const;
/** Change of the throttle sensor’s closed end against the open one. */
const OPEN_END_SHARE = -0.6;

/** Every error that can be planted. */
export const PLANTED = {
  injectorBlocked: {
    label: 'An injector is blocked',
    unit: '%',
    size: 40,
    plant: (car, size, cylinder) => fuelOf(car, [cylinder], 1 - size / 100),
  },
  injectorFlow: {
    label: 'Injectors of another flow',
    unit: '%',
    size: -12,
    plant: (car, size) =>
      withMetal(car, ({ injector }) => ({
        injector: { ...injector, ratedFlowGPerS: injector.ratedFlowGPerS * (1 + size / 100) },
      })),
  },
  deadTime: {
    label: 'Dead time is another',
    unit: 'ms',
    size: 0.2,
    plant: (car, size) =>
      withMetal(car, ({ injector }) => ({
        injector: {
          ...injector,
          deadTime: {
            ...injector.deadTime,
            curves: injector.deadTime.curves.map((curve) => ({
              ...curve,
              values: curve.values.map((ms) => Math.max(0.05, ms + size)),
            })),
          },
        },
      })),
  },
  fixedRegulator: {
    label: 'The regulator is a fixed one',
    unit: '',
    size: 1,
    plant: (car) => withMetal(car, ({ injector }) => ({ injector: { ...injector, regulator: 'fixed' } })),
  },
  fillingBump: {
    label: 'The engine fills otherwise about one speed',
    unit: '%',
    size: 12,
    plant: (car, size) =>
      withMetal(car, ({ ve }) => ({
        ve: { ...ve, values: ve.values.map((value, i) => value * (1 + (size / 100) * bump(car, ve, i))) },
      })),
  },
  bankLean: {
    label: 'One bank is lean',
    unit: '%',
    size: 10,
    plant: (car, size) => fuelOf(car, car.engine.exhaust.banks.at(-1) ?? [], 1 - size / 100),
  },
  wheel: {
    label: 'The crank wheel has other teeth',
    unit: 'teeth',
    size: -2,
    plant: (car, size) => withWheel(car, (wheel) => ({ teeth: wheel.teeth + size })),
  },
  firingOrder: {
    label: 'Two cylinders fire in each other’s place',
    unit: '',
    size: 1,
    plant: (car, _, cylinder) => withMetal(car, (metal) => ({ firing: exchanged(metal, cylinder) })),
  },
  displacement: {
    label: 'Another displacement',
    unit: '%',
    size: 8,
    plant: (car, size) =>
      withMetal(car, (metal) => ({ cylinderVolumeCm3: metal.cylinderVolumeCm3 * (1 + size / 100) })),
  },
  tdcOffset: {
    label: 'The first tooth stands elsewhere',
    unit: '°',
    size: 6,
    plant: (car, size) => withWheel(car, (wheel) => ({ tdcOffsetDeg: wheel.tdcOffsetDeg + size })),
  },
  crankDelay: {
    label: 'The crank sensor is slow',
    unit: 'µs',
    size: 120,
    plant: (car, size) => withCrank(car, ({ delayUs }) => ({ delayUs: delayUs + size })),
  },
  crankSwapped: {
    label: 'The wires of the crank sensor are changed',
    unit: '',
    size: 1,
    plant: (car) => withCrank(car, ({ swapped }) => ({ swapped: !swapped })),
  },
  toothBroken: {
    label: 'A tooth of the crank wheel is broken off',
    unit: '',
    size: 20,
    plant: (car, size) => withCrank(car, ({ brokenTeeth }) => ({ brokenTeeth: [...brokenTeeth, size] })),
  },
  teethLost: {
    label: 'Crank teeth do not always arrive',
    unit: '‰',
    size: 0.3,
    plant: (car, size) => withCrank(car, () => ({ lostShare: size / 1000 })),
  },
  crankNoise: {
    label: 'Noise on the crank wire',
    unit: '‰',
    size: 0.3,
    plant: (car, size) => withCrank(car, () => ({ noiseShare: size / 1000 })),
  },
  wheelLoose: {
    label: 'The crank wheel is loose',
    unit: '‰',
    size: 120,
    plant: (car, size) => withCrank(car, () => ({ slipsShare: size / 1000 })),
  },
  camLost: {
    label: 'Cam pulses do not always arrive',
    unit: '%',
    size: 20,
    plant: (car, size) => ({
      ...car,
      wheelSensors: { ...car.wheelSensors, cam: { ...car.wheelSensors.cam, lostShare: size / 100 } },
    }),
  },
  throttleEnds: {
    label: 'The throttle sensor has other ends',
    unit: 'V',
    size: 0.25,
    plant: throttleEnds,
  },
  gaugePressure: {
    label: 'The manifold sensor is built against the air outside',
    unit: '',
    size: 1,
    plant: (car) => ({ ...car, sensing: { ...car.sensing, mapIsGauge: true } }),
  },
  pumpWeak: {
    label: 'The fuel pump is weak',
    unit: '%',
    size: 75,
    plant: (car, size) => withMetal(car, ({ pumpGPerS }) => ({ pumpGPerS: pumpGPerS * (1 - size / 100) })),
  },
  alternatorDead: {
    label: 'The alternator does not charge',
    unit: '',
    size: 1,
    plant: (car) => withMetal(car, () => ({ alternatorShare: 0 })),
  },
  batteryWeak: {
    label: 'The battery sags',
    unit: '×',
    size: 4,
    plant: (car, size) => withMetal(car, () => ({ batteryResistance: size })),
  },
  supplyBreaks: {
    label: 'The supply of the engine computer breaks',
    unit: 's',
    size: 7,
    plant: (car, size) => withMetal(car, () => ({ supplyBreaksEveryS: size })),
  },
  shortExhaust: {
    label: 'The exhaust ends close behind the sensor',
    unit: 'm',
    size: 0.4,
    plant: (car, size) => withMetal(car, ({ exhaust }) => ({ exhaust: { ...exhaust, pipeBehindM: size } })),
  },
  valvesLoud: {
    label: 'The valve train is loud',
    unit: '%',
    size: 80,
    plant: (car, size) => withMetal(car, () => ({ valveNoise: size / 100 })),
  },
  vacuumLeak: {
    label: 'Air leaks in behind the throttle',
    unit: 'mm²',
    size: 14,
    plant: (car, size) =>
      withMetal(car, ({ throttle }) => ({
        throttle: {
          ...throttle,
          stopMm2: throttle.stopMm2.map((mm2) => mm2 + size / throttle.stopMm2.length),
        },
      })),
  },
} as const satisfies Record<string, PlantedInfo>;

export type PlantedId = keyof typeof PLANTED;

export const PLANTED_IDS = Object.keys(PLANTED) as readonly PlantedId[];

/** A car with errors planted in it, one after the other. */
export function planted(car: Car, errors: readonly Planted[]): Car {
  return errors.reduce(
    (so, { id, size, cylinder = 1 }) => PLANTED[id].plant(so, size ?? PLANTED[id].size, cylinder),
    car,
  );
}

function withMetal(car: Car, change: (metal: Metal) => Partial<Metal>): Car {
  return { ...car, engine: { ...car.engine, ...change(car.engine) } };
}

function withWheel(car: Car, change: (wheel: TriggerWheel) => Partial<TriggerWheel>): Car {
  return car.wheel === null ? car : { ...car, wheel: { ...car.wheel, ...change(car.wheel) } };
}

function withCrank(car: Car, change: (sensor: WheelSensor) => Partial<WheelSensor>): Car {
  const { crank } = car.wheelSensors;
  return { ...car, wheelSensors: { ...car.wheelSensors, crank: { ...crank, ...change(crank) } } };
}

/** The injectors of some cylinders pass a part of what they did. */
function fuelOf(car: Car, cylinders: readonly number[], factor: number): Car {
  return withMetal(car, ({ fuelShare }) => ({
    fuelShare: fuelShare.map((share, i) => (cylinders.includes(i + 1) ? share * factor : share)),
  }));
}

/** 1 at the middle of the bump, 0 far from it. */
function bump({ barometricKpa }: Car, { x, y }: Metal['ve'], cell: number): number {
  const rpm = (x[cell % x.length] as number) - BUMP.rpm;
  const share = (y[Math.floor(cell / x.length)] as number) / barometricKpa - BUMP.share;
  return Math.exp(-((rpm / BUMP.wideRpm) ** 2) - (share / BUMP.wideShare) ** 2);
}

/** A cylinder and the one that fires after it, in each other’s place. */
function exchanged({ firing }: Metal, cylinder: number): Metal['firing'] {
  const at = firing.findIndex((event) => event.cylinder === cylinder);
  const next = (at + 1) % firing.length;
  return firing.map(({ angleDeg }, i) => ({
    angleDeg,
    cylinder: (firing[i === at ? next : i === next ? at : i] as { cylinder: number }).cylinder,
  }));
}

/** The closed end moves by the size, the open one less and the other way. */
function throttleEnds(car: Car, size: number): Car {
  if (car.throttle === null) return car;
  const { x, values } = car.throttle;
  const closed = (values[0] as number) < (values[values.length - 1] as number) ? 0 : x.length - 1;
  const ends = Array.from(x, (volts, i) => {
    const moved = volts + (i === closed ? size : OPEN_END_SHARE * size);
    return [moved, values[i] as number] as const;
  });
  return { ...car, throttle: curveThrough(ends) };
}
