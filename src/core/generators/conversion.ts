import { airMassMg, fuelMassMg } from '../air';
import {
  type Calibration,
  type FieldPath,
  strategyMaps,
  strategyOf,
  sweptVolumePerCylinderCm3,
  usesIdleAir,
  valueAt,
} from '../calibration';
import { type LoadStrategy, manifoldAtThrottle, throttleAtManifold } from '../fuel';
import { fuelById } from '../fuels';
import type { MapData, MapProposal, Reason } from '../map';
import { type Grid, gridOf, lookUpMap } from '../numeric';
import { MAP_DEFINITIONS, type MapId } from '../program';
import { injectorFlowAt, PULSE_CHARGE_C, PULSE_NEEDS } from './airGenerators';
import { generatedMap } from './generate';
import { breathingNeeds, breathingOf, type GeneratorChoices, sizeNeeds } from './generator';
import { GENERATORS } from './mapGenerators';

/** What becomes of one map when the load strategy is switched. */
export interface ComingMap {
  readonly mapId: MapId;
  /** Kept from an earlier time; null when there is none. */
  readonly kept: MapData | null;
  /** Computed from the maps in use; null where nothing can be computed. */
  readonly converted: MapProposal | null;
  /** Fields that are missing to compute it. */
  readonly missing: readonly FieldPath[];
}

/** What a switch of the load strategy means. */
export interface StrategySwitch {
  /** In use with both. */
  readonly staying: readonly MapId[];
  /** In use now, and kept for the way back. */
  readonly leaving: readonly MapId[];
  readonly coming: readonly ComingMap[];
}

/** The maps that leave, stay and come with another load strategy, each coming one computed where it can be. */
export function strategySwitch(
  document: Calibration,
  to: LoadStrategy,
  choices: GeneratorChoices,
  date: string,
): StrategySwitch {
  const now = mapsOfLoad(document);
  const then = mapsOfLoad(withStrategy(document, to));
  return {
    staying: then.filter((id) => now.includes(id)),
    leaving: now.filter((id) => !then.includes(id)),
    coming: then
      .filter((id) => !now.includes(id))
      .map((mapId) => comingMap(document, to, mapId, choices, date)),
  };
}

/** The maps that the way load is found decides about, and the idle path where it has to be counted. */
function mapsOfLoad(document: Calibration): readonly MapId[] {
  const maps = strategyMaps(strategyOf(document));
  return usesIdleAir(document) ? [...maps, 'idleAir'] : maps;
}

function comingMap(
  document: Calibration,
  to: LoadStrategy,
  mapId: MapId,
  choices: GeneratorChoices,
  date: string,
): ComingMap {
  const kept = document.maps[mapId];
  if (mapId === 'idleAir') return proposedMap(document, to, mapId, choices, date);
  const missing = conversionNeeds(document, mapId).filter((path) => valueAt(document, path) === null);
  if (missing.length > 0) return { mapId, kept, converted: null, missing };
  const present = presentEngine(document, choices);
  if (present === null || (present.airMg === null && NEEDS_AIR.includes(mapId))) {
    return proposedMap(document, to, mapId, choices, date);
  }
  return { mapId, kept, converted: converted(document, to, mapId, present, choices, date), missing: [] };
}

/** A coming map by its own proposal, where the maps in use say nothing of it. */
function proposedMap(
  document: Calibration,
  to: LoadStrategy,
  mapId: MapId,
  choices: GeneratorChoices,
  date: string,
): ComingMap {
  const kept = document.maps[mapId];
  const generated = generatedMap(withStrategy(document, to), mapId, choices, date);
  return {
    mapId,
    kept,
    converted: generated.ok ? { ...generated.proposal, before: kept } : null,
    missing: generated.ok ? [] : generated.missing,
  };
}

const NEEDS_AIR: readonly MapId[] = ['ve', 'veThrottle', 'pulse'];
const BY_THROTTLE: readonly MapId[] = ['veThrottle', 'lambdaThrottle', 'sparkThrottle'];

function conversionNeeds(document: Calibration, mapId: MapId): readonly FieldPath[] {
  const usesThrottle = (id: MapId) => BY_THROTTLE.includes(id);
  const involved = [mapId, ...strategyMaps(strategyOf(document))];
  const needs = involved.some(usesThrottle) ? breathingNeeds(document) : sizeNeeds(document);
  return involved.includes('pulse') ? [...new Set([...needs, ...PULSE_NEEDS])] : needs;
}

function withStrategy(document: Calibration, to: LoadStrategy): Calibration {
  const { strategy } = document.load;
  if (strategy === null) return document;
  return { ...document, load: { ...document.load, strategy: { ...strategy, value: to } } };
}

