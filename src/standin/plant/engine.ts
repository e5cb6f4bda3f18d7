import { airMassMg, GAS_CONSTANT_AIR, throttleFlowGPerS } from '@/core/air';
import { frictionKpa, torqueNm } from '@/core/engine';
import { deadTimeAt, injectorFlowGPerS, netOfOpenMs, pressureAcrossKpa } from '@/core/injector';
import { lookUpMap } from '@/core/numeric';
import { CYCLE_S_AT_1_RPM, ZERO_CELSIUS_K } from '@/core/units';
import { eventOutcome, type EventOutcome, indicatedWorkJ, vapourShare } from './combustion';
import type { StandIn } from './standIn';
import type { Thermal } from './thermal';

/** Step of the simulation, s. */
export const STEP_S = 0.001;

/** The engine at one moment: plain data, stepped in place. */
export interface EngineState {
  timeS: number;
  speedRpm: number;
  /** Turns of the crank since rest. */
  turns: number;
  manifoldKpa: number;
  batteryV: number;
  /** Fuel lying on the port walls, all cylinders, mg. */
  filmMg: number;
  /** Fuel evaporated from the film since the last cylinder drew, mg. */
  evaporatedMg: number;
  /** Fuel injected past the film but not yet drawn, oldest first, mg: one entry for each event of the way. */
  underwayMg: number[];
  /** Torque of the last event, spread to the next one, N·m. */
  gasTorqueNm: number;
  /** How wet the plugs are: 1 does not spark. */
  plugWetness: number;
  coolantC: number;
  /** Valves and chamber above the coolant, K. */
  heatedByC: number;
}

/** What acts on the engine during a step. */
export interface EngineInputs {
  readonly starterOn: boolean;
  readonly batteryRestV: number;
  readonly airC: number;
  readonly idleAreaMm2: number;
  readonly thermal: Thermal;
}

/** What the engine computer does to one cylinder. */
export interface EventCommand {
  /** One opening of the injector; 0 keeps it shut. */
  readonly openingMs: number;
  /** Fuel of a second injector set, mg at full pressure; 0 while it is shut or there is none. */
  readonly secondMg: number;
  /** Share of the fuel blown through while both valves are open. */
  readonly lostShare: number;
  /** Openings in a cycle. */
  readonly squirts: number;
  /** Fuel pressure as a share of what the regulator holds. */
  readonly pressureShare: number;
  /** Whether there is a spark for this charge. */
  readonly sparks: boolean;
  /** Real angle of the spark, ° BTDC. */
  readonly sparkDeg: number;
  /** Cycle-to-cycle variation of the burn, about 1. */
  readonly burnFactor: number;
}

/** What one cylinder drew and did. */
export interface EventResult {
  readonly outcome: EventOutcome;
  readonly vapourLambda: number;
  readonly injectedMg: number;
}

/** Starter for each litre turned: torque at rest with the battery under load at this voltage, N·m, and the speed at which it has none. */
const STARTER = { stallNmPerL: 55, loadedV: 9.5, freeRpm: 330 } as const;
/** Starter current at standstill, A, and battery resistance at 20 °C, Ω, growing for each kelvin below. */
const BATTERY = { stallA: 290, resistanceOhm: 0.02, coldPerK: 0.012, sagS: 0.06 } as const;
/** Alternator: voltage, speed from which it charges, and how fast the voltage comes up. */
const ALTERNATOR = { volts: 14.1, fromRpm: 650, riseS: 0.8 } as const;
/** Valves end up this much above the coolant, within this time of firing. */
const VALVES = { heatedC: 62, heatingS: 13, coolingS: 40 } as const;
/** Coolant gained for each kilojoule burned in a litre of engine, K. */
const COOLANT_K_PER_KJ_PER_L = 0.06;
/** Liquid above this many stoichiometric masses in one event wets the plug; it dries in this time. */
const PLUG = { liquidTaken: 5, richStep: 0.12, dryingS: 6, firedStep: 0.25 } as const;
/** Share of a cycle between the computing of a pulse and the burning of that charge: sprayed on a closed valve, drawn, compressed. */
const INJECTION_LEAD_CYCLES = 0.75;
const RPM_PER_RAD_S = 60 / (2 * Math.PI);

