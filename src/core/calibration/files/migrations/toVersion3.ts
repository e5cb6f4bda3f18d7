import { isJson, type Json, type Migration, sectionOf } from './migration';

/** Fields and maps of version 3 that version 2 did not know. Kept as it was when version 3 was made. */
const NEW_SECTIONS: Readonly<Record<string, readonly string[]>> = {
  idle: ['air', 'valveFlow', 'hotSpeed', 'throttleWorth'],
  acceleration: ['threshold', 'decay'],
  overrun: [
    'use',
    'speedAbove',
    'speedHysteresis',
    'throttleBelow',
    'throttleHysteresis',
    'pressureBelow',
    'pressureHysteresis',
    'coolantAbove',
    'coolantHysteresis',
    'delayIn',
    'delayOut',
  ],
  blend: ['use'],
};

const NEW_MAPS: readonly string[] = [
  'veThrottle',
  'pulse',
  'lambdaThrottle',
  'sparkThrottle',
  'sparkCoolant',
  'sparkAir',
  'prime',
  'crankingTaper',
  'crankAdvance',
  'idleAir',
  'idleSpeed',
  'acceleration',
  'accelerationCold',
  'fuelCylinder',
  'fuelGear',
  'sparkCylinder',
  'sparkGear',
  'blendFuel',
  'blendTarget',
  'blendSpark',
  'blendStart',
  'veSecond',
  'veThrottleSecond',
  'pulseSecond',
  'lambdaSecond',
  'lambdaThrottleSecond',
  'sparkSecond',
  'sparkThrottleSecond',
  'crankingSecond',
  'afterStartSecond',
  'warmUpSecond',
];

const empty = (keys: readonly string[]): Json => Object.fromEntries(keys.map((key) => [key, null]));

/** Version 2 always measured load by manifold pressure, and had the base maps only. */
export const toVersion3: Migration = {
  to: 3,
  change: 'Load strategies, idle, acceleration, overrun cut, blending, corrections, trims, coupled axes',
  up: (document) => ({
    ...document,
    ...Object.fromEntries(Object.entries(NEW_SECTIONS).map(([id, keys]) => [id, empty(keys)])),
    load: { strategy: { value: 'speedDensity', source: loadSource(document) }, meter: null },
    corrections: [],
    couplings: [],
    maps: { ...empty(NEW_MAPS), ...sectionOf(document, 'maps') },
  }),
};

/** The VE map was already the builder’s word that load is measured by pressure; its source says when. */
function loadSource(document: Json): unknown {
  const { sources } = sectionOf(sectionOf(document, 'maps'), 've');
  const first: unknown = Array.isArray(sources) ? sources[0] : null;
  const date = isJson(first) && typeof first['date'] === 'string' ? first['date'] : '2026-01-01';
  return { kind: 'computed', date, note: 'As in version 2' };
}
