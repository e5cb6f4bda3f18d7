import { permitsOf } from '../../calibration';
import { check } from '../entry/check';
import { refusals } from './parts';

export const injectionMode = check({
  id: 'injection.mode',
  title: 'Injection without its signal',
  severity: 'blocks',
  reads: ['injection', 'engine', 'trigger', 'injectors', 'pins', 'staging'],
  why: 'The engine computer cannot tell which cylinder is on its stroke.',
  find: (document) =>
    refusals(document).flatMap((refusal) => {
      const { code } = refusal;
      return code === 'noPhase' || code === 'noPosition'
        ? [{ place: 'injection.mode' as const, data: { code } }]
        : [];
    }),
  say: ({ code }) =>
    code === 'noPhase'
      ? 'Sequential injection needs a cam signal that tells the two turns of a cycle apart, and there is none. Fit a cam sensor with one tooth, or choose semi-sequential or batch.'
      : 'Semi-sequential injection needs to know where the crank is; these teeth all look alike. Choose batch, or another trigger.',
  remedy: (document) =>
    permitsOf(document)?.position === true
      ? {
          label: 'Inject semi-sequentially',
          edits: [{ kind: 'choice', path: 'injection.mode', value: 'semiSequential' }],
        }
      : {
          label: 'Inject in batch',
          edits: [{ kind: 'choice', path: 'injection.mode', value: 'batch' }],
        },
});
