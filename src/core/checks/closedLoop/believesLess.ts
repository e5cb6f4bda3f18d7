import { baseValue } from '../../calibration';
import { check } from '../entry/check';
import { MAPS_IN_USE } from '../entry/maps';
import { quantityEdit } from '../entry/remedy';
import { authorityInUse } from './parts';

/** An error as large as the authority is still to be followed, with so much room, %. */
const ROOM_PERCENT = 3;

export const closedLoopBelievesLess = check({
  id: 'closedLoop.believesLess',
  title: 'Readings left that could be corrected',
  severity: 'warns',
  reads: [...MAPS_IN_USE, 'injectors'],
  why: 'The loop lets go where it could still help, and takes up again: the mixture jumps.',
  find: (document) => {
    const within = baseValue(document, 'closedLoop.believedWithin');
    const maps = authorityInUse(document).map(([mapId]) => document.maps[mapId]);
    const most = Math.max(0, ...maps.flatMap((map) => map?.values ?? []));
    if (within === null || maps.length === 0 || within >= most + ROOM_PERCENT) return null;
    return { place: 'closedLoop.believedWithin' as const, data: { within, most } };
  },
  say: ({ within, most }) =>
    `Readings are followed within ${within.toFixed(0)} % of the target, and the loop may correct ${most.toFixed(0)} %.`,
  remedy: (document, { data }) => ({
    label: `Follow them within ${Math.min(60, data.most * 2)} %`,
    edits: [quantityEdit(document, 'closedLoop.believedWithin', Math.min(60, data.most * 2))],
  }),
});
