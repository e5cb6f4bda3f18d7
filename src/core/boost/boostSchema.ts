import { choiceField, quantityField, z } from '../field/schema';

/** How the engine computer drives a bypass or wastegate. */
export const boostSchema = z.object({
  use: choiceField({
    label: 'Boost control',
    required: false,
    options: [
      { id: 'no', label: 'Off', hint: 'The spring alone' },
      { id: 'yes', label: 'On', hint: 'A valve by pulse width' },
    ],
    help: {
      what: 'Holds bypass or wastegate shut against its spring, by the pulse width of a valve.',
      usual: 'Off until fuel and spark are right on the spring’s own boost.',
      changes: 'How much boost there is, and whether it is the same in every gear and weather.',
    },
  }),
  aboveThrottle: quantityField({
    label: 'With throttle above',
    quantity: 'percentage',
    unit: '%',
    min: 5,
    max: 95,
    decimals: 0,
    required: true,
    help: {
      what: 'Throttle from which boost is asked for; below it the valve rests.',
      usual: '30 to 50 % of the throttle.',
      changes: 'Boost at part throttle, and wear of the valve.',
    },
  }),
  regulatesFrom: quantityField({
    label: 'Regulates from',
    quantity: 'pressureAbsolute',
    unit: 'kPaAbs',
    min: 60,
    max: 400,
    decimals: 0,
    required: true,
    help: {
      what: 'Manifold pressure from which the error counts; below it the base duty alone acts.',
      usual: 'A little under what the spring holds.',
      changes: 'Whether the integral winds up while boost is still coming.',
    },
  }),
  proportional: quantityField({
    label: 'Duty for each kPa of error',
    quantity: 'percentage',
    unit: '%',
    min: 0,
    max: 10,
    decimals: 2,
    required: true,
    help: {
      what: 'Duty added at once for each kPa that is missing.',
      usual: '0.3 to 0.8 % for each kPa.',
      changes: 'How hard it corrects; too much swings.',
    },
  }),
  integral: quantityField({
    label: 'And in each second',
    quantity: 'percentage',
    unit: '%',
    min: 0,
    max: 20,
    decimals: 2,
    required: true,
    help: {
      what: 'Duty added in each second for each kPa that stays missing.',
      usual: '1 to 2 % in a second.',
      changes: 'How soon what the base map has wrong is gone; too much overshoots.',
    },
  }),
  integralLimit: quantityField({
    label: 'At most',
    quantity: 'percentage',
    unit: '%',
    min: 1,
    max: 50,
    decimals: 0,
    required: true,
    help: {
      what: 'The most that the sum over time may add or take.',
      usual: '10 to 20 %: beyond that the base map is wrong.',
      changes: 'What a leak or a stuck valve can make it do.',
    },
  }),
  over: quantityField({
    label: 'Overboost: over the target by',
    quantity: 'pressureDifference',
    unit: 'kPa',
    min: 3,
    max: 100,
    decimals: 0,
    required: true,
    help: {
      what: 'How far above the target all charges are cut.',
      usual: '10 to 20 kPa.',
      changes: 'What a stuck wastegate does to the engine.',
    },
  }),
  overFor: quantityField({
    label: 'For',
    quantity: 'seconds',
    unit: 's',
    min: 0,
    max: 5,
    decimals: 1,
    required: true,
    help: {
      what: 'How long it may last before they are cut.',
      usual: '0.2 to 0.5 s: longer than an overshoot.',
      changes: 'Whether a spike of boost is taken for a failure.',
    },
  }),
});

/** The boost section of the calibration document. */
export type BoostSection = z.infer<typeof boostSchema>;
