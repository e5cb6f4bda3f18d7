import { quantityField, z } from '../field/schema';
import { cutByField, secondsField, speedField, onOffField } from './limitFields';

/** Charges cut for a moment while a gear is changed under load. */
export const shiftSchema = z.object({
  use: onOffField('Gear-shift cut', {
    what: 'Takes the torque away for a moment, so that a gear comes out without the clutch.',
    usual: 'On with a dog box and a switch or load cell at its lever.',
    changes: 'Time lost in a shift, and the life of the dogs.',
  }),
  by: cutByField('Spark: the torque goes with the next charge.'),
  aboveSpeed: speedField('Above', { min: 500, max: 15_000 }, true, {
    what: 'Engine speed above which a shift is believed.',
    usual: '2500 to 3500 rev/min.',
    changes: 'Whether a hand on the lever at idle stalls it.',
  }),
  aboveThrottle: quantityField({
    label: 'With throttle above',
    quantity: 'percentage',
    unit: '%',
    min: 0,
    max: 95,
    decimals: 0,
    required: true,
    help: {
      what: 'Throttle above which there is torque to take away.',
      usual: '20 to 40 %.',
      changes: 'Whether a shift off the throttle is cut too.',
    },
  }),
  again: secondsField('Not again within', { min: 0.1, max: 5 }, true, {
    what: 'Least time from one cut to the next.',
    usual: '0.3 to 0.6 s: longer than a lever bounces.',
    changes: 'Whether a bouncing switch cuts twice.',
  }),
});

/** The gear-shift section of the calibration document. */
export type ShiftSection = z.infer<typeof shiftSchema>;
