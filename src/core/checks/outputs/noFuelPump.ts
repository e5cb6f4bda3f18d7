import { check, foundWhen } from '../entry/check';
import { outputRemedy } from '../entry/remedy';

export const outputsNoFuelPump = check({
  id: 'outputs.noFuelPump',
  title: 'Nothing drives the fuel pump',
  severity: 'warns',
  reads: ['outputs'],
  why: 'Without it there is no pressure, or a pump that goes on running after a crash.',
  find: ({ outputs }) =>
    foundWhen(!outputs.some(({ purpose }) => purpose === 'fuelPump'), 'outputs.fuelPump', {}),
  say: () =>
    'No output drives the fuel pump. Add the output Fuel pump, or make sure that something else stops it when the engine stops.',
  remedy: (document) => outputRemedy(document, 'fuelPump'),
});
