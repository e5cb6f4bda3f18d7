import { airFlowGPerS, airMassMg, chargeHeating, chargeTemperatureC, fuelMassMg } from '../air';
import { AT, type Frame, PHASE, read } from '../channel';
import { injectedForFilm } from '../control';
import { type AppliedCorrection, correctedValue } from '../correction';
import { cycleTimeMs } from '../engine';
import {
  deadTimeAt,
  deadTimeMs,
  dutyPercent,
  flowAtPressureGPerS,
  injectorFlowGPerS,
  LEAST_ACROSS_KPA,
  pressureAcrossKpa,
  shortPulseAddMs,
  stagedFuel,
} from '../injector';
import type { EcuProgram, InjectorProgram } from '../program';
import { decisionsAt, type EcuDecisions } from './decisions';
import { LAMBDA_LIMITS } from './limits';
import {
  type Filling,
  fillingAt,
  impliedVePercent,
  loadThrottlePercent,
  meteredAirMg,
  targetLoad,
} from './load';
import { sparkAt, type SparkParts, sparkRoom } from './sparkAt';
import { startFactors } from './startFactors';
import { blendedAt, curveOr } from './tables';
import { fuelInTank } from './tank';

/** Every number on the way from sensors to injector opening, for one cylinder's cycle. */
export interface Fuel {
  /** Efficiency, at {@link densityKpa}; with a meter or a plain pulse, the one that the air implies. */
  readonly vePercent: number;
  /** Pressure that efficiency refers to, kPa. */
  readonly densityKpa: number;
  /** Throttle with what idle air adds to it, %. */
  readonly loadThrottlePercent: number;
  /** First estimate of the engine's air flow, with the charge still at intake temperature, g/s. */
  readonly flowEstimateGPerS: number;
  readonly heating: number;
  readonly chargeC: number;
  readonly airMg: number;
  /** Of the fuel in the tank. */
  readonly stoichiometricRatio: number;
  /** From the map, before corrections. */
  readonly lambdaMapped: number;
  /** After corrections, within {@link LAMBDA_LIMITS}. */
  readonly lambdaTarget: number;
  /** Net pulse from its map, ms a cycle; null but for plain pulse width. */
  readonly pulseMs: number | null;
  /** Fuel for the air at the target, before start-up factors, mg. While cranking: the stoichiometric mass. */
  readonly baseFuelMg: number;
  /** From the map, before the taper. */
  readonly crankingMapped: number;
  /** Share left by the taper, 0…1.5. */
  readonly crankingTaper: number;
  readonly crankingMultiple: number;
  readonly afterStartInitial: number;
  readonly afterStartDecayS: number;
  readonly afterStart: number;
  readonly warmUp: number;
  /** Factor of acceleration enrichment. */
  readonly acceleration: number;
  /** Fuel after the built-in factors, before the builder’s corrections and trims, mg. */
  readonly enrichedMg: number;
  /** Factor of gear, cylinder, knock, what was learned and the lambda loop’s trim. */
  readonly trim: number;
  /** Fuel that is to arrive in the cylinder, mg. */
  readonly wantedMg: number;
  /** What the film on the wall adds to that, or takes, %; 0 in balance. */
  readonly filmAddsPercent: number;
  /** Fuel is cut on overrun. */
  readonly cut: boolean;
  readonly corrections: readonly AppliedCorrection[];
  readonly fuelMg: number;
  /** Rail pressure the flow is computed from, as typed or as measured, kPa gauge. */
  readonly railGaugeKpa: number;
  /** {@link LEAST_ACROSS_KPA} at the least. */
  readonly acrossKpa: number;
  readonly flowGPerS: number;
  /** Fuel of the first injector set, mg; all of it with one set. */
  readonly firstMg: number;
  /** Net time of one injection; with two a cycle each gives half the fuel. */
  readonly netMs: number;
  readonly shortPulseMs: number;
  readonly deadMs: number;
  /** One opening. */
  readonly openingMs: number;
  /** Net time and opening of the second set, once a cycle; 0 while it is shut or there is none. */
  readonly secondNetMs: number;
  readonly secondOpeningMs: number;
  /** Flow of one injector of the second set; 0 while it is shut or there is none. */
  readonly secondFlowGPerS: number;
  readonly secondDutyPercent: number;
  readonly cycleMs: number;
  readonly dutyPercent: number;
}

