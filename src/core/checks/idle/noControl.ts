import { loopEngineOf } from '../../generators';
import { loadShare } from '../../idle';
import { check, foundWhen } from '../entry/check';
import { controlEdits, idleControlOf, idleLoads } from './parts';

/** Share of an idle’s work that is felt as it comes on. */
const FELT = 0.08;

export const idleNoControl = check({
  id: 'idle.noControl',
  title: 'Nothing holds the idle',
  severity: 'advises',
  reads: ['idle', 'engine', 'outputs', 'injectors'],
  why: 'A curve gives the same air whether the fan is on or not, and a load takes its speed from the idle.',
  find: (document) => {
    const idling = loopEngineOf(document);
    if (idling === null || idleControlOf(document) !== 'no') return null;
    const worst = Math.max(0, ...idleLoads(document).map(({ currentA }) => loadShare(idling, currentA)));
    return foundWhen(worst > FELT, 'idle.control', { worst });
  },
  say: ({ worst }) =>
    `Idle control is off, and what is switched on takes up to ${(100 * worst).toFixed(0)} % of the idle’s work. Hold the speed by spark, and by air where a valve is driven.`,
  remedy: (document) => {
    const edits = controlEdits(document);
    return edits === null ? null : { label: 'Hold the idle with computed numbers', edits };
  },
});
