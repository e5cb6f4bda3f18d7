import { outputProblems } from '../../outputs';
import { check } from '../entry/check';

export const outputsNoCondition = check({
  id: 'outputs.noCondition',
  title: 'An output without a condition',
  severity: 'blocks',
  reads: ['outputs'],
  why: 'What it drives never runs.',
  find: ({ outputs }) =>
    outputs
      .filter((output) => outputProblems(output).some(({ code }) => code === 'noCondition'))
      .map(({ id, name }) => ({ place: `outputs.${id}` as const, data: { name } })),
  say: ({ name }) => `${name} has no condition, so it is never on. Add one.`,
});