/** The same with the spark. */
export interface Injection extends Fuel {
  readonly spark: SparkParts;
  readonly sparkDeg: number;
}

/**
 * Injector opening and spark advance at a moment. While cranking the target is the stoichiometric mass times the cranking
 * multiple; running, the lambda target with warm-up, after-start and acceleration. The order: target, corrections of the
 * target, fuel for the air, start-up factors, acceleration, corrections of fuel, gear and cylinder trim, the loop’s trim, overrun cut. This
 * is the one implementation; Workings explains its numbers and the virtual ECU injects them.
 */
export function injectionAt(
  program: EcuProgram,
  frame: Frame,
  decisions: EcuDecisions = decisionsAt(program, frame),
): Injection {
  const fuel = fuelAt(program, frame, decisions, fuelRoom());
  const corrections = [...fuel.corrections];
  const load = targetLoad(program, frame, fuel.loadThrottlePercent);
  const spark = sparkAt(program, frame, load, decisions, corrections, sparkRoom());
  return { ...fuel, corrections, spark, sparkDeg: spark.sparkDeg };
}

/** Room for the way from sensors to an opening: an engine computer computes it hundreds of times a second. */
export function fuelRoom(): FuelRoom {
  return {
    vePercent: 0,
    densityKpa: 0,
    loadThrottlePercent: 0,
    flowEstimateGPerS: 0,
    heating: 0,
    chargeC: 0,
    airMg: 0,
    stoichiometricRatio: 0,
    lambdaMapped: 0,
    lambdaTarget: 0,
    pulseMs: null,
    baseFuelMg: 0,
    crankingMapped: 0,
    crankingTaper: 0,
    crankingMultiple: 0,
    afterStartInitial: 0,
    afterStartDecayS: 0,
    afterStart: 0,
    warmUp: 0,
    acceleration: 0,
    enrichedMg: 0,
    trim: 0,
    wantedMg: 0,
    filmAddsPercent: 0,
    cut: false,
    corrections: NO_CORRECTIONS,
    fuelMg: 0,
    railGaugeKpa: 0,
    acrossKpa: 0,
    flowGPerS: 0,
    firstMg: 0,
    netMs: 0,
    shortPulseMs: 0,
    deadMs: 0,
    openingMs: 0,
    secondNetMs: 0,
    secondOpeningMs: 0,
    secondFlowGPerS: 0,
    secondDutyPercent: 0,
    cycleMs: 0,
    dutyPercent: 0,
  };
}

/** The loop’s trim of a cylinder: that of the sensors that see it; with no loop what the frame says. */
function loopTrimOf({ closedLoop }: EcuProgram, frame: Frame, cylinder: number): number {
  const group = closedLoop === null ? 0 : (closedLoop.groupOf[cylinder - 1] ?? 0);
  if (group < 0) return 1;
  return read(frame, closedLoop !== null && closedLoop.shown[0] !== group ? AT.lambdaTrimTwo : AT.lambdaTrim);
}

/** Where there are none; nothing is ever put in. */
const NO_CORRECTIONS: AppliedCorrection[] = [];

/** {@link Fuel} while it is written. */
export type FuelRoom = { -readonly [Part in keyof Fuel]: Fuel[Part] };

