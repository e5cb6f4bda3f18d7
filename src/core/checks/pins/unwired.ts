import { pinFunctions } from '../../calibration';
import { unwired } from '../../pins/schema';
import { check } from '../entry/check';
import { freePinRemedy } from './parts';

export const pinsUnwired = check({
  id: 'pins.unwired',
  title: 'Something without a pin',
  severity: 'warns',
  reads: ['pins', 'coils', 'engine', 'injection', 'injectors', 'outputs', 'sensors', 'staging', 'trigger'],
  why: 'What has no wire is not read and does not act.',
  find: (document) =>
    document.pins.ecu === null
      ? null
      : unwired(document.pins.assignments, pinFunctions(document)).map(({ id, label }) => ({
          place: `pins.${id}` as const,
          data: { label },
        })),
  say: ({ label }) => `${label} has no pin. Give it one, or take it out.`,
  remedy: freePinRemedy,
});
