import { choiceField, quantityField, z } from '../field/schema';

/** Acceleration enrichment’s settings that are single numbers. */
export const accelerationSchema = z.object({
  model: choiceField({
    label: 'Fuel while the load changes',
    required: false,
    options: [
      { id: 'rate', label: 'By throttle rate', hint: 'Added while it opens' },
      { id: 'film', label: 'By the film', hint: 'What the wall takes and gives' },
    ],
    help: {
      what: 'What makes up for fuel that stays on the port’s wall: a curve by throttle rate, or a model of the film.',
      usual: 'By throttle rate to begin with; by the film once filling and dead time are right.',
      changes: 'Mixture after a stab and after a lift: the film also takes fuel away as the load falls.',
    },
  }),
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
  deadBand: quantityField({
    label: 'Once it has opened by',
    quantity: 'percentage',
    unit: '%',
    min: 0,
    max: 20,
    decimals: 1,
    required: false,
    help: {
      what: 'How far the throttle must have moved before fuel is added, however fast it moves.',
      usual: '0.5 to 2 %: more than the sensor trembles. Empty for none.',
      changes: 'Whether vibration at an idle is taken for a foot.',
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
