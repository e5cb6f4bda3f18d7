import { choiceAt, controlsBoost } from '../../calibration';
import { GUARDS } from '../../protection';
import { inSentence } from '../../units';
import { check, type Found } from '../entry/check';

export const protectionNoBoostControl = check({
  id: 'protection.noBoostControl',
  title: 'A guard that limits boost nobody controls',
  severity: 'blocks',
  reads: ['protection', 'boost', 'engine'],
  why: 'The spring holds the boost, guard or not: nothing would be done.',
  find: (document) =>
    controlsBoost(document)
      ? []
      : GUARDS.flatMap(({ id, label }): Found<{ label: string }>[] =>
          choiceAt(document, `protection.${id}.act`) === 'boost'
            ? [{ place: `protection.${id}.act`, data: { label } }]
            : [],
        ),
  say: ({ label }) =>
    `The guard of ${inSentence(label)} limits boost, and boost is not controlled here. Turn boost control on, or choose what else is done.`,
});