/** Events between the computing of a pulse and the burning of that charge. */
function eventsUnderway(standIn: StandIn): number {
  return Math.round(INJECTION_LEAD_CYCLES * standIn.cylinders);
}

/** The engine at rest, soaked at one temperature. */
export function engineAtRest(standIn: StandIn, coolantC: number, batteryV: number): EngineState {
  return {
    timeS: 0,
    speedRpm: 0,
    turns: 0,
    manifoldKpa: standIn.barometricKpa,
    batteryV,
    filmMg: 0,
    evaporatedMg: 0,
    underwayMg: Array.from({ length: eventsUnderway(standIn) }, () => 0),
    gasTorqueNm: 0,
    plugWetness: 0,
    coolantC,
    heatedByC: 0,
  };
}

/** Everything that flows between two events, over one step: air, film, voltage, torque, speed. */
export function stepEngine(standIn: StandIn, state: EngineState, inputs: EngineInputs): void {
  const manifoldKpa = steppedManifold(standIn, state, inputs);
  const evaporating = state.filmMg * (STEP_S / inputs.thermal.filmTauS);
  const starterNm = inputs.starterOn ? starterTorque(standIn, state) : 0;
  const batteryV = steppedBattery(standIn, state, inputs, starterNm);
  const displacement = standIn.cylinders * standIn.cylinderVolumeCm3;
  const drag =
    frictionKpa(state.speedRpm, inputs.thermal.oilFactor) + Math.max(0, standIn.barometricKpa - manifoldKpa);
  const netNm = state.gasTorqueNm + starterNm - torqueNm(drag, displacement);
  const faster = state.speedRpm + (netNm / standIn.inertiaKgM2) * STEP_S * RPM_PER_RAD_S;
  state.timeS += STEP_S;
  state.speedRpm = Math.max(0, faster);
  state.turns += (state.speedRpm / 60) * STEP_S;
  state.manifoldKpa = manifoldKpa;
  state.batteryV = batteryV;
  state.filmMg -= evaporating;
  state.evaporatedMg += evaporating;
  if (state.speedRpm === 0) state.gasTorqueNm = 0;
  state.plugWetness *= 1 - STEP_S / PLUG.dryingS;
  state.heatedByC *= 1 - STEP_S / VALVES.coolingS;
}

/** Manifold filling, stepped linearly implicitly: explicit steps are unstable on small manifolds. */
function steppedManifold(standIn: StandIn, state: EngineState, inputs: EngineInputs): number {
  const airK = inputs.airC + ZERO_CELSIUS_K;
  const inGPerS = throttleFlowGPerS(inputs.idleAreaMm2, standIn.barometricKpa, airK, state.manifoldKpa);
  const ve = lookUpMap(standIn.ve, state.speedRpm, state.manifoldKpa) / 100;
  const volumeRatePerS =
    ((ve * standIn.cylinders * standIn.cylinderVolumeCm3) / 1000 / standIn.manifoldVolumeL) *
    (state.speedRpm / CYCLE_S_AT_1_RPM);
  const risePerS = (GAS_CONSTANT_AIR * airK * inGPerS) / standIn.manifoldVolumeL / 1000;
  const next = (state.manifoldKpa + STEP_S * risePerS) / (1 + STEP_S * volumeRatePerS);
  return Math.min(standIn.barometricKpa, next);
}

function litresOf({ cylinders, cylinderVolumeCm3 }: StandIn): number {
  return (cylinders * cylinderVolumeCm3) / 1000;
}

function starterTorque(standIn: StandIn, state: EngineState): number {
  const litres = litresOf(standIn);
  const stallNm = STARTER.stallNmPerL * litres * (Math.max(0, state.batteryV) / STARTER.loadedV);
  return Math.max(0, stallNm * (1 - state.speedRpm / STARTER.freeRpm));
}

