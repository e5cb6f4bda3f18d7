import { quantityField, z } from '../field/schema';

/** Settings of the start that are single numbers. */
export const startupSchema = z.object({
  runningSpeed: quantityField({
    label: 'Counts as running above',
    quantity: 'rotationalSpeed',
    unit: 'rev/min',
    min: 350,
    max: 1500,
    decimals: 0,
    required: true,
    help: {
      what: 'Speed above which, held for two turns, cranking fuel ends and running fuel begins. Cranking fuel returns below four fifths of it.',
      usual: '400 to 700 rev/min: above what the starter reaches, below idle.',
      changes: 'Too low and a strong starter cuts its own cranking fuel; too high and it never leaves it.',
    },
  }),
});
