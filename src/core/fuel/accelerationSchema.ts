import { quantityField, z } from '../field/schema';

/** Acceleration enrichment’s settings that are single numbers. */
export const accelerationSchema = z.object({
  threshold: quantityField({
    label: 'Acts above a throttle opening of',
    quantity: 'throttleRate',
    unit: '%/s',
    min: 0,
    max: 500,
    decimals: 0,
    required: false,
    help: {
      what: 'How fast the throttle must open before fuel is added.',
      usual: '15 to 30 %/s: above the noise of the sensor.',
      changes: 'Whether a trembling foot adds fuel.',
    },
  }),
  decay: quantityField({
    label: 'Fades within',
    quantity: 'count',
    unit: '1',
    min: 1,
    max: 60,
    decimals: 0,
    required: false,
    help: {
      what: 'Turns of the crank until the added fuel is gone.',
      usual: '6 to 12 turns.',
      changes: 'How long the mixture stays rich after the pedal moved.',
    },
  }),
});
