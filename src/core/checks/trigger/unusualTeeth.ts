import { baseValue } from '../../calibration';
import { check, foundWhen } from '../entry/check';

/** Places for teeth on wheels that are made, gaps counted. */
const MADE = [4, 6, 8, 12, 16, 18, 24, 30, 32, 36, 44, 48, 58, 60, 72, 90, 120, 132, 135, 360] as const;

export const triggerUnusualTeeth = check({
  id: 'trigger.unusualTeeth',
  title: 'An unusual number of teeth',
  severity: 'advises',
  reads: ['trigger', 'engine', 'injectors'],
  why: 'With one tooth too many or too few the engine computer never finds its place.',
  find: (document) => {
    const teeth = baseValue(document, 'trigger.teeth');
    const isMade = teeth === null || (MADE as readonly number[]).includes(teeth);
    return foundWhen(!isMade, 'trigger.teeth', { teeth: teeth ?? 0 });
  },
  say: ({ teeth }) =>
    `A wheel with ${teeth} places for teeth is unusual. Count again, and count the teeth that are missing too.`,
});
