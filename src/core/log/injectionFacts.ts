import {
  deadTimeAt,
  type DeadTimeSurface,
  injectorFlowGPerS,
  LEAST_ACROSS_KPA,
  netOfOpenMs,
  pressureAcrossKpa,
  type RatedFlow,
  type Regulator,
  shortPulseAddMs,
  type ShortPulseCurve,
} from '../injector';
import type { EcuProgram } from '../program';

/** What a calibration believes of its injectors and cylinders: what an opening gave, as it sees it. */
export interface InjectionFacts extends RatedFlow {
  readonly railGaugeKpa: number;
  readonly regulator: Regulator;
  readonly barometricKpa: number;
  readonly deadTime: DeadTimeSurface;
  readonly shortPulse: ShortPulseCurve;
  /** Injections of each injector in a cycle. */
  readonly squirts: number;
  readonly cylinderVolumeCm3: number;
  readonly stoichiometricRatio: number;
}

/** One opening as it was logged; NaN where something was not. */
export interface LoggedOpening {
  readonly openingMs: number;
  readonly volts: number;
  readonly manifoldKpa: number;
  /** Rail pressure as it was read, kPa gauge. */
  readonly railKpa: number;
}

/** Facts of a program; null with two injector sets, of whose openings a log has but the first. */
export function injectionFactsOf(program: EcuProgram): InjectionFacts | null {
  const { injector, second, barometricKpa, cylinderVolumeCm3 } = program;
  if (second !== null) return null;
  return {
    ratedFlowGPerS: injector.ratedFlowGPerS,
    ratedPressureKpa: injector.ratedPressureKpa,
    measuredFlow: injector.measuredFlow,
    railGaugeKpa: injector.railGaugeKpa,
    regulator: injector.regulator,
    barometricKpa,
    deadTime: injector.deadTime,
    shortPulse: injector.shortPulse,
    squirts: injector.squirts,
    cylinderVolumeCm3,
    stoichiometricRatio: program.stoichiometricRatio,
  };
}

/** Pressure across the injectors as the facts have it, kPa. */
export function acrossOf(facts: InjectionFacts, { manifoldKpa, railKpa }: LoggedOpening): number {
  const rail = facts.regulator === 'measured' && !Number.isNaN(railKpa) ? railKpa : facts.railGaugeKpa;
  return Math.max(
    LEAST_ACROSS_KPA,
    pressureAcrossKpa(facts.regulator, rail, facts.barometricKpa, manifoldKpa),
  );
}

/** How long an injector flowed, by the facts: its opening without the dead time, ms; 0 where it did not open. */
export function flowedMs(facts: InjectionFacts, opening: LoggedOpening): number {
  const deadMs = deadTimeAt(facts.deadTime, opening.volts, acrossOf(facts, opening));
  return netOfOpenMs(facts.shortPulse, opening.openingMs - deadMs);
}

/** Fuel of a cylinder in a cycle by the facts, mg. */
export function believedMg(facts: InjectionFacts, opening: LoggedOpening): number {
  return facts.squirts * flowedMs(facts, opening) * injectorFlowGPerS(facts, acrossOf(facts, opening));
}

/**
 * What the filling of one calibration must be multiplied by to mean the same under another, as a logarithm: the same opening is
 * another mass of fuel to the one than to the other, and the same filling another mass of air. Of injectors typed with 110 g/s
 * then and 100 now it is ln(100/110).
 */
export function restatedLn(then: InjectionFacts, now: InjectionFacts, opening: LoggedOpening): number {
  const air =
    (then.cylinderVolumeCm3 / now.cylinderVolumeCm3) * (now.stoichiometricRatio / then.stoichiometricRatio);
  return Math.log((believedMg(now, opening) / believedMg(then, opening)) * air);
}

/** The same of a map of pulses, to which only dead time and short pulses mean something: how long an injector flows is what it holds. */
export function restatedPulseLn(then: InjectionFacts, now: InjectionFacts, opening: LoggedOpening): number {
  return Math.log(flowedMs(now, opening) / flowedMs(then, opening));
}

/** The opening that gives so much fuel in a cycle, by the facts: for a log that does not have it, ms. */
export function openingFor(facts: InjectionFacts, mg: number, at: Omit<LoggedOpening, 'openingMs'>): number {
  const acrossKpa = acrossOf(facts, { ...at, openingMs: NaN });
  const netMs = mg / facts.squirts / injectorFlowGPerS(facts, acrossKpa);
  return netMs + shortPulseAddMs(facts.shortPulse, netMs) + deadTimeAt(facts.deadTime, at.volts, acrossKpa);
}

/** Whether two calibrations believe the same of their injectors and cylinders. */
export function sameFacts(one: InjectionFacts, other: InjectionFacts): boolean {
  return JSON.stringify(one, asText) === JSON.stringify(other, asText);
}

function asText(_key: string, value: unknown): unknown {
  return ArrayBuffer.isView(value) ? Array.from(value as Float64Array) : value;
}
