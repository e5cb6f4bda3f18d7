import { check } from '../entry/check';
import { problems } from './parts';
import { quantityEdit } from '../entry/remedy';

/** Share of the way to the next pulse that a remedy lets the window have. */
const WINDOW_SHARE = 0.8;

export const triggerWindowWide = check({
  id: 'trigger.windowWide',
  title: 'Cam window too wide',
  severity: 'blocks',
  reads: ['trigger', 'engine', 'injectors'],
  why: 'A pulse believed in the wrong place moves every spark by a turn.',
  find: (document) => problems(document, 'trigger.camWindow', 'windowWide'),
  say: ({ windowDeg, halfWayDeg }) =>
    `A window of ${windowDeg}° reaches half-way to the next cam pulse (${halfWayDeg.toFixed(0)}°): the wrong pulse would be believed. Make it narrower.`,
  remedy: (document, { data: { halfWayDeg } }) => {
    const deg = Math.floor(WINDOW_SHARE * Number(halfWayDeg));
    return { label: `A window of ${deg}°`, edits: [quantityEdit(document, 'trigger.camWindow', deg)] };
  },
});
