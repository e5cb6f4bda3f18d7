import { baseValue } from '../../calibration';
import { bankProblem } from '../../engine';
import { check } from '../entry/check';

export const engineBankTwo = check({
  id: 'engine.bankTwo',
  title: 'Cylinders of bank 2',
  severity: 'blocks',
  reads: ['engine', 'injectors'],
  why: 'Lambda and its correction are kept bank by bank.',
  find: (document) => {
    const { bankTwo, layout } = document.engine;
    const cylinders = baseValue(document, 'engine.cylinders');
    if (bankTwo === null || layout?.value === 'inline' || cylinders === null) return null;
    const problem = bankProblem(bankTwo.value, cylinders);
    return problem === null ? null : { place: 'engine.bankTwo', data: { problem } };
  },
  say: ({ problem }) => {
    switch (problem.code) {
      case 'notACylinder':
        return `Bank 2 names cylinder ${problem.cylinder}, but there are ${problem.wanted}.`;
      case 'twice':
        return 'Bank 2 names a cylinder twice. Enter each once.';
      case 'all':
        return 'Bank 2 holds every cylinder. Leave those of bank 1 out.';
    }
  },
});
