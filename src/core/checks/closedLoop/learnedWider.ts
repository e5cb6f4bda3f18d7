import { baseValue, choiceAt } from '../../calibration';
import { check } from '../entry/check';
import { MAPS_IN_USE } from '../entry/maps';
import { quantityEdit } from '../entry/remedy';
import { authorityInUse } from './parts';

export const closedLoopLearnedWider = check({
  id: 'closedLoop.learnedWider',
  title: 'Learned further than the authority',
  severity: 'warns',
  reads: [...MAPS_IN_USE, 'learned', 'injectors'],
  why: 'What was learned never acts beyond the authority, so cells fill with what is never given.',
  find: (document) => {
    const limit = baseValue(document, 'learned.limit');
    const maps = authorityInUse(document).map(([mapId]) => document.maps[mapId]);
    const most = Math.max(0, ...maps.flatMap((map) => map?.values ?? []));
    const on = choiceAt(document, 'learned.use') === 'yes';
    if (!on || limit === null || maps.length === 0 || limit <= most) return null;
    return { place: 'learned.limit' as const, data: { limit, most } };
  },
  say: ({ limit, most }) =>
    `Cells may learn ${limit.toFixed(0)} %, and the loop may correct ${most.toFixed(0)} % at most.`,
  remedy: (document, { data }) => ({
    label: `Learn ${data.most.toFixed(0)} % at most`,
    edits: [quantityEdit(document, 'learned.limit', data.most)],
  }),
});
