import {
  baseValue,
  type Calibration,
  conversionContext,
  type FieldPath,
  sweptVolumePerCylinderCm3,
  valvesOf,
} from '../calibration';
import { overlapDeg } from '../cams';
import type { IdleEngine } from '../engine';
import type { BreathingInputs, CamCharacter, EngineUse, VeInputs } from '../fuel';
import { fuelById } from '../fuels';
import { SCREW_SHARE } from '../idle';
import type { Reason } from '../map';

/** Understood choices of the generators. */
export interface GeneratorChoices {
  /** Cautious first-run values: 4 % richer and 4° less spark under load. */
  readonly firstRun: boolean;
  readonly cams: CamCharacter;
  readonly use: EngineUse;
}

/** What a map would be made of. */
export interface Generated {
  readonly valueAtPoint: (x: number, y: number) => number;
  readonly reasons: readonly Reason[];
  /** Most that a value falls from a row to the one above; rows below are lowered to keep it. Free when left out. */
  readonly largestFall?: number;
}

/** One of the few numbers a map hangs on: what is computed for it, and why. */
export interface Anchor {
  readonly id: string;
  readonly label: string;
  readonly unit: string;
  readonly decimals: number;
  readonly min: number;
  readonly max: number;
  readonly computed: number;
  readonly why: string;
}

/** Anchors that the builder has put in the place of computed ones, by their ids. */
export type OwnAnchors = Readonly<Record<string, number>>;

/** How one map is proposed. */
export interface MapGenerator {
  /** Fields it works from. */
  readonly needs: (document: Calibration) => readonly FieldPath[];
  /** Breakpoints of a new map. */
  readonly axes: (document: Calibration) => { readonly x: readonly number[]; readonly y: readonly number[] };
  /** The few numbers the map hangs on; none where nothing is computed. */
  readonly anchors: (document: Calibration, choices: GeneratorChoices) => readonly Anchor[];
  readonly generate: (document: Calibration, choices: GeneratorChoices, own: OwnAnchors) => Generated;
}

/** A generator whose map has no anchors of its own yet. */
export type PlainGenerator = Omit<MapGenerator, 'anchors'>;

/** Overlap at the stated lift below which cams are mild, and above which they are for racing, °. */
const MILD_BELOW_DEG = 12;
const RACE_ABOVE_DEG = 45;

/** The character the cam data speak for; sporting while they say nothing. */
export function camCharacterOf(document: Calibration): CamCharacter {
  const valves = valvesOf(document);
  if (valves === null) return 'sporting';
  const overlap = overlapDeg(valves);
  if (overlap < MILD_BELOW_DEG) return 'mild';
  return overlap > RACE_ABOVE_DEG ? 'race' : 'sporting';
}

/** The choices a builder who says nothing makes. */
export function usualChoices(document: Calibration): GeneratorChoices {
  return { firstRun: true, cams: camCharacterOf(document), use: 'sprint' };
}

const number = (document: Calibration, path: FieldPath) => baseValue(document, path) ?? 0;

export const VE_NEEDS: readonly FieldPath[] = [
  'engine.induction',
  'engine.compressionRatio',
  'engine.altitude',
  'engine.torquePeakSpeed',
  'engine.powerPeakSpeed',
  'engine.maxSpeed',
  'engine.maxManifoldPressure',
];

export const LAMBDA_NEEDS: readonly FieldPath[] = [
  'engine.altitude',
  'engine.maxSpeed',
  'engine.maxManifoldPressure',
];

export const SPARK_NEEDS: readonly FieldPath[] = [
  'engine.fuel',
  'engine.compressionRatio',
  'engine.altitude',
  'engine.torquePeakSpeed',
  'engine.maxSpeed',
  'engine.maxManifoldPressure',
];

/** Fields that give the swept volume, by how the geometry is entered. */
export function sizeNeeds({ engine }: Calibration): readonly FieldPath[] {
  return engine.geometry === 'displacement'
    ? ['engine.displacement', 'engine.cylinders']
    : ['engine.bore', 'engine.stroke', 'engine.cylinders'];
}

/** What an engine behind a throttle is described by. */
export function breathingNeeds(document: Calibration): readonly FieldPath[] {
  return [...VE_NEEDS, ...sizeNeeds(document), 'engine.fuel', 'idle.hotSpeed'];
}

/** The builder’s own anchors under the names a formula has for them. */
export function ownOf<Name extends string>(
  own: OwnAnchors,
  names: Readonly<Record<string, Name>>,
): Partial<Record<Name, number>> {
  return Object.fromEntries(
    Object.entries(names).flatMap(([id, name]) => (own[id] === undefined ? [] : [[name, own[id]]])),
  ) as Partial<Record<Name, number>>;
}

/** Inputs of the VE proposal. */
export function veInputsOf(document: Calibration, cams: CamCharacter, own: OwnAnchors = {}): VeInputs {
  return {
    own: ownOf(own, { vePeak: 'peak', veIdle: 'idle' } as const),
    induction: document.engine.induction?.value ?? 'natural',
    compressionRatio: number(document, 'engine.compressionRatio'),
    torquePeakSpeedRpm: number(document, 'engine.torquePeakSpeed'),
    powerPeakSpeedRpm: number(document, 'engine.powerPeakSpeed'),
    maxSpeedRpm: number(document, 'engine.maxSpeed'),
    barometricKpa: conversionContext(document).barometricKpa,
    cams,
  };
}

/** The engine as far as idling is concerned. */
export function idleEngineOf(document: Calibration): IdleEngine {
  const fuel = fuelById(document.engine.fuel?.value ?? 'petrol');
  return {
    displacementCm3: (sweptVolumePerCylinderCm3(document) ?? 0) * number(document, 'engine.cylinders'),
    barometricKpa: conversionContext(document).barometricKpa,
    heatOfAirMjPerKg: fuel.heatingMjPerKg / fuel.stoichiometricRatio,
  };
}

/** The engine behind its throttle. */
export function breathingOf(
  document: Calibration,
  cams: CamCharacter,
  own: OwnAnchors = {},
): BreathingInputs {
  return {
    ve: veInputsOf(document, cams, own),
    idle: idleEngineOf(document),
    idleSpeedRpm: number(document, 'idle.hotSpeed'),
    stopShare: stopShareOf(document),
    maxManifoldKpa: number(document, 'engine.maxManifoldPressure'),
  };
}

/** Part of the air of a hot idle that passes the closed throttle, by what else it comes by. */
export function stopShareOf({ idle }: Calibration): number {
  return idle.air?.value === 'valve' ? SCREW_SHARE : 1;
}

/** How much harder than petrol the engine’s fuel is to evaporate. */
export function coldExcessOf({ engine }: Calibration): number {
  return fuelById(engine.fuel?.value ?? 'petrol').coldExcess;
}
