import { deadTimeAt } from '@/core/injector';
import type { EcuProgram } from '@/core/program';
import type { Car } from '../car';

/** One thing that is true of a car, beside what the calibration has for it. */
export interface TrueValue {
  readonly label: string;
  readonly typed: number | string | null;
  readonly is: number | string;
  readonly unit: string;
  readonly decimals: number;
}

/** Voltage that dead times are compared at, V. */
const COMPARED_V = 13.5;

/** What is true of a car. Nobody is shown this before it was driven. */
export function truthOf(program: EcuProgram, car: Car): TrueValue[] {
  const { engine, wheel, wheelSensors } = car;
  const { injector, trigger } = program;
  const deadTime = (of: Parameters<typeof deadTimeAt>[0]) =>
    deadTimeAt(of, COMPARED_V, injector.railGaugeKpa);
  const number = (
    label: string,
    typed: number | null,
    is: number,
    unit: string,
    decimals: number,
  ): TrueValue => ({
    label,
    typed,
    is,
    unit,
    decimals,
  });
  const spread = (shares: readonly number[]) => 100 * (Math.max(...shares) - Math.min(...shares));
  return [
    number('Displacement of a cylinder', program.cylinderVolumeCm3, engine.cylinderVolumeCm3, 'cm³', 1),
    number('Flow of an injector as rated', injector.ratedFlowGPerS, engine.injector.ratedFlowGPerS, 'g/s', 3),
    number(
      `Dead time at ${COMPARED_V} V`,
      deadTime(injector.deadTime),
      deadTime(engine.injector.deadTime),
      'ms',
      3,
    ),
    { label: 'Regulator', typed: injector.regulator, is: engine.injector.regulator, unit: '', decimals: 0 },
    number('Fuel pressure at the rail', injector.railGaugeKpa, engine.injector.railGaugeKpa, 'kPa', 0),
    number('Cylinders differ in fuel by', null, spread(engine.fuelShare), '%', 1),
    number('Cylinders differ in air by', null, spread(engine.airShare), '%', 1),
    ...(wheel === null
      ? []
      : [
          number('Tooth places', trigger?.teeth ?? null, wheel.teeth, '', 0),
          number('First tooth to TDC', trigger?.tdcOffsetDeg ?? null, wheel.tdcOffsetDeg, '°', 1),
        ]),
    number('Delay of the crank sensor', null, wheelSensors.crank.delayUs, 'µs', 0),
  ];
}
