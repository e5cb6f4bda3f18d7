import { isJson, type Json, type Migration, sectionOf } from './migration';

/** Version 2 always measured load by manifold pressure, and had the base maps only. */
export const toVersion3: Migration = {
  to: 3,
  change: 'Load strategies, idle, acceleration, overrun cut, blending, corrections, trims, coupled axes',
  up: (document) => ({
    ...document,
    idle: {},
    acceleration: {},
    overrun: {},
    blend: {},
    load: { strategy: { value: 'speedDensity', source: loadSource(document) }, meter: null },
    corrections: [],
    couplings: [],
  }),
};

/** The VE map was already the builder’s word that load is measured by pressure; its source says when. */
function loadSource(document: Json): unknown {
  const { sources } = sectionOf(sectionOf(document, 'maps'), 've');
  const first: unknown = Array.isArray(sources) ? sources[0] : null;
  const date = isJson(first) && typeof first['date'] === 'string' ? first['date'] : '2026-01-01';
  return { kind: 'computed', date, note: 'As in version 2' };
}
