import {
  accelerationColdMap,
  accelerationMap,
  blendFuelMap,
  blendSparkMap,
  blendStartMap,
  blendTargetMap,
  fuelCylinderMap,
  fuelGearMap,
  lambdaMap,
  lambdaThrottleMap,
  pulseMap,
  veMap,
  veThrottleMap,
} from '../fuel';
import { idleAirMap, idleSpeedMap } from '../idle';
import type { MapDefinition } from '../map';
import {
  crankAdvanceMap,
  sparkAirMap,
  sparkCoolantMap,
  sparkCylinderMap,
  sparkGearMap,
  sparkMap,
  sparkThrottleMap,
} from '../spark';
import {
  afterStartDecayMap,
  afterStartMap,
  crankingMap,
  crankingTaperMap,
  primeMap,
  warmUpMap,
} from '../startup';
import { BLENDED, type FirstMapId, type SecondMapId } from './blend';

/** The second of a pair of maps that are blended by what the fuel is made of. */
function secondOf(first: MapDefinition, id: string): MapDefinition {
  return {
    ...first,
    id,
    label: `${first.label}, second fuel`,
    help: { ...first.help, what: `${first.help.what} For the fuel with more ethanol.` },
  };
}

/** Every map of the document, by id, in the order of work. */
export const MAP_DEFINITIONS = {
  ve: veMap,
  veThrottle: veThrottleMap,
  pulse: pulseMap,
  lambda: lambdaMap,
  lambdaThrottle: lambdaThrottleMap,
  spark: sparkMap,
  sparkThrottle: sparkThrottleMap,
  sparkCoolant: sparkCoolantMap,
  sparkAir: sparkAirMap,
  prime: primeMap,
  cranking: crankingMap,
  crankingTaper: crankingTaperMap,
  crankAdvance: crankAdvanceMap,
  afterStart: afterStartMap,
  afterStartDecay: afterStartDecayMap,
  warmUp: warmUpMap,
  idleAir: idleAirMap,
  idleSpeed: idleSpeedMap,
  acceleration: accelerationMap,
  accelerationCold: accelerationColdMap,
  fuelCylinder: fuelCylinderMap,
  fuelGear: fuelGearMap,
  sparkCylinder: sparkCylinderMap,
  sparkGear: sparkGearMap,
  blendFuel: blendFuelMap,
  blendTarget: blendTargetMap,
  blendSpark: blendSparkMap,
  blendStart: blendStartMap,
  veSecond: secondOf(veMap, 'veSecond'),
  veThrottleSecond: secondOf(veThrottleMap, 'veThrottleSecond'),
  pulseSecond: secondOf(pulseMap, 'pulseSecond'),
  lambdaSecond: secondOf(lambdaMap, 'lambdaSecond'),
  lambdaThrottleSecond: secondOf(lambdaThrottleMap, 'lambdaThrottleSecond'),
  sparkSecond: secondOf(sparkMap, 'sparkSecond'),
  sparkThrottleSecond: secondOf(sparkThrottleMap, 'sparkThrottleSecond'),
  crankingSecond: secondOf(crankingMap, 'crankingSecond'),
  afterStartSecond: secondOf(afterStartMap, 'afterStartSecond'),
  warmUpSecond: secondOf(warmUpMap, 'warmUpSecond'),
} as const satisfies Record<string, MapDefinition>;

export type MapId = keyof typeof MAP_DEFINITIONS;

export const MAP_IDS = Object.keys(MAP_DEFINITIONS) as readonly MapId[];

/** True for the id of a map. */
export function isMapId(id: string): id is MapId {
  return id in MAP_DEFINITIONS;
}

/** Each second map with its first. */
export const FIRST_OF = Object.fromEntries(
  Object.entries(BLENDED).map(([first, { second }]) => [second, first]),
) as Readonly<Record<SecondMapId, FirstMapId>>;

/** True for the second of a pair of maps. */
export function isSecondMapId(id: MapId): id is SecondMapId {
  return id in FIRST_OF;
}