type AtPressure = (speedRpm: number, manifoldKpa: number) => number;

/** What the maps in use say of the engine, by speed and manifold pressure. */
interface PresentEngine {
  /** Air of a cylinder with the charge at {@link PULSE_CHARGE_C}, mg; null where air is measured. */
  readonly airMg: AtPressure | null;
  readonly lambda: AtPressure;
  readonly spark: AtPressure;
}

/** The maps in use as one engine; null while one of them is missing. */
function presentEngine(document: Calibration, { cams }: GeneratorChoices): PresentEngine | null {
  const strategy = strategyOf(document);
  const grids = strategyMaps(strategy).map((id) => [id, document.maps[id]] as const);
  if (grids.some(([, map]) => map === null)) return null;
  const grid = (id: MapId): Grid | null => {
    const map = grids.find(([other]) => other === id)?.[1];
    return map === null || map === undefined ? null : gridOf(map);
  };
  const breathing = breathingOf(document, cams);
  const throttle: AtPressure = (speed, kpa) => throttleAtManifold(breathing, speed, kpa);
  const byPressure =
    (map: Grid): AtPressure =>
    (speed, kpa) =>
      lookUpMap(map, speed, kpa);
  const byThrottle =
    (map: Grid): AtPressure =>
    (speed, kpa) =>
      lookUpMap(map, speed, throttle(speed, kpa));
  const either = (pressure: MapId, opening: MapId): AtPressure | null => {
    const [a, b] = [grid(pressure), grid(opening)];
    return a !== null ? byPressure(a) : b === null ? null : byThrottle(b);
  };
  const lambda = either('lambda', 'lambdaThrottle');
  const spark = either('spark', 'sparkThrottle');
  if (lambda === null || spark === null) return null;
  return { airMg: airOf(document, strategy, grid, throttle, lambda), lambda, spark };
}

function airOf(
  document: Calibration,
  strategy: LoadStrategy,
  grid: (id: MapId) => Grid | null,
  throttle: AtPressure,
  lambda: AtPressure,
): AtPressure | null {
  const volume = sweptVolumePerCylinderCm3(document) ?? 0;
  const baro = breathingOf(document, 'sporting').idle.barometricKpa;
  const [ve, veThrottle, pulse] = [grid('ve'), grid('veThrottle'), grid('pulse')];
  const air = (percent: number, kpa: number) => airMassMg(percent, kpa, volume, PULSE_CHARGE_C);
  if (ve !== null) return (speed, kpa) => air(lookUpMap(ve, speed, kpa), kpa);
  if (veThrottle !== null) {
    return (speed, kpa) => {
      const refersTo = strategy === 'throttlePressure' ? Math.max(baro, kpa) : baro;
      return air(lookUpMap(veThrottle, speed, throttle(speed, kpa)), refersTo);
    };
  }
  if (pulse === null) return null;
  const { stoichiometricRatio } = fuelById(document.engine.fuel?.value ?? 'petrol');
  const flow = injectorFlowAt(document);
  return (speed, kpa) => lookUpMap(pulse, speed, kpa) * flow(kpa) * lambda(speed, kpa) * stoichiometricRatio;
}

function converted(
  document: Calibration,
  to: LoadStrategy,
  mapId: MapId,
  present: PresentEngine,
  choices: GeneratorChoices,
  date: string,
): MapProposal {
  const kept = document.maps[mapId];
  const { min, max, decimals } = MAP_DEFINITIONS[mapId];
  const axes = kept ?? axesFor(document, mapId);
  const { value, reasons } = conversionOf(document, to, mapId, present, choices);
  const values = axes.y.flatMap((load) =>
    axes.x.map((speed) => Number(Math.min(max, Math.max(min, value(speed, load))).toFixed(decimals))),
  );
  const source = { kind: 'computed', date, note: 'Converted from the maps in use' } as const;
  return {
    mapId,
    before: kept,
    after: { x: [...axes.x], y: [...axes.y], values, sources: [source], cellSources: values.map(() => 0) },
    reasons,
  };
}

/** Breakpoints of a converted map: speeds as the lambda map in use has them. */
function axesFor(document: Calibration, mapId: MapId) {
  const usual = GENERATORS[mapId].axes(document);
  const lambdaId = strategyMaps(strategyOf(document)).find((id) => id.startsWith('lambda'));
  const inUse = lambdaId === undefined ? null : document.maps[lambdaId];
  return { x: inUse?.x ?? usual.x, y: usual.y };
}

/**
 * An engine is below this share of its idle speed only while it is cranked or has just caught: then the manifold is as full
 * as at cranking speed, whatever the throttle would hold there in the long run.
 */
