import { AT, type Frame, read } from '@/core/channel';
import type { Car } from '../car';
import { type PlantState, railGaugeKpa, type Surroundings } from '../plant';
import type { Timing } from '../virtualCar';

/** What an instrument is held to. */
export interface Measured {
  readonly car: Car;
  readonly plant: Readonly<PlantState>;
  readonly surroundings: Surroundings;
  readonly frame: Frame;
  readonly timing: Timing | null;
  readonly handVacuumKpa: number | null;
  readonly holdRpm: number | null;
}

/** Something that a builder holds in the hand at the car. */
export interface InstrumentInfo {
  readonly label: string;
  readonly unit: string;
  /** It reads the truth within this, either way. */
  readonly error: number;
  /** Its least step, and how long it takes to come to what it reads, s. */
  readonly step: number;
  readonly lagS: number;
  /** It reads nothing below 0. */
  readonly fromZero?: boolean;
  /** What each of its readings is of, where it has several. */
  readonly each?: 'cylinder' | 'throttle';
  /** One instrument that is held to each in turn: off by the same everywhere. */
  readonly inTurn?: true;
  /** What there is to be read; NaN where there is nothing. */
  readonly truth: (at: Measured) => readonly number[];
}

const KG_PER_H_EACH_G_PER_S = 3.6;

/** Every instrument. */
export const INSTRUMENTS = {
  thermometer: {
    label: 'Thermometer in the air',
    unit: '°C',
    error: 0.5,
    step: 0.1,
    lagS: 2,
    truth: ({ surroundings }) => [surroundings.airC],
  },
  barometer: {
    label: 'Barometer',
    unit: 'kPa',
    error: 0.3,
    step: 0.1,
    lagS: 1,
    truth: ({ surroundings }) => [surroundings.barometricKpa],
  },
  fuelGauge: {
    label: 'Fuel pressure gauge, over the air outside',
    unit: 'kPa',
    error: 1.5,
    step: 0.5,
    lagS: 0.3,
    truth: ({ car, plant, surroundings }) => [railGaugeKpa(car.engine, plant, surroundings)],
  },
  handPump: {
    label: 'Gauge of the hand vacuum pump, under the air outside',
    unit: 'kPa',
    error: 1,
    step: 0.5,
    lagS: 0.2,
    truth: ({ handVacuumKpa }) => [handVacuumKpa ?? NaN],
  },
  vessels: {
    label: 'Measuring vessels under the injectors',
    unit: 'cm³',
    error: 0.4,
    step: 0.1,
    lagS: 0,
    fromZero: true,
    each: 'cylinder',
    truth: ({ car, plant }) =>
      Array.from(plant.rig.caughtMg, (mg) => mg / (1000 * car.engine.fuel.densityGPerCm3)),
  },
  returnCan: {
    label: 'Can under the return hose',
    unit: 'cm³',
    error: 5,
    step: 5,
    lagS: 0,
    fromZero: true,
    truth: ({ car, plant }) => [plant.rig.returnedMg / (1000 * car.engine.fuel.densityGPerCm3)],
  },
  strobe: {
    label: 'Strobe light, before top dead centre',
    unit: '°',
    error: 0.25,
    step: 0.1,
    lagS: 0.3,
    truth: ({ frame, timing }) => [timing === null ? NaN : read(frame, AT.sparkAdvance) + timing.earlyDeg],
  },
  balanceMeter: {
    label: 'Balance meter, air into each throttle',
    unit: 'kg/h',
    error: 0.15,
    step: 0.05,
    lagS: 0.5,
    each: 'throttle',
    inTurn: true,
    truth: ({ plant }) => Array.from(plant.plateFlowGPerS, (gPerS) => KG_PER_H_EACH_G_PER_S * gPerS),
  },
  dynamometer: {
    label: 'Torque on the brake dynamometer',
    unit: 'N·m',
    error: 1,
    step: 0.5,
    lagS: 0.5,
    truth: ({ plant, holdRpm }) => [holdRpm === null ? NaN : plant.loadNm],
  },
} as const satisfies Record<string, InstrumentInfo>;

export type InstrumentId = keyof typeof INSTRUMENTS;

export const INSTRUMENT_IDS = Object.keys(INSTRUMENTS) as readonly InstrumentId[];
