import { fuelById, lambdaReasons, proposedLambda, proposedVePercent, veReasons } from '../fuel';
import type { Source } from '../field';
import type { MapData, MapProposal, Reason } from '../map';
import { proposedSparkDeg, sparkReasons } from '../spark';
import { COOLANT_BREAKPOINTS, proposedStartUp } from '../startup/startupGenerator';
import { conversionContext } from './context';
import type { FieldPath } from './fields';
import { MAP_DEFINITIONS, type MapId } from './maps';
import { baseValue } from './quantities';
import type { Calibration } from './schema';
import { valueAt } from './values';

/** Understood choices of a generator. */
export interface GeneratorChoices {
  /** Cautious first-run values: 4 % richer and 4° less spark under load. */
  readonly firstRun: boolean;
}

export type GeneratorResult =
  | { readonly ok: true; readonly proposal: MapProposal & { readonly mapId: MapId } }
  | { readonly ok: false; readonly missing: readonly FieldPath[] };

const CAUTION_DEG = 4;

/** The fields each generator works from. */
const NEEDS: Readonly<Record<MapId, readonly FieldPath[]>> = {
  ve: [
    'engine.induction',
    'engine.compressionRatio',
    'engine.altitude',
    'engine.torquePeakSpeed',
    'engine.powerPeakSpeed',
    'engine.maxSpeed',
    'engine.maxManifoldPressure',
  ],
  lambda: ['engine.altitude', 'engine.maxSpeed', 'engine.maxManifoldPressure'],
  spark: [
    'engine.fuel',
    'engine.compressionRatio',
    'engine.altitude',
    'engine.torquePeakSpeed',
    'engine.maxSpeed',
    'engine.maxManifoldPressure',
  ],
  cranking: ['engine.fuel'],
  afterStart: ['engine.fuel'],
  afterStartDecay: ['engine.fuel'],
  warmUp: ['engine.fuel'],
};

/** The fields a map's generator still lacks. */
export function generatorNeeds(document: Calibration, mapId: MapId): FieldPath[] {
  return NEEDS[mapId].filter((path) => valueAt(document, path) === null);
}

/**
 * Proposes a map from the engine's description, on the map's present axes or, for a new map, on axes laid where the
 * engine lives. Values are rounded to the map's decimals and kept within its limits.
 * @param date the day of the proposal, YYYY-MM-DD.
 */
export function generatedMap(
  document: Calibration,
  mapId: MapId,
  choices: GeneratorChoices,
  date: string,
): GeneratorResult {
  const missing = generatorNeeds(document, mapId);
  if (missing.length > 0) return { ok: false, missing };
  const before = document.maps[mapId];
  const axes = before ?? newAxes(document, mapId);
  const { valueAtPoint, reasons } = generatorFor(document, mapId, choices);
  const { min, max, decimals, y } = MAP_DEFINITIONS[mapId];
  const rows = y === null ? [0] : axes.y;
  const values = rows.flatMap((load) =>
    axes.x.map((x) => {
      const value = Math.min(max, Math.max(min, valueAtPoint(x, load)));
      return Number(value.toFixed(decimals));
    }),
  );
  const source: Source = { kind: 'computed', date, note: 'Proposed from the engine’s description' };
  const after: MapData = {
    x: [...axes.x],
    y: [...axes.y],
    values,
    sources: [source],
    cellSources: values.map(() => 0),
  };
  return { ok: true, proposal: { mapId, before, after, reasons } };
}

/**
 * What a map's generator says at any point, for regions that no cell covers yet; null while it lacks something.
 */
export function generatorValueAt(
  document: Calibration,
  mapId: MapId,
  choices: GeneratorChoices,
): ((x: number, y: number) => number) | null {
  if (generatorNeeds(document, mapId).length > 0) return null;
  return generatorFor(document, mapId, choices).valueAtPoint;
}

interface Generator {
  readonly valueAtPoint: (x: number, y: number) => number;
  readonly reasons: readonly Reason[];
}