const CATCHING_SHARE = 0.8;
const CRANKING_RPM = 250;

interface Conversion {
  readonly value: (speed: number, load: number) => number;
  readonly reasons: readonly Reason[];
}

function conversionOf(
  document: Calibration,
  to: LoadStrategy,
  mapId: MapId,
  { airMg, lambda, spark }: PresentEngine,
  { cams }: GeneratorChoices,
): Conversion {
  const breathing = breathingOf(document, cams);
  const baro = breathing.idle.barometricKpa;
  const volume = sweptVolumePerCylinderCm3(document) ?? 0;
  const air = airMg ?? (() => 0);
  const full = (kpa: number) => airMassMg(100, kpa, volume, PULSE_CHARGE_C);
  const behind = (speed: number, throttle: number) => {
    const catching = speed < CATCHING_SHARE * breathing.idleSpeedRpm;
    return manifoldAtThrottle(breathing, catching ? CRANKING_RPM : speed, throttle);
  };
  switch (mapId) {
    case 've':
      return {
        value: (speed, kpa) => (100 * air(speed, kpa)) / full(kpa),
        reasons: [
          {
            text: 'The same air as the maps in use give, at manifold density.',
            formula: 'VE = air / (p · V / (R · T))',
          },
        ],
      };
    case 'veThrottle':
      return {
        value: (speed, throttle) => {
          const kpa = behind(speed, throttle);
          const refersTo = to === 'throttlePressure' ? Math.max(baro, kpa) : baro;
          return (100 * air(speed, kpa)) / full(refersTo);
        },
        reasons: [
          {
            text: 'The same air as the maps in use give, at the pressure the description puts behind each throttle opening.',
            formula: 'VE = air(speed, p(throttle)) / (p_baro · V / (R · T))',
          },
          {
            text: 'Below idle speed the engine is being cranked or has just caught: there the manifold is taken to be as full as while cranking.',
          },
          {
            text: 'The pressure behind a throttle is a model’s: log manifold pressure, or lambda, before you trust it.',
          },
        ],
      };
    case 'pulse': {
      const { stoichiometricRatio } = fuelById(document.engine.fuel?.value ?? 'petrol');
      const flow = injectorFlowAt(document);
      return {
        value: (speed, kpa) =>
          fuelMassMg(air(speed, kpa), lambda(speed, kpa), stoichiometricRatio) / flow(kpa),
        reasons: [
          {
            text: `The net pulse that the maps in use come to with the charge at ${PULSE_CHARGE_C} °C and their lambda target.`,
            formula: 'pulse = air / (lambda · ratio) / flow',
          },
        ],
      };
    }
    case 'lambdaThrottle':
    case 'sparkThrottle': {
      const at = mapId === 'lambdaThrottle' ? lambda : spark;
      return {
        value: (speed, throttle) => at(speed, behind(speed, throttle)),
        reasons: [{ text: 'What the map in use says at the pressure behind each throttle opening.' }],
      };
    }
    default:
      return {
        value: mapId === 'spark' ? spark : lambda,
        reasons: [{ text: 'What the map in use says at the throttle opening that gives each pressure.' }],
      };
  }
}

/**
 * The base pulse scaled to a changed lambda target, so that the mixture really follows: pulse · old target / new target.
 * @returns null when nothing in its range changes.
 */
export function scaledPulse(
  pulse: MapData,
  oldTarget: MapData,
  newTarget: MapData,
  date: string,
): MapProposal | null {
  const [was, is] = [gridOf(oldTarget), gridOf(newTarget)];
  const { decimals, min, max } = MAP_DEFINITIONS.pulse;
  const width = pulse.x.length;
  const values = pulse.values.map((value, i) => {
    const [speed, kpa] = [pulse.x[i % width] as number, pulse.y[Math.floor(i / width)] as number];
    const factor = lookUpMap(was, speed, kpa) / lookUpMap(is, speed, kpa);
    if (Math.abs(factor - 1) < 1e-9) return value;
    return Number(Math.min(max, Math.max(min, value * factor)).toFixed(decimals + 2));
  });
  if (values.every((value, i) => value === pulse.values[i])) return null;
  const source = { kind: 'computed', date, note: 'Scaled with the lambda target' } as const;
  return {
    mapId: 'pulse',
    before: pulse,
    after: { ...pulse, values, sources: [source], cellSources: values.map(() => 0) },
    reasons: [
      {
        text: 'A plain pulse knows nothing of the target: each cell is multiplied by the old target over the new one.',
        formula: 'pulse = pulse · old target / new target',
      },
    ],
  };
}
