import { presetEngineOf } from '../../calibration';
import { outputProblems, presetOutput } from '../../outputs';
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
  remedy: (document, { place }) => {
    const output = document.outputs.find(({ id }) => `outputs.${id}` === place);
    if (output === undefined) return null;
    const { conditions } = presetOutput(output.purpose, output.id, presetEngineOf(document), output.source);
    if (conditions.length === 0) return null;
    return {
      label: 'Take the usual conditions',
      edits: [{ kind: 'output', output: { ...output, conditions } }],
    };
  },
});
