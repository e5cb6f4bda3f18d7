import type { MapId } from '../program';
import { behindThrottle, lambda, pulse, ve, veThrottle } from './airGenerators';
import type { MapGenerator } from './generator';
import { blendCurve, byCylinder, byGear, secondMap } from './otherGenerators';
import { crankAdvance, spark, sparkAir, sparkCoolant } from './sparkGenerators';
import {
  acceleration,
  accelerationCold,
  crankingTaper,
  idleAir,
  idleSpeed,
  startUp,
} from './startGenerators';

const lambdaThrottle = behindThrottle(lambda);
const sparkThrottle = behindThrottle(spark);
const cranking = startUp('cranking');
const afterStart = startUp('afterStart');
const warmUp = startUp('warmUp');

/** How each map is proposed. */
export const GENERATORS: Readonly<Record<MapId, MapGenerator>> = {
  ve,
  veThrottle,
  pulse,
  lambda,
  lambdaThrottle,
  spark,
  sparkThrottle,
  sparkCoolant,
  sparkAir,
  prime: startUp('prime'),
  cranking,
  crankingTaper,
  crankAdvance,
  afterStart,
  afterStartDecay: startUp('afterStartDecay'),
  warmUp,
  idleAir,
  idleSpeed,
  acceleration,
  accelerationCold,
  fuelCylinder: byCylinder,
  fuelGear: byGear,
  sparkCylinder: byCylinder,
  sparkGear: byGear,
  blendFuel: blendCurve,
  blendTarget: blendCurve,
  blendSpark: blendCurve,
  blendStart: blendCurve,
  veSecond: secondMap('ve', ve),
  veThrottleSecond: secondMap('veThrottle', veThrottle),
  pulseSecond: secondMap('pulse', pulse),
  lambdaSecond: secondMap('lambda', lambda),
  lambdaThrottleSecond: secondMap('lambdaThrottle', lambdaThrottle),
  sparkSecond: secondMap('spark', spark),
  sparkThrottleSecond: secondMap('sparkThrottle', sparkThrottle),
  crankingSecond: secondMap('cranking', cranking),
  afterStartSecond: secondMap('afterStart', afterStart),
  warmUpSecond: secondMap('warmUp', warmUp),
};
