import { deadTimeCurve, type DeadTimeSurface } from '@/core/injector';
import { type SteinhartHart, thermistorFit } from '@/core/sensors';
import type { SecondInjectorSet } from '../plant';

/** A thermistor as it really is, by points of temperature and resistance. */
export function thermistor(
  ...points: readonly (readonly [temperatureC: number, ohm: number])[]
): SteinhartHart {
  return thermistorFit(points.map(([temperatureC, ohm]) => ({ temperatureC, ohm }))).curve;
}

/** Dead time as the injectors really have it, ms by volt: 7 % less and more at a fifth less and more pressure. */
export function trueDeadTime(
  pressureKpa: number,
  points: readonly (readonly [volts: number, ms: number])[],
): DeadTimeSurface {
  const at = (factor: number) => deadTimeCurve(points.map(([volts, ms]) => ({ volts, ms: ms * factor })));
  return {
    pressuresKpa: Float64Array.of(pressureKpa * 0.8, pressureKpa, pressureKpa * 1.2),
    curves: [at(0.93), at(1), at(1.07)],
  };
}

/** What is made at its first use and kept: fitting a law to dead times takes milliseconds, and they never change. */
export function onceMade<Part>(make: () => Part): () => Part {
  let made: Part | null = null;
  return () => (made ??= make());
}

/** A second injector set as it really is: its flow and its dead times against the sheet’s. */
export function asBuilt(
  { ratedFlowGPerS, ratedPressureKpa, deadTime }: SecondInjectorSet,
  factor: { readonly flow: number; readonly deadTime: number },
): SecondInjectorSet {
  return {
    ratedFlowGPerS: ratedFlowGPerS * factor.flow,
    ratedPressureKpa,
    deadTime: { ...deadTime, values: deadTime.values.map((ms) => ms * factor.deadTime) },
  };
}