function generatorFor(document: Calibration, mapId: MapId, choices: GeneratorChoices): Generator {
  const { engine } = document;
  const value = (path: FieldPath) => baseValue(document, path) ?? 0;
  const barometricKpa = conversionContext(document).barometricKpa;
  const maxManifoldKpa = value('engine.maxManifoldPressure');
  switch (mapId) {
    case 've': {
      const inputs = {
        induction: engine.induction?.value ?? 'natural',
        compressionRatio: value('engine.compressionRatio'),
        torquePeakSpeedRpm: value('engine.torquePeakSpeed'),
        powerPeakSpeedRpm: value('engine.powerPeakSpeed'),
        maxSpeedRpm: value('engine.maxSpeed'),
        barometricKpa,
      };
      return { valueAtPoint: (x, y) => proposedVePercent(inputs, x, y), reasons: veReasons(inputs) };
    }
    case 'lambda': {
      const inputs = { barometricKpa, maxManifoldKpa, firstRun: choices.firstRun };
      return { valueAtPoint: (x, y) => proposedLambda(inputs, x, y), reasons: lambdaReasons(inputs) };
    }
    case 'spark': {
      const inputs = {
        octane: fuelById(engine.fuel?.value ?? 'petrol').octane,
        compressionRatio: value('engine.compressionRatio'),
        boreMm: engine.geometry === 'boreAndStroke' ? baseValue(document, 'engine.bore') : null,
        barometricKpa,
        maxManifoldKpa,
        torquePeakSpeedRpm: value('engine.torquePeakSpeed'),
        maxSpeedRpm: value('engine.maxSpeed'),
        cautionDeg: choices.firstRun ? CAUTION_DEG : 0,
      };
      return { valueAtPoint: (x, y) => proposedSparkDeg(inputs, x, y), reasons: sparkReasons(inputs) };
    }
    case 'cranking':
    case 'afterStart':
    case 'afterStartDecay':
    case 'warmUp': {
      const { values, reasons } = proposedStartUp(mapId, engine.fuel?.value ?? 'petrol');
      return { valueAtPoint: (x) => alongCoolant(values, x), reasons };
    }
  }
}

/** A start-up curve read at any coolant temperature, held beyond its ends. */
function alongCoolant(values: readonly number[], coolantC: number): number {
  const axis = COOLANT_BREAKPOINTS;
  const above = axis.findIndex((breakpoint) => breakpoint >= coolantC);
  if (above === -1) return values[values.length - 1] as number;
  if (above === 0) return values[0] as number;
  const from = axis[above - 1] as number;
  const fraction = (coolantC - from) / ((axis[above] as number) - from);
  return (
    (values[above - 1] as number) + ((values[above] as number) - (values[above - 1] as number)) * fraction
  );
}

function newAxes(document: Calibration, mapId: MapId): { x: number[]; y: number[] } {
  if (MAP_DEFINITIONS[mapId].y === null) return { x: [...COOLANT_BREAKPOINTS], y: [] };
  return {
    x: speedBreakpoints(baseValue(document, 'engine.maxSpeed') ?? 7000),
    y: pressureBreakpoints(baseValue(document, 'engine.maxManifoldPressure') ?? 100),
  };
}

const SPEED_BREAKPOINTS = 16;
const PRESSURE_BREAKPOINTS = 12;

/** Sixteen speeds: close together around idle, even above, the last at maximum speed. */
export function speedBreakpoints(maxSpeedRpm: number): number[] {
  const idle = [500, 800, 1000, 1200, 1500];
  const steps = SPEED_BREAKPOINTS - idle.length;
  const even = Array.from({ length: steps }, (_, i) => {
    const speed = 1500 + ((maxSpeedRpm - 1500) * (i + 1)) / steps;
    return i === steps - 1 ? maxSpeedRpm : Math.round(speed / 50) * 50;
  });
  return strictlyIncreasing([...idle.filter((speed) => speed < maxSpeedRpm - 100), ...even]);
}

/** Twelve pressures from 20 kPa: even, on fives, the last at or just above the highest intended. */
export function pressureBreakpoints(maxManifoldKpa: number): number[] {
  const top = Math.ceil(maxManifoldKpa / 5) * 5;
  const even = Array.from({ length: PRESSURE_BREAKPOINTS }, (_, i) => {
    const pressure = 20 + ((top - 20) * i) / (PRESSURE_BREAKPOINTS - 1);
    return Math.round(pressure / 5) * 5;
  });
  return strictlyIncreasing(even);
}

function strictlyIncreasing(values: readonly number[]): number[] {
  return values.filter((value, i) => i === 0 || value > Math.max(...values.slice(0, i)));
}
