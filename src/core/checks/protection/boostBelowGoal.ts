import { baseValue, choiceAt } from '../../calibration';
import { check, foundWhen } from '../entry/check';
import { absoluteNumber, absoluteWords } from '../entry/units';
import { quantityEdit } from '../entry/remedy';

/** Room over the most that is meant, kPa. */
const ROOM_KPA = 15;

export const protectionBoostBelowGoal = check({
  id: 'protection.boostBelowGoal',
  title: 'Boost guard within what is meant',
  severity: 'warns',
  reads: ['protection', 'engine', 'injectors'],
  why: 'It would act on every full pull, and be turned off for it.',
  find: (document) => {
    const act = choiceAt(document, 'protection.boost.act');
    const aboveKpa = baseValue(document, 'protection.boost.above');
    const goalKpa = baseValue(document, 'engine.maxManifoldPressure');
    if (act === null || act === 'off' || aboveKpa === null || goalKpa === null) return null;
    return foundWhen(aboveKpa <= goalKpa, 'protection.boost.above', { aboveKpa, goalKpa });
  },
  say: ({ aboveKpa, goalKpa }, units) =>
    `It acts above ${absoluteNumber(aboveKpa, units)}, and the engine is meant to reach ${absoluteWords(goalKpa, units)}. Leave some room over that.`,
  remedy: (document, { data: { goalKpa } }) => ({
    label: 'Leave 15 kPa over what is meant',
    edits: [quantityEdit(document, 'protection.boost.above', goalKpa + ROOM_KPA)],
  }),
});