/** Injector opening at a moment, written into a room of the caller’s; as {@link injectionAt}, without the spark. */
export function fuelAt(program: EcuProgram, frame: Frame, decisions: EcuDecisions, out: FuelRoom): Fuel {
  const { injector, load: loadProgram } = program;
  const cranking = read(frame, AT.phase) !== PHASE.running;
  const speedRpm = read(frame, AT.speed);
  const manifoldKpa = read(frame, AT.manifoldPressure);
  const airC = read(frame, AT.air);
  const batteryV = read(frame, AT.battery);
  const ethanolPercent = read(frame, AT.ethanol);
  const cylinder = read(frame, AT.cylinder);
  const applied: AppliedCorrection[] = program.corrections.length === 0 ? NO_CORRECTIONS : [];
  const tank = fuelInTank(program, ethanolPercent);

  const loadThrottle = loadThrottlePercent(program, frame);
  const load = targetLoad(program, frame, loadThrottle);
  fillingAt(program, frame, loadThrottle, decisions.film, out);
  const { densityKpa, vePercent: filledPercent } = out;
  const coldAirMg = airMassMg(filledPercent, densityKpa, program.cylinderVolumeCm3, airC);
  const metered = loadProgram.strategy === 'airMass';
  const flowEstimateGPerS = metered
    ? read(frame, AT.airFlow)
    : airFlowGPerS(coldAirMg, program.cylinders, speedRpm);
  const heating = chargeHeating(flowEstimateGPerS / loadProgram.fullAirFlowGPerS);
  const chargeC = chargeTemperatureC(airC, read(frame, AT.coolant), heating);

  const richer = 1 + read(frame, AT.protectionRicher) / 100;
  const lambdaMapped = cranking ? 1 : blendedAt(program, loadProgram.target, speedRpm, load, ethanolPercent);
  const lambdaTarget = cranking
    ? 1
    : held(
        (triedTarget(decisions) ??
          corrected(program, frame, 'target', lambdaMapped, decisions.active, applied)) / richer,
        LAMBDA_LIMITS,
      );

  const railGaugeKpa = railOf(program, frame);
  const acrossKpa = Math.max(
    LEAST_ACROSS_KPA,
    pressureAcrossKpa(injector.regulator, railGaugeKpa, program.barometricKpa, manifoldKpa),
  );
  const densityRoot = Math.sqrt(tank.densityShare);
  const flowGPerS = injectorFlowGPerS(injector, acrossKpa) * densityRoot;
  const pulseMs =
    loadProgram.strategy === 'pulseWidth'
      ? blendedAt(program, 'pulse', speedRpm, manifoldKpa, ethanolPercent)
      : null;
  const airMg = airOf(
    program,
    frame,
    out,
    chargeC,
    pulseMs,
    flowGPerS,
    lambdaMapped,
    tank.stoichiometricRatio,
  );
  const baseFuelMg =
    pulseMs === null
      ? fuelMassMg(airMg, lambdaTarget, tank.stoichiometricRatio)
      : pulseMs * flowGPerS * richer;
  const vePercent =
    metered || pulseMs !== null
      ? impliedVePercent(airMg, densityKpa, program.cylinderVolumeCm3, chargeC)
      : filledPercent;

  startFactors(program, frame, out);
  const enrichedMg = baseFuelMg * out.crankingMultiple * out.afterStart * out.warmUp * out.acceleration;
  const trim =
    (1 + curveOr(program.tables.fuelGear, read(frame, AT.gear), 0) / 100) *
    (Number.isNaN(cylinder) ? 1 : 1 + curveOr(program.tables.fuelCylinder, cylinder, 0) / 100) *
    (1 + read(frame, AT.knockFuel) / 100) *
    read(frame, AT.learnedTrim) *
    loopTrimOf(program, frame, cylinder) *
    (decisions.tried?.fuelShare ?? 1);
  const wantedMg =
    Math.max(0, corrected(program, frame, 'fuel', enrichedMg, decisions.active, applied)) * trim;

  const deadMs = deadTimeAt(injector.deadTime, batteryV, acrossKpa);
  const cycleMs = cycleTimeMs(speedRpm);
  const { squirts } = injector;
  const most = Math.max(wantedMg, (cycleMs - squirts * deadMs) * flowGPerS);
  const filmedMg =
    decisions.film === null ? wantedMg : Math.min(most, injectedForFilm(decisions.film, wantedMg));
  const fuelMg = decisions.cut ? 0 : filmedMg;

  const first: FirstSet = { flowGPerS, deadMs, cycleMs };
  const second = secondSet(program, first, fuelMg, acrossKpa, densityRoot, batteryV);
  const firstMg = fuelMg - second.fuelMg;
  const { netMs, shortPulseMs, openingMs } = oneOpening(injector, firstMg, first);
  out.vePercent = vePercent;
  out.loadThrottlePercent = loadThrottle;
  out.flowEstimateGPerS = flowEstimateGPerS;
  out.heating = heating;
  out.chargeC = chargeC;
  out.airMg = airMg;
  out.stoichiometricRatio = tank.stoichiometricRatio;
  out.lambdaMapped = lambdaMapped;
  out.lambdaTarget = lambdaTarget;
  out.pulseMs = pulseMs;
  out.baseFuelMg = baseFuelMg;
  out.enrichedMg = enrichedMg;
  out.trim = trim;
  out.wantedMg = wantedMg;
  out.filmAddsPercent = wantedMg > 0 ? 100 * (filmedMg / wantedMg - 1) : 0;
  out.cut = decisions.cut;
  out.corrections = applied;
  out.fuelMg = fuelMg;
  out.railGaugeKpa = railGaugeKpa;
  out.acrossKpa = acrossKpa;
  out.flowGPerS = flowGPerS;
  out.firstMg = firstMg;
  out.netMs = netMs;
  out.shortPulseMs = shortPulseMs;
  out.deadMs = deadMs;
  out.openingMs = openingMs;
  out.secondNetMs = second.netMs;
  out.secondOpeningMs = second.openingMs;
  out.secondFlowGPerS = second.flowGPerS;
  out.secondDutyPercent = dutyPercent(second.openingMs, cycleMs);
  out.cycleMs = cycleMs;
  out.dutyPercent = dutyPercent(injector.squirts * openingMs, cycleMs);
  return out;
}

