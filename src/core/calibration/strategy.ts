import { LOOP_MAPS } from '../closedLoop';
import type { LoadStrategy } from '../fuel';
import { KNOCK_MAPS } from '../knock';
import { FIRST_OF, isSecondMapId, MAP_IDS, type MapId, type SecondMapId } from '../program';
import type { Calibration } from './schema';

/** What load is measured by; manifold pressure while nothing is chosen. */
export function strategyOf(document: Calibration): LoadStrategy {
  return document.load.strategy?.value ?? 'speedDensity';
}

/** Load is measured by the throttle, with or without pressure: then what passes beside it has to be counted. */
export function loadsByThrottle(document: Calibration): boolean {
  return fillingMap(strategyOf(document)) === 'veThrottle';
}

/** A charger pushes air in. */
export function isCharged({ engine }: Calibration): boolean {
  return engine.induction?.value === 'supercharger' || engine.induction?.value === 'turbocharger';
}

/** Fuel follows a model of the film on the walls. */
export function followsFilm({ acceleration }: Calibration): boolean {
  return acceleration.model?.value === 'film';
}

/** Measured lambda corrects fuel. */
export function closesLoop({ closedLoop }: Calibration): boolean {
  return closedLoop.use?.value === 'yes';
}

/** Knock is listened for. */
export function listensForKnock({ knock }: Calibration): boolean {
  return knock.use?.value === 'yes';
}

/** Each of two knock sensors hears its own cylinders. */
function hearsWithTwo({ sensors }: Calibration): boolean {
  return sensors.knock.fitted?.value === 'yes' && sensors.knockTwo.fitted?.value === 'yes';
}

/** The maps that say how far the loop may go, by what load is. */
export function authorityMaps(document: Calibration): {
  readonly richer: 'loopRicher' | 'loopRicherThrottle';
  readonly leaner: 'loopLeaner' | 'loopLeanerThrottle';
} {
  return loadAxisOf(document) === 'throttle'
    ? { richer: 'loopRicherThrottle', leaner: 'loopLeanerThrottle' }
    : { richer: 'loopRicher', leaner: 'loopLeaner' };
}

/** A valve holds the boost of a charger. */
export function controlsBoost(document: Calibration): boolean {
  return isCharged(document) && document.boost.use?.value === 'yes';
}

/** The opening of an idle path is used: a valve’s to drive it, a thermostatic valve’s to count it. */
export function usesIdleAir(document: Calibration): boolean {
  const by = document.idle.air?.value;
  return by === 'valve' || (by === 'thermostatic' && loadsByThrottle(document));
}

/** Second maps are blended in by the ethanol in the fuel. */
export function blendsFuels(document: Calibration): boolean {
  return document.blend.use?.value === 'yes';
}

/** What target and spark run over with a strategy. */
export function loadAxisOf(document: Calibration): 'manifoldPressure' | 'throttle' {
  return strategyOf(document) === 'throttle' ? 'throttle' : 'manifoldPressure';
}

/** The maps of air, target and spark that each strategy uses. */
const STRATEGY_MAPS: Readonly<Record<LoadStrategy, readonly MapId[]>> = {
  speedDensity: ['ve', 'lambda', 'spark'],
  throttle: ['veThrottle', 'lambdaThrottle', 'sparkThrottle'],
  throttlePressure: ['veThrottle', 'lambda', 'spark'],
  airMass: ['lambda', 'spark'],
  pulseWidth: ['pulse', 'lambda', 'spark'],
};

/** The map that filling, or the pulse itself, comes from; null for a meter, which measures the air. */
export function fillingMap(strategy: LoadStrategy): 've' | 'veThrottle' | 'pulse' | null {
  switch (strategy) {
    case 'speedDensity':
      return 've';
    case 'throttle':
    case 'throttlePressure':
      return 'veThrottle';
    case 'pulseWidth':
      return 'pulse';
    case 'airMass':
      return null;
  }
}

const LOAD_MAPS: readonly MapId[] = [...new Set(Object.values(STRATEGY_MAPS).flat())];
const START_MAPS: readonly MapId[] = ['cranking', 'afterStart', 'afterStartDecay', 'warmUp'];
const BLEND_CURVES: readonly MapId[] = ['blendFuel', 'blendTarget', 'blendSpark', 'blendStart'];

/** The maps a strategy needs for air, target and spark. */
export function strategyMaps(strategy: LoadStrategy): readonly MapId[] {
  return STRATEGY_MAPS[strategy];
}

/** The second map’s id for a first one that may be blended. */
const SECOND_OF = Object.fromEntries(
  Object.entries(FIRST_OF).map(([second, first]) => [first, second as SecondMapId]),
) as Partial<Record<MapId, SecondMapId>>;

/** The maps without which nothing is injected. */
export function requiredMaps(document: Calibration): MapId[] {
  const needed = [...STRATEGY_MAPS[strategyOf(document)], ...START_MAPS];
  return MAP_IDS.filter((id) => needed.includes(id));
}

const KNOCK_MAP_IDS: readonly MapId[] = Object.keys(KNOCK_MAPS) as (keyof typeof KNOCK_MAPS)[];

/** The maps of the loop, of which those of the other load are never used. */
const LOOP_MAP_IDS: readonly MapId[] = Object.keys(LOOP_MAPS) as (keyof typeof LOOP_MAPS)[];

function loopUses(document: Calibration, id: MapId): boolean {
  const { richer, leaner } = authorityMaps(document);
  return !id.startsWith('loopRicher') && !id.startsWith('loopLeaner') ? true : id === richer || id === leaner;
}

/** The maps this document’s choices use, in the order of work; the others are kept for the way back. */
export function usedMaps(document: Calibration): MapId[] {
  const strategy = STRATEGY_MAPS[strategyOf(document)];
  const blended = blendsFuels(document);
  const seconds = [...strategy, ...START_MAPS].map((id) => SECOND_OF[id]);
  return MAP_IDS.filter((id) => {
    if (LOAD_MAPS.includes(id)) return strategy.includes(id);
    if (isSecondMapId(id)) return blended && seconds.includes(id);
    if (BLEND_CURVES.includes(id))
      return blended && (id !== 'blendFuel' || strategyOf(document) !== 'airMass');
    if (LOOP_MAP_IDS.includes(id)) return closesLoop(document) && loopUses(document, id);
    if (id === 'knockSensor') return listensForKnock(document) && hearsWithTwo(document);
    if (KNOCK_MAP_IDS.includes(id)) return listensForKnock(document);
    if (id === 'idleAir') return usesIdleAir(document);
    if (id === 'limitCoolant' || id === 'limitGear') return document.limits.use?.value === 'yes';
    if (id === 'boostTarget' || id === 'boostDuty') return controlsBoost(document);
    if (id === 'pressureThrottle') return document.sensorLoss.pressure?.value === 'throttle';
    if (id === 'acceleration' || id === 'accelerationCold') return !followsFilm(document);
    if (id === 'filmShare' || id === 'filmTime') return followsFilm(document);
    if (id === 'sparkBoost') return isCharged(document);
    if (id === 'shiftTime') return document.shift.use?.value === 'yes';
    if (id === 'fuelCylinder' || id === 'sparkCylinder') return (document.engine.cylinders?.amount ?? 2) > 1;
    return true;
  });
}
