import { choiceField, quantityField, z } from '../field/schema';

/** What is kept of the loop’s trims, as evidence about the map. */
export const learnedSchema = z.object({
  use: choiceField({
    label: 'Learned trims',
    required: false,
    options: [
      { id: 'no', label: 'Off', hint: 'Nothing is kept' },
      { id: 'yes', label: 'On', hint: 'Needs the closed loop' },
    ],
    help: {
      what: 'Keeps what the loop corrects, cell by cell, and gives it at once the next time.',
      usual: 'On while tuning: it shows where the map is off. Off in a race.',
      changes:
        'Fuel where the loop has been, also while the loop is off; fuel never jumps as it is switched.',
    },
  }),
  rate: quantityField({
    label: 'Share learned each time',
    quantity: 'percentage',
    unit: '%',
    min: 0.5,
    max: 30,
    decimals: 1,
    required: true,
    help: {
      what: 'Share of the trim that the nearest cell takes over, ten times a second.',
      usual: '5 %: most of an error within five seconds at a point.',
      changes: 'How soon a cell is learned, and how much of a passing error goes into it.',
    },
  }),
  limit: quantityField({
    label: 'Learned at most',
    quantity: 'percentage',
    unit: '%',
    min: 1,
    max: 30,
    decimals: 0,
    required: true,
    help: {
      what: 'How far a cell may go, each way.',
      usual: '10 %, never more than the authority.',
      changes: 'How wrong a map can be made up for, and how far a false reading is kept.',
    },
  }),
  coolantFrom: quantityField({
    label: 'With coolant from',
    quantity: 'temperature',
    unit: 'degC',
    min: 0,
    max: 110,
    decimals: 0,
    required: true,
    help: {
      what: 'Coolant below which nothing is learned.',
      usual: '70 °C: a cold wall is no error of the map.',
      changes: 'Whether warm-up goes into the map.',
    },
  }),
  steadyFor: quantityField({
    label: 'After resting for',
    quantity: 'seconds',
    unit: 's',
    min: 0.2,
    max: 10,
    decimals: 1,
    required: true,
    help: {
      what: 'Time for which speed and load must have rested.',
      usual: '1 s: longer than lambda takes to be read.',
      changes: 'Whether what is read belongs to the cell it goes into.',
    },
  }),
});
