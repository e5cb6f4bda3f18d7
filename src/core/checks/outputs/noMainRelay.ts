import { check, foundWhen } from '../entry/check';
import { outputRemedy } from '../entry/remedy';

export const outputsNoMainRelay = check({
  id: 'outputs.noMainRelay',
  title: 'Nothing holds the main relay',
  severity: 'advises',
  reads: ['outputs'],
  why: 'Injectors and coils that stay fed with the key off drain the battery, or burn a coil.',
  find: ({ outputs }) =>
    foundWhen(!outputs.some(({ purpose }) => purpose === 'mainRelay'), 'outputs.mainRelay', {}),
  say: () =>
    'No output holds the main relay. Add the output Main relay, or make sure that the key itself feeds injectors and coils.',
  remedy: (document) => outputRemedy(document, 'mainRelay'),
});