function steppedBattery(
  standIn: StandIn,
  state: EngineState,
  inputs: EngineInputs,
  starterNm: number,
): number {
  const litres = litresOf(standIn);
  const amps = (BATTERY.stallA * starterNm) / (STARTER.stallNmPerL * litres);
  const resistance = BATTERY.resistanceOhm * (1 + BATTERY.coldPerK * Math.max(0, 20 - state.coolantC));
  const loaded = inputs.batteryRestV - amps * resistance;
  const charging = state.speedRpm > ALTERNATOR.fromRpm && !inputs.starterOn;
  const target = charging ? Math.max(loaded, ALTERNATOR.volts) : loaded;
  const lag = charging ? ALTERNATOR.riseS : BATTERY.sagS;
  return state.batteryV + ((target - state.batteryV) * STEP_S) / lag;
}

/** A prime pulse into every port: part lies on the walls, the rest waits to be drawn. */
export function prime(standIn: StandIn, state: EngineState, thermal: Thermal, perCylinderMg: number): void {
  const wall = perCylinderMg * thermal.filmShare;
  state.filmMg += wall * standIn.cylinders;
  state.underwayMg = state.underwayMg.map((mg) => mg + perCylinderMg - wall);
}

/** One cylinder draws, and what it drew burns or does not. Its torque acts until the next event. */
export function cylinderEvent(
  standIn: StandIn,
  state: EngineState,
  inputs: EngineInputs,
  command: EventCommand,
): EventResult {
  const { thermal } = inputs;
  const { injector } = standIn;
  const across =
    command.pressureShare *
    pressureAcrossKpa(injector.regulator, injector.railGaugeKpa, standIn.barometricKpa, state.manifoldKpa);
  const openMs = command.openingMs - deadTimeAt(injector.deadTime, state.batteryV, across);
  const flowingMs = netOfOpenMs(injector.shortPulse, openMs);
  const sprayedMg =
    command.squirts * flowingMs * injectorFlowGPerS(injector, across) +
    command.secondMg * Math.sqrt(Math.max(0, command.pressureShare));
  const injectedMg = sprayedMg * (1 - command.lostShare);

  const chargeC = inputs.airC + 0.4 * (state.coolantC + 0.3 * state.heatedByC - inputs.airC);
  const ve = lookUpMap(standIn.ve, state.speedRpm, state.manifoldKpa);
  const airMg = airMassMg(ve, state.manifoldKpa, standIn.cylinderVolumeCm3, chargeC);
  state.underwayMg.push(injectedMg * (1 - thermal.filmShare));
  const drawnMg = state.underwayMg.shift() ?? 0;
  const arrivingMg = drawnMg + state.evaporatedMg;
  const share = vapourShare(thermal, state.speedRpm, state.manifoldKpa, standIn.barometricKpa);
  const vapourMg = arrivingMg * share;
  const stoichMg = airMg / standIn.fuel.stoichiometricRatio;
  const vapourLambda = stoichMg / vapourMg;

  const liquid = (arrivingMg - vapourMg) / stoichMg;
  const soaked = state.plugWetness + Math.max(0, liquid - PLUG.liquidTaken) * 0.7;
  const outcome = eventOutcome(thermal, vapourLambda, soaked, command.sparks);
  const burned = outcome === 'burned';
  const work = burned
    ? indicatedWorkJ(standIn, airMg, vapourMg, command.sparkDeg, state.speedRpm, state.manifoldKpa) *
      command.burnFactor
    : 0;
  const litres = litresOf(standIn);
  const heatKj = burned ? (Math.min(vapourMg, stoichMg) * standIn.fuel.heatingMjPerKg) / 1000 : 0;
  const cycleS = state.speedRpm > 0 ? CYCLE_S_AT_1_RPM / state.speedRpm / standIn.cylinders : 0;
  const heating = burned ? ((VALVES.heatedC - state.heatedByC) * cycleS) / VALVES.heatingS : 0;
  const wetter = outcome === 'tooRich' ? PLUG.richStep : 0;
  state.filmMg += injectedMg * thermal.filmShare;
  state.evaporatedMg = 0;
  state.gasTorqueNm = (work * standIn.cylinders) / (4 * Math.PI);
  state.plugWetness = Math.min(2, Math.max(0, soaked + wetter - (burned ? PLUG.firedStep : 0)));
  state.coolantC += (COOLANT_K_PER_KJ_PER_L * heatKj) / litres;
  state.heatedByC += heating;
  return { outcome, vapourLambda, injectedMg };
}