/** Rail pressure, kPa gauge: what the sensor reads where it is measured and does, else what was typed. */
export function railOf({ injector }: EcuProgram, frame: Frame): number {
  const measured = read(frame, AT.fuelPressure);
  return injector.regulator === 'measured' && !Number.isNaN(measured) ? measured : injector.railGaugeKpa;
}

function triedTarget({ tried }: EcuDecisions): number | null {
  return tried === null || Number.isNaN(tried.lambda) ? null : tried.lambda;
}

function held(value: number, { min, max }: { readonly min: number; readonly max: number }): number {
  return Math.min(max, Math.max(min, value));
}

/** A value after the builder's own corrections of it; nothing is made where there are none. */
function corrected(
  program: EcuProgram,
  frame: Frame,
  on: 'target' | 'fuel',
  value: number,
  active: readonly boolean[],
  applied: AppliedCorrection[],
): number {
  if (program.corrections.length === 0) return value;
  return correctedValue(program.corrections, on, value, frame, active, applied);
}

/** Air of the cylinder, mg: by the gas law, by the meter, or what a plain pulse stands for at its target. */
function airOf(
  program: EcuProgram,
  frame: Frame,
  { vePercent, densityKpa }: Filling,
  chargeC: number,
  pulseMs: number | null,
  flowGPerS: number,
  lambda: number,
  ratio: number,
): number {
  if (pulseMs !== null) return pulseMs * flowGPerS * lambda * ratio;
  if (program.load.strategy === 'airMass') {
    return meteredAirMg(read(frame, AT.airFlow), read(frame, AT.speed), program.cylinders);
  }
  return airMassMg(vePercent, densityKpa, program.cylinderVolumeCm3, chargeC);
}

/** The first set at a moment. */
interface FirstSet {
  readonly flowGPerS: number;
  readonly deadMs: number;
  readonly cycleMs: number;
}

/** One opening of the first set for its fuel of a cycle. */
function oneOpening(injector: InjectorProgram, cycleMg: number, { flowGPerS, deadMs }: FirstSet) {
  const netMs = cycleMg === 0 ? 0 : cycleMg / injector.squirts / flowGPerS;
  const shortPulseMs = netMs === 0 ? 0 : shortPulseAddMs(injector.shortPulse, netMs);
  return { netMs, shortPulseMs, openingMs: netMs === 0 ? 0 : Math.max(0, netMs + shortPulseMs + deadMs) };
}

/** The second set's fuel and opening, once a cycle. Duty of the first set alone is only asked for when the plan goes by it. */
function secondSet(
  { second, load, injector }: EcuProgram,
  first: FirstSet,
  fuelMg: number,
  acrossKpa: number,
  densityRoot: number,
  batteryV: number,
): typeof SHUT {
  if (second === null || fuelMg === 0) return SHUT;
  const flowGPerS =
    flowAtPressureGPerS(second.ratedFlowGPerS, second.ratedPressureKpa, acrossKpa) * densityRoot;
  const by =
    second.plan.by === 'duty'
      ? dutyPercent(injector.squirts * oneOpening(injector, fuelMg, first).openingMs, first.cycleMs)
      : (100 * fuelMg) / load.fullFuelMg;
  const { secondMg } = stagedFuel(second.plan, fuelMg, by, flowGPerS);
  if (secondMg === 0) return SHUT;
  const netMs = secondMg / flowGPerS;
  return { fuelMg: secondMg, netMs, openingMs: netMs + deadTimeMs(second.deadTime, batteryV), flowGPerS };
}

const SHUT = { fuelMg: 0, netMs: 0, openingMs: 0, flowGPerS: 0 };
